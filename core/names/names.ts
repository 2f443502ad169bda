/** Names: the joined spellings of a column, or of several that hold the same kind of thing. */
import * as z from 'zod';
import { type Column, type ListColumn, type Table, type TextColumn, Dictionary } from '../tables';
import { own } from '../own';

/** By written value: its preferred form, or the empty text where it is dropped. A value that stands for itself has no entry. */
export type Entries = Readonly<Record<string, string>>;

export const namesSchema = z.object({
  entries: z.record(z.string(), z.string()),
  /** Pairs that were looked at and are not the same, as {@link pairKey}. */
  rejected: z.array(z.string()),
});
export type Names = z.infer<typeof namesSchema>;

export const columnRefSchema = z.object({ table: z.string(), column: z.string() });
export type ColumnRef = z.infer<typeof columnRefSchema>;

/** A list as trails read it. */
export interface NamesList extends Names {
  name: string;
  columns: readonly ColumnRef[];
  version: number;
}

export const noNames: Names = { entries: {}, rejected: [] };

export const pairKey = (a: string, b: string): string => (a < b ? `${a}\n${b}` : `${b}\n${a}`);

/** What a written value counts as; the empty text where it is dropped. */
export const preferredOf = (entries: Entries, value: string): string => own(entries, value) ?? value;

/** Entries with the values that count as one of `forms` (and the forms themselves) counting as `preferred`. */
function redirected(entries: Entries, forms: readonly string[], preferred: string): Entries {
  const wanted = new Set(forms);
  const next = new Map<string, string>();
  for (const [value, form] of Object.entries(entries)) next.set(value, wanted.has(form) ? preferred : form);
  for (const form of forms) next.set(form, preferred);
  // A form stands for itself and needs no entry.
  next.delete(preferred);
  return Object.fromEntries(next);
}

/** Joins forms with all their spellings under the preferred one. */
export const joined = (entries: Entries, forms: readonly string[], preferred: string): Entries =>
  redirected(entries, forms.includes(preferred) ? forms : [...forms, preferred], preferred);

/** Another preferred form for what counts as `form`; joins it where the new form is one already. */
export const renamed = (entries: Entries, form: string, preferred: string): Entries =>
  redirected(entries, [form], preferred);

/** Drops forms with all their spellings: they are no names. */
export const dropped = (entries: Entries, forms: readonly string[]): Entries => redirected(entries, forms, '');

/** Lets spellings stand for themselves again. */
export function split(entries: Entries, values: readonly string[]): Entries {
  const gone = new Set(values);
  return Object.fromEntries(Object.entries(entries).filter(([value]) => !gone.has(value)));
}

/** Accepts many joins at once; chains end in the last form. */
export function joinedAll(entries: Entries, pairs: readonly { from: string; to: string }[]): Entries {
  const target = new Map(pairs.map(({ from, to }) => [from, to]));
  const end = (form: string): string => {
    const passed = new Set<string>();
    let at = form;
    while (target.has(at) && !passed.has(at)) {
      passed.add(at);
      at = target.get(at) as string;
    }
    return at;
  };
  const byEnd = new Map<string, string[]>();
  for (const { from } of pairs) {
    const to = end(from);
    byEnd.set(to, [...(byEnd.get(to) ?? []), from]);
  }
  let next = entries;
  for (const [to, forms] of byEnd)
    next = joined(
      next,
      forms.filter((form) => form !== to),
      to,
    );
  return next;
}

function namedText(col: TextColumn, entries: Entries): TextColumn {
  const forms = new Dictionary();
  const of = Int32Array.from(col.dictionary, (value) => {
    const form = preferredOf(entries, value);
    return form === '' ? -1 : forms.code(form);
  });
  return { ...col, codes: col.codes.map((code) => (code < 0 ? -1 : of[code])), dictionary: forms.texts };
}

/** Values of a cell that become the same are one. */
function namedList(col: ListColumn, entries: Entries): ListColumn {
  const forms = new Dictionary();
  const of = Int32Array.from(col.dictionary, (value) => {
    const form = preferredOf(entries, value);
    return form === '' ? -1 : forms.code(form);
  });
  const rows = col.offsets.length - 1;
  const offsets = new Uint32Array(rows + 1);
  const codes = new Uint32Array(col.codes.length);
  const last = new Int32Array(forms.texts.length).fill(-1);
  let at = 0;
  for (let r = 0; r < rows; r++) {
    for (let k = col.offsets[r]; k < col.offsets[r + 1]; k++) {
      const code = of[col.codes[k]];
      if (code < 0 || last[code] === r) continue;
      last[code] = r;
      codes[at++] = code;
    }
    offsets[r + 1] = at;
  }
  return { ...col, offsets, codes: codes.slice(0, at), dictionary: forms.texts };
}

/** The column as it counts: spellings joined, what is no name left out. Columns of other kinds stay as they are. */
export function namedColumn(col: Column, entries: Entries): Column {
  if (col.type === 'text') return namedText(col, entries);
  return col.type === 'list' ? namedList(col, entries) : col;
}

/** The table as it counts under all lists of the study. Shares what no list reads. */
export function namedTable(table: Table, key: string, lists: readonly NamesList[]): Table {
  const reading = lists.filter(({ columns }) => columns.some((ref) => ref.table === key));
  if (!reading.length) return table;
  return {
    ...table,
    columns: table.columns.map((col) => {
      const list = reading.find(({ columns }) => columns.some((ref) => ref.table === key && ref.column === col.name));
      return list ? namedColumn(col, list.entries) : col;
    }),
  };
}

/** What of a table's meaning depends on names: the versions of the lists that read it. */
export const namesVersion = (key: string, lists: readonly NamesList[]): string =>
  lists
    .filter(({ columns }) => columns.some((ref) => ref.table === key))
    .map(({ name, version }) => `${name} (version ${version})`)
    .join(', ');

/** The lists that read one of the columns of a table, each once, with their versions. */
export const namesOfColumns = (key: string, columns: readonly string[], lists: readonly NamesList[]): string[] =>
  lists
    .filter((list) => list.columns.some((ref) => ref.table === key && columns.includes(ref.column)))
    .map(({ name, version }) => `${name} (version ${version})`);

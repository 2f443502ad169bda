/** How many records each name stands in. */
import { type Column, type Table, Dictionary, rowsOf } from '../tables';
import { type ColumnRef, type Entries, preferredOf } from './names';

/** The written values of several columns under one numbering; of each table the values of each row. */
export interface Values {
  /** Distinct, in the order in which they came. */
  values: string[];
  /** Records each stands in. */
  counts: Uint32Array;
  rows: { offsets: Uint32Array; codes: Uint32Array }[];
  /** Values of columns in which no value stands twice: each is a thing of its own. */
  known: Set<string>;
}

function codesOf(col: Column, row: number): ArrayLike<number> {
  if (col.type === 'text') return col.codes[row] < 0 ? [] : [col.codes[row]];
  return col.type === 'list' ? col.codes.subarray(col.offsets[row], col.offsets[row + 1]) : [];
}

const isRegister = (col: Column): boolean => {
  if (col.type !== 'text') return false;
  const filled = col.codes.reduce((sum, code) => sum + (code >= 0 ? 1 : 0), 0);
  return filled > 1 && filled === col.dictionary.length;
};

/** Gathers the values of text and list columns. */
export function gatherValues(tables: ReadonlyMap<string, Table>, refs: readonly ColumnRef[]): Values {
  const dictionary = new Dictionary();
  const known = new Set<string>();
  const rows: Values['rows'] = [];
  for (const [key, table] of tables) {
    const columns = table.columns.filter((col) => refs.some((ref) => ref.table === key && ref.column === col.name));
    if (!columns.length) continue;
    const maps = columns.map((col) =>
      col.type === 'text' || col.type === 'list'
        ? Uint32Array.from(col.dictionary, (text) => dictionary.code(text))
        : new Uint32Array(0),
    );
    const offsets = new Uint32Array(table.rows + 1);
    const codes: number[] = [];
    for (let r = 0; r < table.rows; r++) {
      columns.forEach((col, c) => {
        if (r >= rowsOf(col)) return;
        const own = codesOf(col, r);
        for (let k = 0; k < own.length; k++) codes.push(maps[c][own[k]]);
      });
      offsets[r + 1] = codes.length;
    }
    rows.push({ offsets, codes: Uint32Array.from(codes) });
    for (const col of columns)
      if (col.type === 'text' && isRegister(col)) col.dictionary.forEach((text) => known.add(text));
  }
  const values = dictionary.texts;
  const identity = Uint32Array.from(values, (_, i) => i);
  return { values, known, rows, counts: countRecords(rows, identity, values.length) };
}

/** Records in which each of `n` things stands, once for each record; `of[code]` is the thing, or n and more where it is none. */
function countRecords(rows: Values['rows'], of: Uint32Array, n: number): Uint32Array {
  const counts = new Uint32Array(n);
  const last = new Int32Array(n).fill(-1);
  let record = 0;
  for (const { offsets, codes } of rows) {
    for (let r = 0; r + 1 < offsets.length; r++, record++) {
      for (let k = offsets[r]; k < offsets[r + 1]; k++) {
        const thing = of[codes[k]];
        if (thing >= n || last[thing] === record) continue;
        last[thing] = record;
        counts[thing]++;
      }
    }
  }
  return counts;
}

export interface Form {
  form: string;
  /** Records in which it stands in any spelling. */
  count: number;
  /** Other spellings with their records, most frequent first. */
  variants: { value: string; count: number }[];
  known: boolean;
}

/** The forms that the entries make of the values, and what is dropped; both most frequent first, then by letter. */
export function formsOf(
  held: Values,
  entries: Entries,
): { forms: Form[]; dropped: { value: string; count: number }[] } {
  const { values, counts } = held;
  const places = new Dictionary();
  const none = values.length + 1;
  const of = Uint32Array.from(values, (value) => {
    const form = preferredOf(entries, value);
    return form === '' ? none : places.code(form);
  });
  const total = countRecords(held.rows, of, places.texts.length);
  const forms = places.texts.map((form, i): Form => ({
    form,
    count: total[i],
    variants: [],
    known: held.known.has(form),
  }));
  const dropped: { value: string; count: number }[] = [];
  values.forEach((value, i) => {
    if (of[i] === none) dropped.push({ value, count: counts[i] });
    else if (value !== forms[of[i]].form) forms[of[i]].variants.push({ value, count: counts[i] });
  });
  const byCount = (a: { count: number }, b: { count: number }): number => b.count - a.count;
  for (const { variants } of forms) variants.sort((a, b) => byCount(a, b) || (a.value < b.value ? -1 : 1));
  forms.sort((a, b) => byCount(a, b) || (a.form < b.form ? -1 : 1));
  dropped.sort((a, b) => byCount(a, b) || (a.value < b.value ? -1 : 1));
  return { forms, dropped };
}

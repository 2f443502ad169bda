/** Columns that point to the records of another table: what they match, what they may mean, what is missing. */
import {
  type RawColumn,
  type RawTable,
  type ColumnSpec,
  entryCounts,
  identityOf,
  namesName,
  namesReference,
  rawCell,
} from '../tables';
import { type Entries, type Target, matchValues, nearestKnown, preferredOf } from '../names';

/** A table of the study as references see it. */
export interface KnownTable {
  key: string;
  name: string;
  raw: RawTable;
  specs: readonly ColumnSpec[];
}

const columnOf = (table: RawTable, name: string | undefined): RawColumn | undefined =>
  table.columns.find((column) => column.name === name);

/** The columns of a table by which others may point to it: its identity, and what its records are called. */
export function handles(table: KnownTable): string[] {
  const called = table.raw.columns.find(({ name }) => namesName(name));
  return [...new Set([...identityOf(table.specs), ...(called ? [called.name] : [])])];
}

/** The table as a target, by its identity and the named column. */
export function targetOf(table: KnownTable, by: string): Target {
  const id = columnOf(table.raw, identityOf(table.specs)[0]);
  const name = columnOf(table.raw, by);
  return {
    rows: table.raw.rows,
    id: (row) => (id ? rawCell(id, row).trim() : ''),
    name: (row) => (name ? rawCell(name, row).trim() : ''),
  };
}

/** The table of the study that a column points to, as its file says: one that is called like the file’s, and has the column. */
export function pointedTo(
  to: { table: string; by: string } | undefined,
  tables: readonly KnownTable[],
): { table: string; by: string } | undefined {
  if (!to) return undefined;
  const there = tables.filter(({ specs }) => specs.some((spec) => spec.name === to.by));
  // One of several tables of a file goes by the file’s name and its own.
  const found =
    there.find(({ name }) => name === to.table) ?? there.findLast(({ name }) => name.endsWith(` ${to.table}`));
  return found && { table: found.key, by: to.by };
}

/** Share of filled cells that must match for a column to be taken for a reference. */
const enough = 0.6;

/** The table and column that most of a column's cells name; undefined where none is named by enough. */
export function likelyReference(
  column: RawColumn,
  tables: readonly KnownTable[],
): { table: string; by: string } | undefined {
  const counts = entryCounts(column);
  let filled = 0;
  column.dictionary.forEach((text, code) => text.trim() !== '' && (filled += counts[code]));
  if (!filled) return undefined;
  let best: { table: string; by: string } | undefined;
  let most = enough;
  for (const table of tables) {
    for (const by of handles(table)) {
      const named = columnOf(table.raw, by);
      if (!named) continue;
      const values = new Set(named.dictionary.map((text) => text.trim()));
      let hits = 0;
      column.dictionary.forEach(
        (text, code) => text.trim() !== '' && values.has(text.trim()) && (hits += counts[code]),
      );
      // Numbers that happen to stand in both are no sign, unless the column is called as ends of ties or ids are.
      const sayings = column.dictionary.some((text) => /\p{L}/u.test(text));
      if (hits / filled > most && (sayings || (namesReference(column.name) && identityOf(table.specs).includes(by)))) {
        most = hits / filled;
        best = { table: table.key, by };
      }
    }
  }
  return best;
}

export interface ReferenceState {
  filled: number;
  matched: number;
  /** Values that several records may be meant by. */
  ambiguous: { value: string; count: number; candidates: number[] }[];
  /** Values near a known name, most frequent first. */
  near: { value: string; count: number; to: string }[];
  /** Values that no record has, most frequent first. */
  unmatched: { value: string; count: number }[];
  /** By code of the column's dictionary: 0 empty or left out, 1 matched, 2 ambiguous, 3 near or unmatched. */
  state: Uint8Array;
}

/** Looks up every value of the column. */
export async function referenceState(
  column: RawColumn,
  table: KnownTable,
  by: string,
  names: { entries: Entries; rejected: readonly string[] },
  breathe?: (share: number) => Promise<void> | void,
): Promise<ReferenceState> {
  const counts = entryCounts(column);
  const target = targetOf(table, by);
  const values = new Map<string, number>();
  column.dictionary.forEach((text, code) => {
    const value = text.trim();
    if (value !== '' && counts[code] && preferredOf(names.entries, value) !== '')
      values.set(value, (values.get(value) ?? 0) + counts[code]);
  });
  const { rows } = matchValues(values.keys(), target, names.entries);
  const found: ReferenceState = {
    filled: 0,
    matched: 0,
    ambiguous: [],
    near: [],
    unmatched: [],
    state: new Uint8Array(column.dictionary.length),
  };
  const missing: { value: string; count: number }[] = [];
  for (const [value, count] of values) {
    found.filled += count;
    const candidates = rows.get(value);
    if (!candidates) missing.push({ value, count });
    else if (candidates.length > 1) found.ambiguous.push({ value, count, candidates });
    else found.matched += count;
  }
  const known = Array.from({ length: target.rows }, (_, row) => target.name(row)).filter((name) => name !== '');
  const suggested = new Map(
    (await nearestKnown(missing, known, new Set(names.rejected), breathe))
      .filter(({ confidence }) => confidence >= 0.5)
      .map(({ from, to }) => [from, to]),
  );
  const byCount = (a: { value: string; count: number }, b: { value: string; count: number }): number =>
    b.count - a.count || (a.value < b.value ? -1 : 1);
  for (const one of missing.sort(byCount)) {
    const to = suggested.get(one.value);
    if (to === undefined) found.unmatched.push(one);
    else found.near.push({ ...one, to });
  }
  found.ambiguous.sort(byCount);
  column.dictionary.forEach((text, code) => {
    const value = text.trim();
    if (!values.has(value)) return;
    const candidates = rows.get(value);
    found.state[code] = !candidates ? 3 : candidates.length > 1 ? 2 : 1;
  });
  return found;
}

/** The candidate whose `there` equals the row's `here`; undefined where none or several do. */
export function byRule(
  raw: RawTable,
  row: number,
  candidates: readonly number[],
  table: KnownTable,
  rule: { here: string; there: string },
): number | undefined {
  const here = columnOf(raw, rule.here);
  const there = columnOf(table.raw, rule.there);
  if (!here || !there) return undefined;
  const wanted = rawCell(here, row).trim();
  if (wanted === '') return undefined;
  const fitting = candidates.filter((one) => rawCell(there, one).trim() === wanted);
  return fitting.length === 1 ? fitting[0] : undefined;
}

/** Pairs of columns by which ambiguous cells can be decided: they hold the same values here and there. */
export function likelyRules(raw: RawTable, table: KnownTable, without: string): { here: string; there: string }[] {
  const ids = new Set([...handles(table), without]);
  return raw.columns.flatMap((here) => {
    if (here.name === without) return [];
    const values = new Set(here.dictionary.map((text) => text.trim()).filter(Boolean));
    if (values.size < 2) return [];
    return table.raw.columns.flatMap((there) => {
      if (ids.has(there.name)) return [];
      const other = there.dictionary.map((text) => text.trim()).filter(Boolean);
      const shared = other.filter((text) => values.has(text)).length;
      return shared >= 2 && shared >= 0.5 * Math.min(values.size, other.length)
        ? [{ here: here.name, there: there.name }]
        : [];
    });
  });
}

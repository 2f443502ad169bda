/** Which records of a table the values of a column name: by id, by name, or by a name that counts as theirs. */
import { type Entries, preferredOf } from './names';
import { type Named, type Suggestion, suggestions } from './suggest';

/** The table that is pointed to. Ids may be empty where it has none. */
export interface Target {
  rows: number;
  id(row: number): string;
  name(row: number): string;
}

export interface Match {
  /** By value: the record it names, or those it may name; absent where none. */
  rows: Map<string, number[]>;
}

/** Finds each value among ids first, then among names, both as written and as they count. */
export function matchValues(values: Iterable<string>, target: Target, entries: Entries): Match {
  const ids = new Map<string, number[]>();
  const names = new Map<string, number[]>();
  const add = (places: Map<string, number[]>, key: string, row: number): void => {
    if (key === '') return;
    const rows = places.get(key);
    if (!rows) places.set(key, [row]);
    else if (!rows.includes(row)) rows.push(row);
  };
  for (let row = 0; row < target.rows; row++) {
    add(ids, target.id(row), row);
    add(names, target.name(row), row);
    add(names, preferredOf(entries, target.name(row)), row);
  }
  const rows = new Map<string, number[]>();
  for (const value of values) {
    const found = ids.get(value) ?? names.get(value) ?? names.get(preferredOf(entries, value));
    if (found) rows.set(value, found);
  }
  return { rows };
}

/** Values without a record, each with the known name that is nearest, where one is near enough to be suggested. */
export async function nearestKnown(
  values: readonly { value: string; count: number }[],
  known: readonly string[],
  rejected: ReadonlySet<string>,
  breathe?: (share: number) => Promise<void> | void,
): Promise<Suggestion[]> {
  const register = new Set(known);
  const forms: Named[] = [
    ...[...register].map((form) => ({ form, count: 1, known: true })),
    ...values
      .filter(({ value }) => !register.has(value))
      .map(({ value, count }) => ({ form: value, count: Math.min(count, 3) })),
  ];
  const found = await suggestions(forms, rejected, breathe);
  return found.filter(({ to }) => register.has(to));
}

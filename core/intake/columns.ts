/** Which columns of a file are which of a table that is there. */
import type { ColumnSpec, RawTable } from '../tables';
import { folded } from '../names/keys';
import { own } from '../own';

/** A header without regard to capitals, accents, blanks and marks: `E-Mail Address` is `emailaddress`. */
const bare = (name: string): string => {
  const text = folded(name).replace(/[^\p{L}\p{N}]+/gu, '');
  return text === '' ? name : text;
};

/** By column that comes in the column of the table that it is: as said, else called the same, else alike. Each column of the table is taken once. */
export function columnsMatched(
  coming: readonly string[],
  there: readonly string[],
  said: Readonly<Record<string, string>> = {},
): Map<string, string> {
  const matched = new Map<string, string>();
  const free = new Set(there);
  const take = (name: string, to: string | undefined): void => {
    if (to === undefined || matched.has(name) || !free.delete(to)) return;
    matched.set(name, to);
  };
  const open = coming.filter((name) => own(said, name) === undefined);
  for (const name of coming) take(name, own(said, name));
  for (const name of open) take(name, name);
  for (const name of open)
    take(
      name,
      there.find((to) => free.has(to) && bare(to) === bare(name)),
    );
  return matched;
}

/** The table with its columns called as those they are matched to; one of its own that would be called as another gets a number. */
export function withColumnsMatched(
  table: RawTable,
  specs: readonly ColumnSpec[],
  matched: ReadonlyMap<string, string>,
): { table: RawTable; specs: ColumnSpec[] } {
  const used = new Set(matched.values());
  const names = new Map<string, string>();
  for (const { name } of table.columns) {
    let to = matched.get(name);
    if (to === undefined) {
      to = name;
      for (let k = 2; used.has(to); k++) to = `${name} ${k}`;
      used.add(to);
    }
    names.set(name, to);
  }
  const called = (name: string): string => names.get(name) ?? name;
  return {
    table: { ...table, columns: table.columns.map((column) => ({ ...column, name: called(column.name) })) },
    specs: specs.map((spec) => ({ ...spec, name: called(spec.name) })),
  };
}

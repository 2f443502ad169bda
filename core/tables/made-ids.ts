/** Ids for records that have none. */

export interface MadeIds {
  /** What stands before the number. */
  letter: string;
  /** Digits of the number at least. */
  width: number;
}

/** A letter of what the table is called, and as many digits as its rows need, three at least. */
export const idsFor = (name: string, rows: number): MadeIds => ({
  letter: (/\p{L}/u.exec(name)?.[0] ?? 'R').toUpperCase(),
  width: Math.max(3, String(rows).length),
});

export const madeId = ({ letter, width }: MadeIds, row: number): string =>
  letter + String(row + 1).padStart(width, '0');

/** A name for their column that no other has. */
export function idColumn(names: readonly string[]): string {
  let name = 'id';
  for (let k = 2; names.includes(name); k++) name = `id ${k}`;
  return name;
}

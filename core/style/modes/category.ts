/** Looks that tell categories apart: each value of a column has its own. */
import * as z from 'zod';
import { type Column, cellText, rowsOf } from '../../tables';
import { own } from '../../own';

const by = z.literal('category').meta({ title: 'by category' });

/** A way of setting a channel by category; `most` values at most, where more could not be told apart. */
export const byCategory = <S extends z.ZodRawShape>(
  of: 'nodes' | 'edges',
  shape: S,
  more: { most?: number; wish?: string } = {},
) => z.object({ by, column: z.string().meta({ title: 'Column', column: { of, as: 'category', ...more } }), ...shape });

/** Values of a column with their counts, most frequent first, equal counts as in the dictionary; an empty cell is no value. */
export function categories(col: Column): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  const rows = rowsOf(col);
  if (col.type === 'text') {
    const tally = new Uint32Array(col.dictionary.length);
    for (const code of col.codes) if (code >= 0) tally[code]++;
    col.dictionary.forEach((value, code) => tally[code] && counts.set(value, tally[code]));
  } else {
    for (let r = 0; r < rows; r++) {
      const text = cellText(col, r);
      if (text !== '') counts.set(text, (counts.get(text) ?? 0) + 1);
    }
  }
  return Array.from(counts, ([value, count]) => ({ value, count })).sort((a, b) => b.count - a.count);
}

/** A number for the value of each row, −1 where it is empty. */
export function categoryCodes(col: Column): Int32Array {
  if (col.type === 'text') return col.codes;
  const numbers = new Map<string, number>();
  return Int32Array.from({ length: rowsOf(col) }, (_, r) => {
    const text = cellText(col, r);
    if (text === '') return -1;
    const known = numbers.get(text);
    if (known !== undefined) return known;
    numbers.set(text, numbers.size);
    return numbers.size - 1;
  });
}

/** The look of each value in the order of frequency: set by hand, else the next that is there; `rest` for those beyond, and for all where some are set by hand. */
export function lookOf<T>(
  value: string,
  place: number,
  byHand: Readonly<Record<string, T>>,
  looks: readonly T[],
  rest?: T,
): T {
  const chosen = own(byHand, value);
  if (chosen !== undefined) return chosen;
  if (rest !== undefined && Object.keys(byHand).length > 0) return rest;
  return looks[Math.min(place, looks.length - 1)];
}

/** Writes for each row the place of its value's look among all looks; the first where it has none. */
export function fillPlaces<T>(
  col: Column,
  entries: readonly { value: string; look: T }[],
  looks: readonly T[],
  into: Uint8Array,
): void {
  const byValue = new Map(entries.map(({ value, look }) => [value, looks.indexOf(look)]));
  for (let r = 0; r < into.length; r++) into[r] = byValue.get(cellText(col, r)) ?? 0;
}

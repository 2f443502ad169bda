/** What columns say of the rows that are shown. */
import { grouped } from '../fault';
import type { Column } from '../tables';

export interface Summary {
  short: string;
  long: string;
}

/** What a column says of all rows that are shown, in short and at length: the mean of numbers, how many different values of all else. */
export function summaryOf(col: Column, rows: Uint32Array, said: (value: number) => string): Summary {
  if (col.type === 'number') {
    let [sum, many, low, high] = [0, 0, Infinity, -Infinity];
    for (const row of rows) {
      const value = col.values[row];
      if (value !== value) continue;
      sum += value;
      many++;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    if (!many) return { short: '–', long: 'no values' };
    return {
      short: `mean ${said(sum / many)}`,
      long: `sum ${said(sum)}, mean ${said(sum / many)}, from ${said(low)} to ${said(high)}, ${grouped(many)} of ${grouped(rows.length)} filled`,
    };
  }
  if (col.type !== 'text' && col.type !== 'yesno') return { short: '', long: '' };
  const codes = col.type === 'text' ? col.codes : col.values;
  const found = new Set<number>();
  let filled = 0;
  for (const row of rows) {
    if (codes[row] < 0) continue;
    filled++;
    found.add(codes[row]);
  }
  return {
    short: found.size === 1 ? '1 value' : `${grouped(found.size)} values`,
    long: `${grouped(found.size)} different, ${grouped(filled)} of ${grouped(rows.length)} filled`,
  };
}

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
    // By places: walking typed arrays is several times slower, and tables of a million rows wait for it.
    for (let i = 0; i < rows.length; i++) {
      const value = col.values[rows[i]];
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
  const seen = new Uint8Array(col.type === 'text' ? col.dictionary.length : 2);
  let [filled, found] = [0, 0];
  for (let i = 0; i < rows.length; i++) {
    const code = codes[rows[i]];
    if (code < 0) continue;
    filled++;
    if (seen[code]) continue;
    seen[code] = 1;
    found++;
  }
  return {
    short: found === 1 ? '1 value' : `${grouped(found)} values`,
    long: `${grouped(found)} different, ${grouped(filled)} of ${grouped(rows.length)} filled`,
  };
}

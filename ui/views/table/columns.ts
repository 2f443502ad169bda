/** The columns of a table as they are shown: which, in which order, how wide, which stay at the left. */
import type { Column } from '@/core/tables';
import type { TableState } from '@/ui/state/table';

const usual = 132;
export const narrowest = 60;

export interface ShownColumn {
  col: Column;
  width: number;
  /** Where it stays, in pixels from the left; undefined: it goes with the others. */
  left?: number;
}

/** The first column always, then those that stay, then the others. Names that are no column any more are passed over. */
export function shownColumns(
  columns: readonly Column[],
  { columns: chosen, pinned, widths }: TableState,
): ShownColumn[] {
  const [first, ...rest] = columns;
  if (!first) return [];
  const wanted = chosen ? chosen.flatMap((name) => rest.find((col) => col.name === name) ?? []) : rest;
  const stays = wanted.filter(({ name }) => pinned.includes(name));
  const all = [first, ...stays, ...wanted.filter((col) => !stays.includes(col))];
  let left = 0;
  return all.map((col, i) => {
    const width = widths.get(col.name) ?? usual;
    const at = left;
    left += width;
    return i <= stays.length ? { col, width, left: at } : { col, width };
  });
}

/** What a column says of all rows that are shown, in short and at length: the mean of numbers, how many different values of all else. */
export function summaryOf(
  col: Column,
  rows: Uint32Array,
  said: (value: number) => string,
): { short: string; long: string } {
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
      long: `sum ${said(sum)}, mean ${said(sum / many)}, from ${said(low)} to ${said(high)}, ${many} of ${rows.length} filled`,
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
    short: found.size === 1 ? '1 value' : `${found.size} values`,
    long: `${found.size} different, ${filled} of ${rows.length} filled`,
  };
}

/** Number columns that hold years, which have neither decimals nor thousands. */
import type { Column } from './column';
import { namesYears } from './headers';

const known = new WeakMap<Float64Array, boolean>();

/** Whether all filled cells are whole numbers of four digits, under a header that names years or within the years that records are of (1400 to 2100). */
export function isYears(col: Column): boolean {
  if (col.type !== 'number') return false;
  const before = known.get(col.values);
  if (before !== undefined) return before;
  let filled = 0;
  let [low, high] = [Infinity, -Infinity];
  let whole = true;
  for (const value of col.values) {
    if (Number.isNaN(value)) continue;
    filled++;
    if (!Number.isInteger(value)) whole = false;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const years =
    filled > 0 &&
    whole &&
    low >= 1000 &&
    high <= 2999 &&
    (namesYears(col.name) || (low >= 1400 && high <= 2100 && filled > 2));
  known.set(col.values, years);
  return years;
}

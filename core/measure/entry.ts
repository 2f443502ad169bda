/** Where a pair stands in compressed rows. */
import type { Adjacency } from '../graph';

/** Place of the entry v → u in rows whose neighbours ascend; −1 where there is none. */
export function entryOf(rows: Adjacency, v: number, u: number): number {
  let low = rows.offsets[v];
  let high = rows.offsets[v + 1] - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (rows.to[middle] === u) return middle;
    if (rows.to[middle] < u) low = middle + 1;
    else high = middle - 1;
  }
  return -1;
}

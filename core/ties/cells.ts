/** The cells of an incidence: which two things stand in one row, and what they weigh. */
import { type Rows, bundled, groupedPairs, sizesOf } from '../graph';
import { amounts } from './gather';
import type { IncidenceTies } from './settings';

/** Pairs of a left and a right thing, with the rows in which both stand. */
export interface Cells {
  left: Uint32Array;
  right: Uint32Array;
  behind: Rows;
}

/** How many items row r holds. */
export const sizeAt = (rows: Rows, r: number): number => rows.offsets[r + 1] - rows.offsets[r];

/** All pairs of a left and a right thing in one row that both pass, each once. */
export function cellsOf(leftRows: Rows, rightRows: Rows, passes: (v: number) => boolean): Cells {
  const a: number[] = [];
  const b: number[] = [];
  const row: number[] = [];
  let n = 0;
  for (let r = 0; r + 1 < leftRows.offsets.length; r++) {
    for (let i = leftRows.offsets[r]; i < leftRows.offsets[r + 1]; i++) {
      const l = leftRows.items[i];
      if (!passes(l)) continue;
      for (let j = rightRows.offsets[r]; j < rightRows.offsets[r + 1]; j++) {
        const other = rightRows.items[j];
        if (!passes(other)) continue;
        n = Math.max(n, l + 1, other + 1);
        a.push(l);
        b.push(other);
        row.push(r);
      }
    }
  }
  const all = { a: Uint32Array.from(a), b: Uint32Array.from(b) };
  const { of, count } = groupedPairs(all.a, all.b, n);
  const left = new Uint32Array(count);
  const right = new Uint32Array(count);
  for (let k = 0; k < of.length; k++) {
    left[of[k]] = all.a[k];
    right[of[k]] = all.b[k];
  }
  return { left, right, behind: bundled(of, Uint32Array.from(row), count) };
}

/** Two-mode: each record gives 1 to each of its ties, in fractions 1 in all; or a number column says what it gives. `rows` is the number of records. */
export function cellWeights(
  settings: IncidenceTies,
  { behind }: Cells,
  weights: Float64Array | undefined,
  rows: number,
): Float64Array {
  if (weights) return amounts(weights, behind, settings.weightBy);
  if (settings.counting === 'full') return Float64Array.from(sizesOf(behind));
  const share = new Float64Array(rows);
  for (const r of behind.items) share[r]++;
  for (let r = 0; r < rows; r++) share[r] = 1 / share[r];
  return amounts(share, behind, 'sum');
}

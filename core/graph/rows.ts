/** Compressed rows of indices, turned and put together. */
import type { Rows } from './network';

/** Row i of the result holds the rows in which i stands, ascending; `size` is one more than the highest item. */
export function transposed(rows: Rows, size: number): Rows {
  const offsets = new Uint32Array(size + 1);
  for (let k = 0; k < rows.items.length; k++) offsets[rows.items[k] + 1]++;
  for (let i = 0; i < size; i++) offsets[i + 1] += offsets[i];
  const next = offsets.slice(0, size);
  const items = new Uint32Array(rows.items.length);
  const n = rows.offsets.length - 1;
  for (let r = 0; r < n; r++) {
    for (let k = rows.offsets[r]; k < rows.offsets[r + 1]; k++) items[next[rows.items[k]]++] = r;
  }
  return { offsets, items };
}

/** Pairs `of[k]` → `items[k]` as compressed rows, in the order in which they stand; `size` rows. */
export function bundled(of: Uint32Array, items: Uint32Array, size: number): Rows {
  const offsets = new Uint32Array(size + 1);
  for (let k = 0; k < of.length; k++) offsets[of[k] + 1]++;
  for (let i = 0; i < size; i++) offsets[i + 1] += offsets[i];
  const next = offsets.slice(0, size);
  const sorted = new Uint32Array(items.length);
  for (let k = 0; k < of.length; k++) sorted[next[of[k]]++] = items[k];
  return { offsets, items: sorted };
}

/** Only the items for which `to[item]` is 0 or more, renumbered so; what becomes the same stands once in a row. Rows stay, also those that lose everything. */
export function renumbered(rows: Rows, to: Int32Array): Rows {
  const n = rows.offsets.length - 1;
  const offsets = new Uint32Array(n + 1);
  const items = new Uint32Array(rows.items.length);
  let highest = -1;
  for (const item of to) if (item > highest) highest = item;
  const last = new Int32Array(highest + 1).fill(-1);
  let at = 0;
  for (let r = 0; r < n; r++) {
    for (let k = rows.offsets[r]; k < rows.offsets[r + 1]; k++) {
      const item = to[rows.items[k]];
      if (item < 0 || last[item] === r) continue;
      last[item] = r;
      items[at++] = item;
    }
    offsets[r + 1] = at;
  }
  return { offsets, items: items.slice(0, at) };
}

/** Pairs that are the same, numbered in the order in which they first stand; `n` is one more than the highest of either array. */
export function groupedPairs(a: Uint32Array, b: Uint32Array, n: number): { of: Uint32Array; count: number } {
  const all = counting(a.length);
  // Two stable counting passes bring equal pairs together, each run in the order in which it stood.
  const byB = bundled(b, all, n).items;
  const aOfB = new Uint32Array(byB.length);
  for (let k = 0; k < byB.length; k++) aOfB[k] = a[byB[k]];
  const sorted = bundled(aOfB, byB, n).items;
  const first = new Uint32Array(a.length);
  for (let k = 0; k < sorted.length; k++) {
    const before = k > 0 ? sorted[k - 1] : -1;
    const same = before >= 0 && a[before] === a[sorted[k]] && b[before] === b[sorted[k]];
    first[sorted[k]] = same ? first[before] : sorted[k];
  }
  const of = new Uint32Array(a.length);
  let count = 0;
  for (let k = 0; k < a.length; k++) of[k] = first[k] === k ? count++ : of[first[k]];
  return { of, count };
}

/** 0, 1, 2 … */
export function counting(length: number): Uint32Array<ArrayBuffer> {
  const numbers = new Uint32Array(length);
  for (let i = 0; i < length; i++) numbers[i] = i;
  return numbers;
}

/** How many items each row holds. */
export function sizesOf(rows: Rows): Uint32Array {
  const sizes = new Uint32Array(rows.offsets.length - 1);
  for (let r = 0; r < sizes.length; r++) sizes[r] = rows.offsets[r + 1] - rows.offsets[r];
  return sizes;
}

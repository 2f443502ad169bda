/** Two measures of the same nodes. */

/** Ranks from 1, the highest value first; equal values share the mean of their ranks. */
export function meanRanks(values: Float64Array): Float64Array {
  const order = Uint32Array.from(values.keys()).sort((a, b) => values[b] - values[a] || a - b);
  const ranks = new Float64Array(values.length);
  for (let i = 0; i < order.length;) {
    let j = i;
    while (j + 1 < order.length && values[order[j + 1]] === values[order[i]]) j++;
    for (let k = i; k <= j; k++) ranks[order[k]] = (i + j) / 2 + 1;
    i = j + 1;
  }
  return ranks;
}

/** Places where both have a value. */
function paired(a: Float64Array, b: Float64Array): [Float64Array, Float64Array] {
  const both = Array.from(a.keys()).filter((v) => !Number.isNaN(a[v]) && !Number.isNaN(b[v]));
  return [Float64Array.from(both, (v) => a[v]), Float64Array.from(both, (v) => b[v])];
}

/** Pearson’s correlation; NaN where one does not vary. */
export function correlation(a: Float64Array, b: Float64Array): number {
  const n = a.length;
  let [ma, mb] = [0, 0];
  for (let i = 0; i < n; i++) {
    ma += a[i] / n;
    mb += b[i] / n;
  }
  let [aa, bb, ab] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    aa += (a[i] - ma) ** 2;
    bb += (b[i] - mb) ** 2;
    ab += (a[i] - ma) * (b[i] - mb);
  }
  return aa > 0 && bb > 0 ? Math.max(-1, Math.min(1, ab / Math.sqrt(aa * bb))) : NaN;
}

/** Spearman’s rho: the correlation of the mean ranks. Nodes without one of the values are left out. */
export function spearman(a: Float64Array, b: Float64Array): number {
  const [x, y] = paired(a, b);
  return correlation(meanRanks(x), meanRanks(y));
}

/**
 * Kendall’s tau-b: concordant less discordant pairs over √((pairs untied in a)(pairs untied in b)). Discordant pairs are counted as inversions by merging
 * (Knight 1966), n log n. NaN where one does not vary.
 */
export function kendall(a: Float64Array, b: Float64Array): number {
  const [x, y] = paired(a, b);
  const n = x.length;
  const order = Uint32Array.from(x.keys()).sort((i, j) => x[i] - x[j] || y[i] - y[j]);
  const runs = (same: (i: number, j: number) => boolean, of: Uint32Array): number => {
    let sum = 0;
    for (let i = 0; i < n;) {
      let j = i;
      while (j + 1 < n && same(of[i], of[j + 1])) j++;
      sum += ((j - i + 1) * (j - i)) / 2;
      i = j + 1;
    }
    return sum;
  };
  const tiedX = runs((i, j) => x[i] === x[j], order);
  const tiedBoth = runs((i, j) => x[i] === x[j] && y[i] === y[j], order);
  let swaps = 0;
  let from = Float64Array.from(order, (i) => y[i]);
  let into = new Float64Array(n);
  for (let width = 1; width < n; width *= 2) {
    for (let low = 0; low < n; low += 2 * width) {
      const middle = Math.min(low + width, n);
      const high = Math.min(low + 2 * width, n);
      let i = low;
      let j = middle;
      for (let k = low; k < high; k++) {
        if (i < middle && (j >= high || from[i] <= from[j])) into[k] = from[i++];
        else {
          swaps += middle - i;
          into[k] = from[j++];
        }
      }
    }
    [from, into] = [into, from];
  }
  const byY = Uint32Array.from(y.keys()).sort((i, j) => y[i] - y[j]);
  const tiedY = runs((i, j) => y[i] === y[j], byY);
  const all = (n * (n - 1)) / 2;
  const untied = Math.sqrt((all - tiedX) * (all - tiedY));
  return untied > 0 ? (all - tiedX - tiedY + tiedBoth - 2 * swaps) / untied : NaN;
}

/** Places of the highest `count` values, and all equal to the last of them. */
export function topOf(values: Float64Array, count: number): number[] {
  const order = Array.from(values.keys())
    .filter((v) => !Number.isNaN(values[v]))
    .sort((a, b) => values[b] - values[a] || a - b);
  if (order.length <= count) return order;
  const least = values[order[count - 1]];
  return order.filter((v, i) => i < count || values[v] === least);
}

/** Nodes that stand in both lists. */
export function topOverlap(
  a: Float64Array,
  b: Float64Array,
  count: number,
): { both: number[]; first: number; second: number } {
  const first = topOf(a, count);
  const second = new Set(topOf(b, count));
  return { both: first.filter((v) => second.has(v)), first: first.length, second: second.size };
}

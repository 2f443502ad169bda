/** Stretches of degrees. */

/** The middle of the shortest stretch of degrees east that holds them all, and its length; 0 and 0 for none. */
export function eastStretch(degrees: Iterable<number>): { middle: number; length: number } {
  const sorted = Float64Array.from(degrees).sort();
  if (!sorted.length) return { middle: 0, length: 0 };
  // The widest gap lies outside of the stretch.
  let [gap, after] = [sorted[0] + 360 - sorted[sorted.length - 1], 0];
  for (let i = 1; i < sorted.length; i++)
    if (sorted[i] - sorted[i - 1] > gap) [gap, after] = [sorted[i] - sorted[i - 1], i];
  return { middle: sorted[after] + (360 - gap) / 2, length: 360 - gap };
}

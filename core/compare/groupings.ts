/** Two groupings of the same nodes. */

/** Rows: values of the first, columns: of the second. */
export interface CrossTable {
  counts: number[][];
  rows: number[];
  columns: number[];
  total: number;
}

/** How many nodes are in each pair of groups; nodes without a group in either (−1) are left out. */
export function crossTable(a: ArrayLike<number>, b: ArrayLike<number>): CrossTable {
  let r = 0;
  let c = 0;
  for (let v = 0; v < a.length; v++) {
    r = Math.max(r, a[v] + 1);
    c = Math.max(c, b[v] + 1);
  }
  const counts = Array.from({ length: r }, () => new Array<number>(c).fill(0));
  const rows = new Array<number>(r).fill(0);
  const columns = new Array<number>(c).fill(0);
  let total = 0;
  for (let v = 0; v < a.length; v++) {
    if (a[v] < 0 || b[v] < 0) continue;
    counts[a[v]][b[v]]++;
    rows[a[v]]++;
    columns[b[v]]++;
    total++;
  }
  return { counts, rows, columns, total };
}

const pairs = (n: number): number => (n * (n - 1)) / 2;

/**
 * Adjusted Rand index (Hubert & Arabie 1985): agreement over pairs of nodes beyond what the sizes of the groups would give; 1 for equal groupings, also
 * where both put all nodes together or all apart; NaN without two nodes.
 */
export function adjustedRand({ counts, rows, columns, total }: CrossTable): number {
  if (total < 2) return NaN;
  let together = 0;
  for (const row of counts) for (const count of row) together += pairs(count);
  const a = rows.reduce((sum, count) => sum + pairs(count), 0);
  const b = columns.reduce((sum, count) => sum + pairs(count), 0);
  const expected = (a * b) / pairs(total);
  const most = (a + b) / 2;
  return most === expected ? 1 : (together - expected) / (most - expected);
}

/** Mutual information over the arithmetic mean of the two entropies (Strehl & Ghosh 2002; Vinh et al. 2010); 1 where both have one group. */
export function normalisedMutualInformation({ counts, rows, columns, total }: CrossTable): number {
  if (total === 0) return NaN;
  const entropy = (sizes: readonly number[]): number =>
    sizes.reduce((sum, n) => (n > 0 ? sum - (n / total) * Math.log(n / total) : sum), 0);
  let shared = 0;
  counts.forEach((row, i) =>
    row.forEach((n, j) => {
      if (n > 0) shared += (n / total) * Math.log((n * total) / (rows[i] * columns[j]));
    }),
  );
  const mean = (entropy(rows) + entropy(columns)) / 2;
  return mean > 0 ? shared / mean : 1;
}

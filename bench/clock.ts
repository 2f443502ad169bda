/** Times work: the least of several runs after one to warm up, so that a noisy machine disturbs little. */
export async function milliseconds(work: () => unknown, runs = 3, warmUp = true): Promise<number> {
  if (warmUp) await work();
  let least = Infinity;
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

export interface Line {
  what: string;
  ours: number;
  /** What it is measured against, and how long that took; a bare figure has none. */
  against?: { what: string; took: number };
  /** What is aimed for, in words. */
  aim: string;
  note?: string;
}

const time = (ms: number): string => (ms < 1000 ? `${ms.toFixed(ms < 10 ? 1 : 0)} ms` : `${(ms / 1000).toFixed(2)} s`);

/** A table of lines with ratios. */
export function printed(lines: readonly Line[]): string {
  const cells = lines.map(({ what, ours, against, aim, note }) => [
    what,
    time(ours),
    against ? `${time(against.took)} ${against.what}` : '',
    against ? `${(against.took / ours).toFixed(2)}×` : '',
    aim,
    note ?? '',
  ]);
  const rows = [['', 'here', 'against', 'faster', 'aim', ''], ...cells];
  const widths = rows[0].map((_, c) => Math.max(...rows.map((row) => row[c].length)));
  return rows.map((row) => row.map((cell, c) => cell.padEnd(widths[c])).join('  ').trimEnd()).join('\n') + '\n'; // prettier-ignore
}

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

/** What one piece of work takes: on the wall, and of all processors together; the least of each. */
export interface Took {
  ms: number;
  cpu: number;
}

/** Runs work on what `make` gives for each run; the first run warms up and does not count, unless there is only one. */
export async function least<T>(runs: number, make: () => T, work: (given: T) => unknown): Promise<Took> {
  const took: Took = { ms: Infinity, cpu: Infinity };
  for (let i = runs > 1 ? -1 : 0; i < runs; i++) {
    const given = make();
    const before = process.cpuUsage();
    const start = performance.now();
    await work(given);
    const ms = performance.now() - start;
    const { user, system } = process.cpuUsage(before);
    if (i < 0) continue;
    took.ms = Math.min(took.ms, ms);
    took.cpu = Math.min(took.cpu, (user + system) / 1000);
  }
  return took;
}

export interface Line {
  what: string;
  ours: number;
  /** Of all processors together, in milliseconds. */
  cpu?: number;
  /** What it is measured against, and how long that took; a bare figure has none. */
  against?: { what: string; took: number };
  /** What is aimed for, in words. */
  aim: string;
  note?: string;
}

const time = (ms: number): string => (ms < 1000 ? `${ms.toFixed(ms < 10 ? 1 : 0)} ms` : `${(ms / 1000).toFixed(2)} s`);

/** A table of lines with ratios. */
export function printed(lines: readonly Line[]): string {
  const cells = lines.map(({ what, ours, cpu, against, aim, note }) => [
    what,
    time(ours),
    cpu === undefined ? '' : time(cpu),
    against ? `${time(against.took)} ${against.what}` : '',
    against ? `${(against.took / ours).toFixed(2)}×` : '',
    aim,
    note ?? '',
  ]);
  const rows = [['', 'here', 'processor', 'against', 'faster', 'aim', ''], ...cells];
  const widths = rows[0].map((_, c) => Math.max(...rows.map((row) => row[c].length)));
  return (
    rows
      .map((row) =>
        row
          .map((cell, c) => cell.padEnd(widths[c]))
          .join('  ')
          .trimEnd(),
      )
      .join('\n') + '\n'
  );
}

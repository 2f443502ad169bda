/** Work that splits into parts: run here one after the other, or by a crew of threads, with the same result to the bit. */

/** Lets long work report its share done, hand the thread back for a moment, be stopped, and be split. */
export interface Breath {
  /** Call often; resolves at once most of the time. Throws when the work was stopped. `share` is between 0 and 1. */
  breathe(share: number): Promise<void> | void;
  /** Threads that take parts; absent: everything is done here. */
  crew?: Crew;
}

/** For work that needs no interruption. */
export const atOnce: Breath = { breathe: () => undefined };

/** Threads that know the tasks by name. */
export interface Crew {
  readonly size: number;
  /** Hands the parts out and gives each result with its number as it comes; `stopped` is asked between parts by throwing. */
  run(
    task: string,
    shared: unknown,
    parts: readonly unknown[],
    come: (result: unknown, part: number) => Promise<void> | void,
  ): Promise<void>;
}

/** A pure function of what all parts share and of one part; everything in it can be sent to a thread. */
export interface Task<Shared, Part, Result> {
  name: string;
  /** `breath` only matters where parts are long: threads go on to the end of theirs. */
  run(shared: Shared, part: Part, breath: Breath): Result | Promise<Result>;
}

/**
 * Runs all parts and gives their results to `take` in the order of the parts, whatever thread was faster. The parts must not depend on the number of
 * threads: sums then come out the same everywhere.
 */
export async function split<Shared, Part, Result>(
  task: Task<Shared, Part, Result>,
  shared: Shared,
  parts: readonly Part[],
  breath: Breath,
  take: (result: Result, part: number) => void,
): Promise<void> {
  if (breath.crew && parts.length > 1) {
    const early = new Map<number, Result>();
    let next = 0;
    let done = 0;
    await breath.crew.run(task.name, shared, parts, async (result, part) => {
      early.set(part, result as Result);
      done++;
      for (let ready = early.get(next); ready !== undefined; ready = early.get(next)) {
        early.delete(next);
        take(ready, next++);
      }
      await breath.breathe(done / parts.length);
    });
    return;
  }
  for (const [i, part] of parts.entries()) {
    await breath.breathe(i / parts.length);
    take(await task.run(shared, part, breath), i);
  }
}

/** The numbers 0 … n−1 in at most `most` runs of about equal length, each of at least `least`; from (inclusive) and to (exclusive). */
export function runs(n: number, most = 64, least = 16): { from: number; to: number }[] {
  const count = Math.max(1, Math.min(most, Math.floor(n / least)));
  return Array.from({ length: count }, (_, i) => ({
    from: Math.floor((i * n) / count),
    to: Math.floor(((i + 1) * n) / count),
  }));
}

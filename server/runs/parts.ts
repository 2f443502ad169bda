/** Work that splits, over all processes that take parts: a crew whose threads are elsewhere. */
import { createHash } from 'node:crypto';
import { deserialize, serialize } from 'node:v8';
import { and, asc, eq, inArray, isNotNull, or } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import type { Crew } from '@/core/split';
import { database, inTransaction, runCall, runPart } from '@/server/db';
import { announce, listen } from '@/server/together/news';

/** A part that could not be done; the others stay, and are not done again when the run is asked for anew. */
export class BrokenPart extends Error {}

/** What hears of new parts and runs, and what of parts of a run that are done. */
export const workNews = 'work';
export const partNews = (runId: string): string => `parts ${runId}`;

/** Milliseconds until one looks for parts that are done, where nothing was heard. */
const look = 1000;

const pack = (value: unknown): Buffer => serialize(value);
export const unpack = (bytes: Buffer): unknown => deserialize(bytes);
export { pack };

/** The crew of a run: its parts are rows that any process takes. Equal work of a run has the same rows, so that a run that is begun again finds what was done. */
export function spread(runId: string): Crew {
  return {
    // Parts do not depend on it.
    size: 64,
    async run(task, shared, parts, come) {
      const given = pack(shared);
      const pieces = parts.map(pack);
      const hash = createHash('sha256').update(task).update(given);
      for (const piece of pieces) hash.update(piece);
      const call = hash.digest('hex').slice(0, 32);
      await put(runId, call, task, given, pieces);
      const open = new Set(parts.keys());
      let wake = (): void => undefined;
      const unheard = listen(partNews(runId), () => wake());
      try {
        while (open.size) {
          const heard = new Promise<void>((resolve) => {
            const timer = setTimeout(resolve, look);
            wake = () => {
              clearTimeout(timer);
              resolve();
            };
          });
          const ended = await endedParts(runId, call, open);
          for (const { number, result, fault, mendable } of ended) {
            if (result === null) throw broken(number, parts.length, fault ?? '', mendable);
            open.delete(number);
            await come(unpack(result), number);
          }
          if (!ended.length) await heard;
        }
      } finally {
        unheard();
      }
    },
  };
}

const broken = (number: number, of: number, why: string, mendable: boolean): Error =>
  mendable ? new Fault(why) : new BrokenPart(`Part ${number + 1} of ${of} broke off twice: ${why}`);

/** What one part and all parts share may have in bytes at once in a statement. */
const atOnce = 500;

async function put(runId: string, call: string, task: string, shared: Buffer, parts: readonly Buffer[]): Promise<void> {
  await inTransaction(async () => {
    await database().insert(runCall).values({ runId, call, task, shared }).onConflictDoNothing();
    for (let from = 0; from < parts.length; from += atOnce) {
      const some = parts.slice(from, from + atOnce);
      await database()
        .insert(runPart)
        .values(some.map((part, i) => ({ runId, call, number: from + i, part })))
        .onConflictDoNothing();
    }
    // A part that broke is tried again when its run is.
    await database()
      .update(runPart)
      .set({ fault: null, tries: 0, worker: null })
      .where(and(eq(runPart.runId, runId), eq(runPart.call, call), isNotNull(runPart.fault)));
    await announce({ study: workNews, thing: null });
  });
}

/** Some of the parts that ended; a few at a time, as results may be large. */
async function endedParts(runId: string, call: string, open: ReadonlySet<number>) {
  return database()
    .select({ number: runPart.number, result: runPart.result, fault: runPart.fault, mendable: runPart.mendable })
    .from(runPart)
    .where(
      and(
        eq(runPart.runId, runId),
        eq(runPart.call, call),
        inArray(runPart.number, [...open]),
        or(isNotNull(runPart.result), isNotNull(runPart.fault)),
      ),
    )
    .orderBy(asc(runPart.number))
    .limit(8);
}

/** What all parts of a call share; undefined where the run is over. */
export async function callOf(runId: string, call: string): Promise<{ task: string; shared: unknown } | undefined> {
  const [found] = await database()
    .select()
    .from(runCall)
    .where(and(eq(runCall.runId, runId), eq(runCall.call, call)));
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  return found && { task: found.task, shared: unpack(found.shared) };
}

/** Lets go of all parts of a run, which has come to its end. */
export async function clearParts(runId: string): Promise<void> {
  await database().delete(runCall).where(eq(runCall.runId, runId));
}

/** What came of work, kept under its digest: used by whoever needs the same, cleared when nobody has for long or there is too much of it. */
import { and, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { valueFromArrow, valueToArrow } from '@/core/formats/values';
import { digestOf } from '@/core/trail';
import { NotFound, studyFor } from '@/server/access';
import { database, houseSetting, result } from '@/server/db';
import { engine } from './engine';

/** The digest of what work comes to, from its key in a trail's cache. */
export const resultDigest = (key: string): string => digestOf(key);

const where = (studyId: string, digest: string) =>
  and(eq(result.studyId, studyId), eq(result.engine, engine()), eq(result.digest, digest));

/** Keeps it; where it is kept already it stays, as it is the same. */
export async function keepResult(studyId: string, digest: string, value: unknown): Promise<void> {
  const bytes = Buffer.from(valueToArrow(value));
  await database()
    .insert(result)
    .values({ studyId, engine: engine(), digest, bytes, size: bytes.length })
    .onConflictDoNothing();
}

/** The bytes as they are kept, for those who may read the study. @throws NotFound */
export async function resultBytes(studyId: string, digest: string): Promise<Buffer> {
  await studyFor(studyId, 'read');
  const [found] = await database()
    .update(result)
    .set({ usedAt: sql`now()` })
    .where(where(studyId, digest))
    .returning({ bytes: result.bytes });
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!found) throw new NotFound('Nothing is kept under this digest.');
  return found.bytes;
}

/** The value, where it is kept and can be read; undefined otherwise. */
export async function keptValue(studyId: string, digest: string): Promise<unknown> {
  const [found] = await database().select({ bytes: result.bytes }).from(result).where(where(studyId, digest));
  try {
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
    return found && valueFromArrow(found.bytes);
  } catch {
    return undefined;
  }
}

export async function isKept(studyId: string, digest: string): Promise<boolean> {
  const found = await database().select({ digest: result.digest }).from(result).where(where(studyId, digest));
  return found.length > 0;
}

/** How long results stay unused, and how much room they may take in all. */
export const limitsSchema = z.object({
  days: z.number().int().min(1).max(3650).default(30),
  megabytes: z.number().int().min(16).max(1_000_000).default(4096),
});
export type ResultLimits = z.infer<typeof limitsSchema>;

const setting = 'results';

export async function resultLimits(): Promise<ResultLimits> {
  const [found] = await database().select().from(houseSetting).where(eq(houseSetting.name, setting));
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  return limitsSchema.catch(limitsSchema.parse({})).parse(found?.value ?? {});
}

export async function setResultLimits(limits: ResultLimits): Promise<void> {
  await database()
    .insert(houseSetting)
    .values({ name: setting, value: limits })
    .onConflictDoUpdate({ target: houseSetting.name, set: { value: limits } });
  await clearResults();
}

/** How many are kept, and the bytes that they take. */
export async function resultsKept(): Promise<{ count: number; bytes: number }> {
  const [found] = await database()
    .select({ count: sql<number>`count(*)::int`, bytes: sql<number>`coalesce(sum(size), 0)::float8` })
    .from(result);
  return found;
}

/** Lets go of what was unused for long and of runs that ended as long ago, and of the longest unused beyond the room there is. */
export async function clearResults(): Promise<void> {
  const { days, megabytes } = await resultLimits();
  await database()
    .delete(result)
    .where(sql`${result.usedAt} < now() - make_interval(days => ${days})`);
  await database().execute(sql`delete from run where ended_at < now() - make_interval(days => ${days})`);
  await database().execute(sql`
    delete from result r using (
      select study_id, engine, digest, sum(size::bigint) over (order by used_at desc, made_at desc, digest) as upto
      from result) o
    where o.upto > ${megabytes * 1_048_576}::bigint
      and r.study_id = o.study_id and r.engine = o.engine and r.digest = o.digest`);
}

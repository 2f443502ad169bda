/** When the line of a feed was lost. */
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { database, feedCut } from '@/server/db';

/** Writes down that the line was lost; or, with `fetched`, that it is there again. */
export async function cut(id: string, why: string): Promise<void> {
  const [open] = await database()
    .select({ id: feedCut.id })
    .from(feedCut)
    .where(and(eq(feedCut.feedId, id), isNull(feedCut.until)));
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!open) await database().insert(feedCut).values({ feedId: id, why });
}
export async function mended(id: string, fetched: number, gap: boolean): Promise<void> {
  await database()
    .update(feedCut)
    .set({ until: sql`now()`, fetched, gap })
    .where(and(eq(feedCut.feedId, id), isNull(feedCut.until)));
}
/** What was fetched because single messages did not come is told of the last cut. */
export async function lastCuts(id: string, some = 200): Promise<(typeof feedCut.$inferSelect)[]> {
  return database().select().from(feedCut).where(eq(feedCut.feedId, id)).orderBy(desc(feedCut.id)).limit(some);
}

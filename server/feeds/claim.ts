/** Who reads a feed: one process at a time, with the rights of whoever started it. */
import { randomUUID } from 'node:crypto';
import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { database, feed, person } from '@/server/db';
import { happened } from '@/server/happened';
import type { Person } from '@/server/people/person';
import { announce } from '@/server/together/news';
import type { FeedRow } from './row';

/** Seconds without a sign after which another process may read the feed. */
export const lease = 15;
/** Takes a feed that nobody reads; undefined where it does not run, or another process reads it. */
export async function claim(id: string): Promise<{ row: FeedRow; reader: string } | undefined> {
  const reader = randomUUID();
  const [row] = await database()
    .update(feed)
    .set({ reader, signAt: sql`now()` })
    .where(
      and(
        eq(feed.id, id),
        eq(feed.running, true),
        or(isNull(feed.reader), lt(feed.signAt, sql`now() - make_interval(secs => ${lease})`)),
      ),
    )
    .returning();
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  return row && { row, reader };
}

/** Writes that a feed has stopped, and why, where `reader` reads it. */
export async function stopped(row: FeedRow, reader: string, why: string): Promise<void> {
  await database()
    .update(feed)
    .set({ running: false, connected: false, reader: null, why })
    .where(and(eq(feed.id, row.id), eq(feed.reader, reader)));
  await happened(row.studyId, `had the feed “${row.name}” stop: ${why}`);
  await announce({ study: row.studyId, thing: row.id, feed: true });
}

/** Whose rights the feed has: whoever started it. @throws Fault where they may not change the study any more */
export async function starter({ startedBy }: FeedRow): Promise<Person> {
  const [found] = startedBy ? await database().select().from(person).where(eq(person.id, startedBy)) : [];
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!found || found.deactivatedAt)
    throw new Fault('Whoever started it has no account any more. Somebody else can have it go on.');
  const { id, name, email, administrator } = found;
  return { id, name, email, administrator };
}

/** PostgreSQL has no room on its disk. */
export const noRoom = (error: unknown): boolean => {
  for (let one = error; one instanceof Error; one = one.cause)
    if ((one as { code?: string }).code === '53100') return true;
  return false;
};

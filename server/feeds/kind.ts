/** Feeds as jobs: one process at most reads each. */
import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
import { database, feed } from '@/server/db';
import type { Kind } from '@/server/jobs';
import { lease } from './claim';
import { readFeed } from './runner';

export const feedJobs: Kind = {
  queue: 'feeds',
  async left() {
    const found = await database()
      .select({ id: feed.id })
      .from(feed)
      .where(
        and(
          eq(feed.running, true),
          or(isNull(feed.reader), lt(feed.signAt, sql`now() - make_interval(secs => ${lease})`)),
        ),
      );
    return found.map(({ id }) => id);
  },
  take: readFeed,
};

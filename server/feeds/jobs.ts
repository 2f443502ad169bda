/** Feeds are read by jobs of a queue in the same database: any process on it takes them, and one at most reads each feed. */
import PgBoss from 'pg-boss';
import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
import { log } from '@/server/answer';
import { database, feed } from '@/server/db';
import { lease } from './claim';
import { readFeed } from './runner';

const queue = 'feeds';
/** Milliseconds between looks for feeds that nobody reads, and until a start that failed is tried again. */
const look = 5000;

interface Jobs {
  boss: PgBoss;
  timer: NodeJS.Timeout;
  ending: AbortController;
  reading: Map<string, Promise<unknown>>;
}
const shared = globalThis as { nunatakJobs?: Promise<Jobs> };

/** Takes jobs from now on, until `endJobs`. Where the database is away it is tried again. */
export async function startJobs(): Promise<void> {
  shared.nunatakJobs ??= begin();
  await shared.nunatakJobs;
}

async function begin(): Promise<Jobs> {
  const ending = new AbortController();
  const reading = new Map<string, Promise<unknown>>();
  for (;;) {
    const boss = new PgBoss({
      connectionString: process.env.DATABASE_URL,
      ...{ schema: 'jobs', max: 2, schedule: false, application_name: 'nunatak jobs' },
    });
    boss.on('error', (error) => log.warn({ error }, 'the queue of jobs'));
    try {
      await boss.start();
      await boss.createQueue(queue);
      await boss.work<{ feed: string }>(queue, { pollingIntervalSeconds: 1, batchSize: 20 }, (jobs) => {
        // A job has somebody read the feed; it is done once somebody does.
        for (const { data } of jobs) if (!reading.has(data.feed)) reading.set(data.feed, read(data.feed));
        return Promise.resolve();
      });
      const read = (id: string): Promise<unknown> =>
        readFeed(id, ending.signal)
          .catch((error: unknown) => log.error({ error, feed: id }, 'a feed'))
          .finally(() => reading.delete(id));
      const timer = setInterval(() => void lookAfter(boss), look);
      timer.unref();
      void lookAfter(boss);
      return { boss, timer, ending, reading };
    } catch (error) {
      log.warn({ error }, 'the queue of jobs did not start');
      await boss.stop({ graceful: false, close: true }).catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, look));
    }
  }
}

/** Has those be read that run and are read by nobody: their process has ended. */
async function lookAfter(boss: PgBoss): Promise<void> {
  try {
    const left = await database()
      .select({ id: feed.id })
      .from(feed)
      .where(
        and(
          eq(feed.running, true),
          or(isNull(feed.reader), lt(feed.signAt, sql`now() - make_interval(secs => ${lease})`)),
        ),
      );
    for (const { id } of left) await send(boss, id);
  } catch {
    // The database is away for a moment: the next look finds them.
  }
}

const send = (boss: PgBoss, id: string): Promise<unknown> =>
  boss.send(queue, { feed: id }, { singletonKey: id, singletonSeconds: 2, expireInSeconds: 60, retryLimit: 0 });

/** Has somebody read a feed soon. Where this process takes no jobs, the others find it. */
export async function wake(id: string): Promise<void> {
  if (!shared.nunatakJobs) return;
  const { boss } = await shared.nunatakJobs;
  await send(boss, id).catch(() => undefined);
}

/** Stops reading, so that others go on, and takes no jobs any more. */
export async function endJobs(): Promise<void> {
  const going = shared.nunatakJobs;
  if (!going) return;
  shared.nunatakJobs = undefined;
  const { boss, timer, ending, reading } = await going;
  clearInterval(timer);
  ending.abort();
  await Promise.all(reading.values());
  await boss.stop({ graceful: false, close: true }).catch(() => undefined);
}

/** PostgreSQL itself is killed in mid-stream, and started anew: afterwards exactly the messages that were sent, each once. On a cluster of its own. */
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { startPractice } from '@/feed/practice';
import { log } from '@/server/answer';
import { database, feedMessage, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { createStudy } from '@/server/studies';
import { ownCluster } from '@/server/own-cluster';
import { endListening } from '@/server/together/news';
import { createFeed, feedPast, openFeed, startFeed, stopFeed } from '.';
import { readFeed } from './runner';

jest.setTimeout(180_000);
const until = async (what: string, holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 1200; i++) {
    if (await holds().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`never: ${what}`);
};

test('the reader waits for the database, goes on, and nothing is missing or twice', async () => {
  log.level = 'silent';
  const cluster = await ownCluster();
  const given = process.env.DATABASE_URL;
  process.env.DATABASE_URL = cluster.url;
  process.env.NUNATAK_KEY_FILE = join(cluster.folder, 'key');
  const people = ['Tove', 'Ewan', 'Petra'];
  const notices = people.map((writer, i) => ({ writer, text: 'bere', people: [people[(i + 1) % 3]], words: ['bere'] }));
  const board = await startPractice({ notices, keys: ['k'] });
  process.env.NUNATAK_FEEDS = board.address;
  const ending = new AbortController();
  try {
    await migrateDatabase();
    const { id: study } = await createStudy('Killed');
    const { id } = await createFeed(study, {
      ...{ name: 'Boards', address: board.address, key: 'k', follow: {}, ties: 'whom' },
    });
    const stored = async (): Promise<number[]> =>
      (await database().select({ id: feedMessage.id }).from(feedMessage).where(eq(feedMessage.feedId, id)))
        .map((row) => row.id)
        .sort((a, b) => a - b);
    await startFeed(study, id);
    // As a job is taken again where its reader gave up.
    const reading = (async () => {
      while (!ending.signal.aborted) {
        await readFeed(id, ending.signal).catch(() => undefined);
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    })();
    await until('a line', async () => (await openFeed(study, id)).connected);
    const burst = board.burst(4000, 2000);
    await until('some', async () => (await stored()).length > 500);
    cluster.kill();
    await burst;
    expect((await stored().catch(() => [])).length).toBe(0);
    await cluster.again();
    await until('all', async () => (await stored()).length === 4000);
    expect(await stored()).toEqual(Array.from({ length: 4000 }, (_, i) => i + 1));
    await until('it runs', async () => (await openFeed(study, id)).running);
    const { messages, nodes } = await openFeed(study, id);
    expect([messages, nodes]).toEqual([4000, 3]);
    expect((await feedPast(study, id)).minutes.reduce((sum, one) => sum + one.messages, 0)).toBe(4000);
    await stopFeed(study, id);
    ending.abort();
    await reading;
  } finally {
    ending.abort();
    await endListening();
    await pool().end();
    await board.stop();
    await cluster.end();
    process.env.DATABASE_URL = given;
  }
});

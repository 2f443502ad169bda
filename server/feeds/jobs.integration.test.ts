/** Feeds as jobs, and what their pages hear: begun by whoever takes jobs, looked after, handed on; told to those who may read, as long as they may. */
import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { and, eq, inArray } from 'drizzle-orm';
import { type Practice, startPractice } from '@/feed/practice';
import { log } from '@/server/answer';
import { database, feed, member, person, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { type Person, actAs } from '@/server/people/person';
import { createStudy } from '@/server/studies';
import { endListening } from '@/server/together/news';
import { endJobs, startJobs as takeJobs } from '@/server/jobs';
import { feedJobs } from './kind';
import { type FeedNews, feedNews } from './live';
import { createFeed, openFeed, startFeed, stopFeed } from '.';

const startJobs = (): Promise<void> => takeJobs([feedJobs]);
jest.setTimeout(60_000);
const notices = Array.from({ length: 30 }, (_, i) => ({
  ...{ writer: `Person ${i % 6}`, text: 'bere', words: ['bere'] },
  people: [`Person ${(i + 1) % 6}`],
}));
let board: Practice;
let owner: Person;
beforeAll(async () => {
  log.level = 'silent';
  process.env.NUNATAK_KEY_FILE = join(mkdtempSync(join(tmpdir(), 'nunatak-keys-')), 'key');
  await migrateDatabase();
  // Whatever ran on this database before is nobody’s any more.
  await database().update(feed).set({ running: false });
  board = await startPractice({ notices, keys: ['jobs-test-key'] });
  process.env.NUNATAK_FEEDS = board.address;
  owner = await somebody('Thorne');
});
afterAll(async () => {
  await endJobs();
  await endListening();
  await board.stop();
  await pool().end();
});

async function somebody(name: string): Promise<Person> {
  const [made] = await database()
    .insert(person)
    .values({ name, email: `${randomUUID()}@example.org` })
    .returning();
  return made;
}
const until = async (what: string, holds: () => boolean | Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 800; i++) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`never: ${what}`);
};
async function set(): Promise<{ study: string; id: string }> {
  return actAs(owner, async () => {
    const { id: study } = await createStudy('Boards');
    const { id } = await createFeed(study, {
      ...{ name: 'Boards', address: board.address, key: 'jobs-test-key', follow: {}, ties: 'whom' },
    });
    return { study, id };
  });
}
const open = ({ study, id }: { study: string; id: string }) => actAs(owner, () => openFeed(study, id));

test('a feed that is started is read by whoever takes jobs, is handed on when that one ends, and stops when told', async () => {
  const one = await set();
  await actAs(owner, () => startFeed(one.study, one.id));
  // Nobody takes jobs yet.
  expect(await open(one)).toMatchObject({ running: true, connected: false });
  await startJobs();
  await until('a line', async () => (await open(one)).connected);
  board.post(5);
  await until('five', async () => (await open(one)).messages === 5);
  // Two feeds at once, and no second reader of the first.
  const two = await set();
  await actAs(owner, () => startFeed(two.study, two.id));
  await until('another line', async () => (await open(two)).connected);
  const readers = async (): Promise<(string | null)[]> =>
    (
      await database()
        .select({ reader: feed.reader })
        .from(feed)
        .where(inArray(feed.id, [one.id, two.id]))
    ).map(({ reader }) => reader);
  const before = await readers();
  expect(new Set(before).size).toBe(2);
  await endJobs();
  expect(await open(one)).toMatchObject({ running: true });
  board.post(7);
  await startJobs();
  await until('what was missed', async () => (await open(one)).messages === 12 && (await open(two)).messages === 7);
  expect(before).not.toEqual(await readers());
  await actAs(owner, () => stopFeed(one.study, one.id));
  await until('the end', async () => !(await open(one)).running);
  board.post(3);
  await until('the other goes on', async () => (await open(two)).messages === 10);
  expect((await open(one)).messages).toBe(12);
  await actAs(owner, () => stopFeed(two.study, two.id));
});

test('a page hears all of it first, then what is new, together; who is taken out of the study hears no more', async () => {
  const one = await set();
  const reader = await somebody('Rowe');
  await database().insert(member).values({ studyId: one.study, personId: reader.id, role: 'reader' });
  const outsider = await somebody('Marsh');
  await expect(actAs(outsider, () => feedNews(one.study, one.id, new Headers()))).rejects.toThrow();
  const stream = await actAs(reader, () => feedNews(one.study, one.id, new Headers()));
  const events: [string, FeedNews][] = [];
  let ended = false;
  const source = stream.getReader();
  void (async () => {
    const decoder = new TextDecoder();
    let rest = '';
    for (;;) {
      const { done, value } = await source.read();
      if (done) break;
      const parts = (rest + decoder.decode(value, { stream: true })).split('\n\n');
      rest = parts.pop() ?? '';
      for (const part of parts) {
        const [, event, data] = /^event: (.*)\ndata: (.*)$/.exec(part) ?? [];
        if (event !== 'alive') events.push([event, JSON.parse(data) as FeedNews]);
      }
    }
    ended = true;
  })();
  await until('the first', () => events.length > 0);
  expect(events[0]).toMatchObject(['feed', { anew: true, added: [], changed: [], messages: 0, running: false }]);
  await startJobs();
  await actAs(owner, () => startFeed(one.study, one.id));
  await until('a line', () => events.some(([, news]) => news.connected));
  const before = events.length;
  board.post(10);
  await until('ten', () => events[events.length - 1][1].messages === 10);
  const told = events.slice(before).map(([, news]) => news);
  expect(told.every(({ anew }) => !anew)).toBe(true);
  // Nodes once each, ties with the weight they have by then.
  const nodes = told.flatMap(({ added }) => added.map(([node]) => node));
  expect([nodes.length, new Set(nodes).size]).toEqual([6, 6]);
  // Ten messages are not ten pieces of news.
  expect(told.length).toBeLessThan(6);
  expect(told[told.length - 1].newest).toHaveLength(10);
  expect(JSON.stringify(events)).not.toContain('jobs-test-key');
  await database()
    .delete(member)
    .where(and(eq(member.studyId, one.study), eq(member.personId, reader.id)));
  board.post(1);
  await until('the end', () => ended);
  expect(events[events.length - 1][0]).toBe('closed');
  expect(JSON.stringify(events)).not.toContain('"messages":11');
  await actAs(owner, () => stopFeed(one.study, one.id));
});

/** Feeds against the practice feed with each of its faults: afterwards exactly the messages that were sent are rows, each once. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import { type Follow, followSchema } from '@/core/feed';
import { type Practice, startPractice } from '@/feed/practice';
import type { Faults } from '@/feed/faults';
import type { Posted } from '@/feed/notices';
import { log } from '@/server/answer';
import { database, feed, feedMessage, member, person, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { changeNames, openNames } from '@/server/names';
import { actAs, standingPerson } from '@/server/people/person';
import { createStudy, deleteStudy } from '@/server/studies';
import { deleteTable, listTables, restoreTable } from '@/server/tables';
import { editTable } from '@/server/tables/edit';
import { readTable } from '@/server/tables/read';
import { endListening } from '@/server/together/news';
import { column, cellText } from '@/core/tables';
import { newsSince } from './live';
import { readFeed } from './runner';
import {
  type FeedWishes,
  changeFeed,
  createFeed,
  deleteFeed,
  feedPast,
  openFeed,
  openFeedNetwork,
  startFeed,
  stopFeed,
  tryFeed,
} from '.';

jest.setTimeout(60_000);
const key = 'test-key';
const people = ['Tove', 'Ewan', 'Petra', 'Gunnar', 'Alban'];
const notices: Posted[] = Array.from({ length: 40 }, (_, i) => ({
  writer: people[i % 5],
  text: `${i % 3 ? 'bere' : 'kale'} for ${people[(i * 3 + 1) % 5]}`,
  people: [people[(i * 3 + 1) % 5]],
  words: [i % 3 ? 'bere' : 'kale'],
}));

let board: Practice;
beforeAll(async () => {
  log.level = 'silent';
  process.env.NUNATAK_KEY_FILE = join(mkdtempSync(join(tmpdir(), 'nunatak-keys-')), 'key');
  await migrateDatabase();
});
beforeEach(async () => {
  board = await startPractice({ notices, keys: [key] });
  process.env.NUNATAK_FEEDS = board.address;
});
afterEach(async () => {
  await board.stop();
});
afterAll(async () => {
  await endListening();
  await pool().end();
});

const until = async (what: string, holds: () => boolean | Promise<boolean>): Promise<void> => {
  // A line that goes silent takes some fifteen seconds to be let go.
  for (let i = 0; i < 1600; i++) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error(`never: ${what}`);
};

interface Going {
  study: string;
  id: string;
  table: string;
  /** Reads it, as a job does; the end of it. */
  read(): { done: Promise<boolean>; stop: () => Promise<void> };
}
async function set(wishes: Partial<FeedWishes> = {}): Promise<Going> {
  const { id: study } = await createStudy('Boards');
  const { id, table } = await createFeed(study, {
    ...{ name: 'Harbour boards', address: board.address, key, follow: {}, ties: 'whom' as const },
    ...wishes,
  });
  return {
    study,
    id,
    table,
    read() {
      const ending = new AbortController();
      const done = readFeed(id, ending.signal);
      return {
        done,
        async stop() {
          ending.abort();
          await done;
        },
      };
    },
  };
}
const open = ({ study, id }: Going) => openFeed(study, id);
const stored = async ({ id }: Going): Promise<number[]> =>
  (await database().select({ id: feedMessage.id }).from(feedMessage).where(eq(feedMessage.feedId, id)))
    .map((row) => row.id)
    .sort((a, b) => a - b);
const rows = async ({ study, table }: Going): Promise<string[]> => {
  const held = await readTable(study, table);
  const ids = column(held, 'id');
  return ids ? Array.from({ length: held.rows }, (_, row) => cellText(ids, row)) : [];
};
const sent = (follow: Partial<Follow> = {}, after = 0): number[] =>
  (board.board.after(after, followSchema.parse(follow))?.messages ?? []).map(({ id }) => id);
/** Runs it until it has its line. */
async function line(going: Going): Promise<ReturnType<Going['read']>> {
  await startFeed(going.study, going.id);
  const reading = going.read();
  await until('the line', async () => (await open(going)).connected);
  return reading;
}

describe('setting up', () => {
  test('is checked by a trial, which shows the newest that pass; nothing is stored of what fails', async () => {
    board.post(30);
    const { id: study } = await createStudy('Trial');
    const wishes = { address: `${board.address}/`, key, follow: { words: ['kale'] } };
    const trial = await tryFeed(study, wishes);
    expect(trial.source).toBe('Harbour boards');
    expect(trial.messages.map(({ id }) => id)).toEqual(
      sent({ words: ['kale'] })
        .slice(-5)
        .reverse(),
    );
    const refused: [Partial<FeedWishes>, RegExp][] = [
      [{ key: 'wrong' }, /does not know this key/],
      [{ address: 'http://127.0.0.1:1' }, /not allowed here/],
      [{ address: 'http://169.254.169.254/latest' }, /not allowed here/],
      [{ address: board.address.replace('http://', 'http://me:pw@') }, /Key has a field|key has a field/],
      [{ address: 'file:///etc/passwd' }, /not allowed here|no address/],
      [{ address: 'boards' }, /no address/],
      [{ address: `${board.address}/elsewhere` }, /no feed at this address/],
      [{ key: ' ' }, /Write the key/],
    ];
    for (const [change, words] of refused)
      await expect(createFeed(study, { ...wishes, name: 'Boards', ties: 'whom', ...change })).rejects.toThrow(words);
    expect(await listTables(study)).toEqual([]);
    board.faults = { expired: true };
    await expect(tryFeed(study, wishes)).rejects.toThrow(/expired/);
    board.faults = { limited: { times: 1, seconds: 7 } };
    await expect(tryFeed(study, wishes)).rejects.toThrow(/wait 7 s/);
  });

  test('keeps the key enciphered, for this source and this feed alone, and tells it to nobody', async () => {
    const going = await set();
    const { rows: found } = await database().execute(sql`select * from feed where id = ${going.id}`);
    expect(JSON.stringify(found)).not.toContain(key);
    expect(JSON.stringify(await open(going))).not.toContain(key);
    expect(Object.keys((await newsSince(going.study, going.id, -1)).news)).not.toContain('key');
    // It can be tried without being told again, at its own source only.
    expect((await tryFeed(going.study, { address: board.address, follow: {} }, going.id)).source).toBe(
      'Harbour boards',
    );
    process.env.NUNATAK_FEEDS = `${board.address},http://127.0.0.1:9`;
    await expect(tryFeed(going.study, { address: 'http://127.0.0.1:9', follow: {} }, going.id)).rejects.toThrow(
      /its own key/,
    );
    await expect(changeFeed(going.study, going.id, { address: 'http://127.0.0.1:9' })).rejects.toThrow(/its own key/);
    // Moved to another row it cannot be read.
    const other = await set();
    const [{ key: moved }] = await database().select({ key: feed.key }).from(feed).where(eq(feed.id, going.id));
    await database().update(feed).set({ key: moved }).where(eq(feed.id, other.id));
    await startFeed(other.study, other.id);
    await other.read().done;
    expect((await open(other)).why).toMatch(/cannot be read on this machine/);
  });
});

test('what is followed becomes rows, each once, in steps; the network grows as the table’s own', async () => {
  const going = await set({ follow: { words: ['bere'] } });
  const reading = await line(going);
  board.post(30);
  const wanted = sent({ words: ['bere'] });
  await until('all stored', async () => (await stored(going)).length === wanted.length);
  expect(await stored(going)).toEqual(wanted);
  const { news } = await newsSince(going.study, going.id, -1);
  expect([news.messages, news.added.length, news.nodes, news.changed.length]).toEqual([
    wanted.length,
    news.nodes,
    new Set(notices.slice(0, 30).flatMap((one) => (one.words[0] === 'bere' ? [one.writer, ...one.people] : []))).size,
    news.tieCount,
  ]);
  await stopFeed(going.study, going.id);
  await reading.done;
  expect(await rows(going)).toEqual(wanted.map(String));
  const [table] = await listTables(going.study);
  // It was made, and grew by steps, not by messages.
  expect(table.version).toBeLessThan(5);
  const { minutes } = await feedPast(going.study, going.id);
  expect(minutes.reduce((sum, one) => sum + one.messages, 0)).toBe(wanted.length);
  // Going on begins where it stopped.
  board.post(6);
  const again = await line(going);
  await until('the rest', async () => (await stored(going)).length === sent({ words: ['bere'] }).length);
  await stopFeed(going.study, going.id);
  await again.done;
  expect(await rows(going)).toEqual(sent({ words: ['bere'] }).map(String));
});

const faults: [string, Faults][] = [
  ['cuts', { cut: { after: 4, times: 3 } }],
  ['doubles', { doubles: 2 }],
  ['another order', { disorder: 5 }],
  ['broken events', { malformed: 4 }],
  ['events that do not come', { lost: 3 }],
  ['answers that break off', { broken: 2, cut: { after: 3, times: 2 } }],
  ['waiting that is asked for', { cut: { after: 5, times: 1 }, limited: { times: 1, seconds: 1 } }],
  ['all of it', { cut: { after: 7, times: 2 }, doubles: 3, disorder: 4, malformed: 5, lost: 6, broken: 1 }],
];
test.each(faults)('%s: nothing is lost and nothing is there twice', async (_name, given) => {
  const going = await set();
  const reading = await line(going);
  board.faults = structuredClone(given);
  for (let i = 0; i < 8; i++) {
    board.post(5);
    await new Promise((resolve) => setTimeout(resolve, 120));
  }
  // What is turned round waits for others.
  board.faults = { ...board.faults, disorder: undefined };
  board.post(2);
  await until('all stored', async () => (await stored(going)).length === sent().length);
  await stopFeed(going.study, going.id);
  await reading.done;
  expect(await stored(going)).toEqual(sent());
  expect([...(await rows(going)).map(Number)].sort((a, b) => a - b)).toEqual(sent());
  // The network counts each message once as well.
  const { news } = await newsSince(going.study, going.id, -1);
  const weights = news.changed.reduce((sum, [, , weight]) => sum + weight, 0);
  const pairs = board.board
    .after(0, followSchema.parse({}))
    ?.messages.filter((one) => one.people[0] && one.people[0] !== one.writer);
  expect(weights).toBe(pairs?.length);
});

test('a cut is told: how long, why, and what was fetched afterwards; what the source did not keep is said to be missing', async () => {
  const going = await set();
  const reading = await line(going);
  board.faults = { cut: { after: 2, times: 1 }, limited: { times: 1, seconds: 1 } };
  board.post(2);
  await until('cut', async () => !(await open(going)).connected);
  board.post(7);
  await until('mended', async () =>
    (await feedPast(going.study, going.id)).cuts.some(({ until: end }) => end !== null),
  );
  const { cuts } = await feedPast(going.study, going.id);
  expect(cuts).toMatchObject([{ why: 'The line was cut.', fetched: 7, gap: false }]);
  await reading.stop();
  // Its process has ended: it runs on, and nobody reads it.
  expect(await open(going)).toMatchObject({ running: true, connected: false });
  await board.stop();
  board = await startPractice({ notices, keys: [key], first: 1000, port: Number(new URL(board.address).port) });
  board.post(3);
  const again = going.read();
  await until('the line', async () => (await open(going)).connected);
  board.post(2);
  await until('stored', async () => (await stored(going)).filter((id) => id > 1000).length === 5);
  expect((await feedPast(going.study, going.id)).cuts[0]).toMatchObject({ gap: true });
  await again.stop();
});

test('what was missing is fetched once; what comes after it is followed on without asking', async () => {
  const going = await set({ follow: { words: ['kale'] } });
  const reading = await line(going);
  board.post(10);
  board.faults = { lost: 2 };
  // The last of them is not followed: what is known goes beyond the last that is.
  board.post(29);
  await until('the first', async () => (await stored(going)).length === sent({ words: ['kale'] }).length);
  board.faults = {};
  const asked = (): number => board.asked.filter((path) => path.startsWith('/messages/after/')).length;
  const before = asked();
  expect(before).toBeGreaterThan(0);
  for (let i = 0; i < 4; i++) {
    board.post(7);
    await until('more', async () => (await stored(going)).length === sent({ words: ['kale'] }).length);
    await new Promise((resolve) => setTimeout(resolve, 700));
  }
  // The last look may have been under way.
  expect(asked() - before).toBeLessThanOrEqual(1);
  await reading.stop();
  expect(await stored(going)).toEqual(sent({ words: ['kale'] }));
});

test('a line that goes silent is let go', async () => {
  const going = await set();
  const reading = await line(going);
  board.faults = { stall: { after: 2, seconds: 60 } };
  board.post(6);
  await until('all stored', async () => (await stored(going)).length === 6);
  expect((await feedPast(going.study, going.id)).cuts).toMatchObject([{ why: 'The source went silent.' }]);
  await reading.stop();
});

describe('it ends', () => {
  test('at so many nodes, exactly; the rest comes when it goes on', async () => {
    const going = await set({ end: { nodes: 3 } });
    const reading = await line(going);
    board.post(30);
    await reading.done;
    const at = await open(going);
    expect(at).toMatchObject({ running: false, nodes: 3, why: 'It has come to 3 nodes, where it was to stop.' });
    expect(await rows(going)).toHaveLength(at.messages);
    await expect(startFeed(going.study, going.id)).rejects.toThrow(/farther off/);
    await changeFeed(going.study, going.id, { end: {} });
    const again = await line(going);
    await until('all', async () => (await stored(going)).length === 30);
    await again.stop();
    expect(await stored(going)).toEqual(sent());
  });

  test('before the nodes that it was to stop at, where the next message would bring more', async () => {
    const going = await set({ end: { nodes: 3 } });
    const reading = await line(going);
    for (const [writer, person] of [
      ['Tove', 'Ewan'],
      ['Petra', 'Gunnar'],
    ])
      board.board.post({ writer, text: '', people: [person], words: [] }, new Date(0).toISOString());
    await reading.done;
    expect(await open(going)).toMatchObject({
      ...{ running: false, nodes: 2, messages: 1 },
      why: 'It was to stop at 3 nodes, and stands at 2 nodes: the next message would bring more than are left.',
    });
    expect(await rows(going)).toHaveLength(1);
  });

  test('at so many messages', async () => {
    const going = await set({ end: { messages: 11 } });
    const reading = await line(going);
    board.post(30);
    await reading.done;
    expect(await open(going)).toMatchObject({
      running: false,
      messages: 11,
      why: expect.stringContaining('11 messages') as string,
    });
    expect(await rows(going)).toEqual(sent().slice(0, 11).map(String));
  });

  const ended = async (
    change: (going: Going) => unknown,
    words: RegExp,
    who?: typeof person.$inferSelect,
  ): Promise<Going> => {
    const going = await set();
    if (who) await database().insert(member).values({ studyId: going.study, personId: who.id, role: 'editor' });
    await actAs(who ?? (await standingPerson()), () => startFeed(going.study, going.id));
    const reading = going.read();
    await until('the line', async () => (await open(going)).connected);
    await change(going);
    board.post(3);
    await reading.done;
    const [row] = await database().select().from(feed).where(eq(feed.id, going.id));
    expect([row.running, row.why]).toEqual([false, expect.stringMatching(words)]);
    return going;
  };

  test('where its table is deleted, and says so; what had come has its place when that is there again', async () => {
    const going = await ended(({ study, table }) => deleteTable(study, table), /has no table/);
    await restoreTable(going.study, going.table);
    await stopFeed(going.study, going.id);
    expect(await rows(going)).toEqual((await stored(going)).map(String));
    expect(await rows(going)).not.toEqual([]);
  });
  test('where its study is deleted', () => ended(({ study }) => deleteStudy(study), /study/i));
  test('where a column is gone', () =>
    ended(({ study, table }) => editTable(study, table, 1, { kind: 'delete column', column: 3 }), /no column “text”/));
  test('where whoever started it may not change the study any more', async () => {
    const [other] = await database()
      .insert(person)
      .values({ name: 'Somebody', email: `${crypto.randomUUID()}@example.org` })
      .returning();
    const left = ({ study }: Going) =>
      database()
        .delete(member)
        .where(and(eq(member.studyId, study), eq(member.personId, other.id)));
    await ended(left, /study/, other);
    await ended(
      () =>
        database()
          .update(person)
          .set({ deactivatedAt: sql`now()` })
          .where(eq(person.id, other.id)),
      /no account any more/,
      other,
    );
  });
  test('where what it follows was changed, and then its source is not allowed any more', () =>
    ended(async ({ study, id }) => {
      const allowed = process.env.NUNATAK_FEEDS;
      await changeFeed(study, id, { follow: { words: [], writers: ['Tove'] } });
      process.env.NUNATAK_FEEDS = 'http://127.0.0.1:9';
      await until('noticed', async () => !(await open({ study, id } as Going)).running);
      process.env.NUNATAK_FEEDS = allowed;
    }, /not allowed here/));
  test('where its key expires', () =>
    ended(() => {
      board.faults = { cut: { after: 1, times: 1 }, expired: true };
    }, /expired/));

  test('where the disk is full', async () => {
    const going = await set();
    const reading = await line(going);
    await database().execute(
      sql.raw(`
      create function full_disk() returns trigger language plpgsql as $$ begin raise exception 'could not extend file' using errcode = '53100'; end $$;
      create trigger full_disk before insert on feed_message for each row when (new.feed_id = '${going.id}') execute function full_disk();`),
    );
    board.post(3);
    await reading.done;
    await database().execute(sql.raw('drop trigger full_disk on feed_message; drop function full_disk'));
    expect(await open(going)).toMatchObject({
      running: false,
      messages: 0,
      why: expect.stringContaining('full') as string,
    });
    const again = await line(going);
    await until('all', async () => (await stored(going)).length === 3);
    await again.stop();
  });
});

test('one process at a time reads a feed; what a former one still holds is not stored', async () => {
  const going = await set();
  const reading = await line(going);
  expect(await going.read().done).toBe(false);
  // Its sign is old: another one takes it over, and the former notices.
  await database()
    .update(feed)
    .set({ signAt: sql`now() - interval '1 minute'` })
    .where(eq(feed.id, going.id));
  const second = going.read();
  board.post(20);
  await reading.done;
  board.post(10);
  await until('all', async () => (await stored(going)).length === 30);
  await second.stop();
  expect(await stored(going)).toEqual(sent());
  expect((await open(going)).messages).toBe(30);
});

test('two feeds at once keep apart', async () => {
  const [one, two] = [
    await set({ follow: { words: ['bere'] } }),
    await set({ follow: { writers: ['Tove'] }, ties: 'what' }),
  ];
  const readings = [await line(one), await line(two)];
  board.post(40);
  await until(
    'both',
    async () =>
      (await stored(one)).length + (await stored(two)).length ===
      sent({ words: ['bere'] }).length + sent({ writers: ['Tove'] }).length,
  );
  for (const reading of readings) await reading.stop();
  expect([await stored(one), await stored(two)]).toEqual([sent({ words: ['bere'] }), sent({ writers: ['Tove'] })]);
});

test('names that are joined count at once, and what is followed can be changed while it runs', async () => {
  const going = await set({ follow: { writers: ['Tove', 'Ewan'] } });
  const reading = await line(going);
  board.post(10);
  await until('stored', async () => (await stored(going)).length === 4);
  // The table has a list of those whom it names from its beginning.
  const list = (await openNames(going.study)).find(({ columns }) =>
    columns.some(({ column: name }) => name === 'people'),
  );
  const columns = ['writer', 'people'].map((name) => ({ table: going.table, column: name }));
  await changeNames(
    going.study,
    list?.id ?? '',
    1,
    { columns, entries: { Ewan: 'Tove' }, what: 'join' },
    crypto.randomUUID(),
  );
  await database().update(feed).set({ stepAt: null }).where(eq(feed.id, going.id));
  await changeFeed(going.study, going.id, { follow: { words: [], writers: ['Petra'] } });
  const called = async (): Promise<string[]> =>
    (await newsSince(going.study, going.id, -1)).news.added.map(([, , name]) => name).sort();
  await until('joined', async () => !(await called()).includes('Ewan'));
  // What is followed by now is followed from where it stood.
  const later = (): number[] => sent({ writers: ['Petra'] }, 7);
  board.post(10);
  await until('the other writer', async () => (await stored(going)).length === 4 + later().length);
  expect((await stored(going)).filter((id) => id > 7)).toEqual(later());
  await until('counted', async () => (await called()).join() === 'Alban,Petra,Tove');
  await reading.stop();
});

test('a network follows the table, or holds what is there now; records alone give none', async () => {
  const going = await set();
  const reading = await line(going);
  board.post(25);
  await until('stored', async () => (await stored(going)).length === 25);
  await openFeedNetwork(going.study, going.id, true);
  const follows = (await listTables(going.study)).map(({ rows: many }) => many);
  expect(follows).toEqual([25]);
  await openFeedNetwork(going.study, going.id, false);
  board.post(5);
  await until('stored', async () => (await stored(going)).length === 30);
  await stopFeed(going.study, going.id);
  await reading.done;
  expect((await listTables(going.study)).map(({ rows: many }) => many).sort()).toEqual([25, 30]);
  await changeFeed(going.study, going.id, { ties: 'none' });
  await expect(openFeedNetwork(going.study, going.id, true)).rejects.toThrow(/Choose what becomes a tie/);
  await deleteFeed(going.study, going.id);
  expect(await listTables(going.study)).toHaveLength(2);
});

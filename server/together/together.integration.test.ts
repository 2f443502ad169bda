/** Together: who is here, and what is changed, told to the pages that are open and to nobody else. */
import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { stored, trailSchema } from '@/core/trail';
import * as actions from '@/server/actions';
import { log } from '@/server/answer';
import type * as db from '@/server/db';
import { type Role, database, member, person, pool, presence } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { fileThings } from '@/server/filing';
import { createNetwork } from '@/server/networks';
import { type Person, actAs } from '@/server/people/person';
import { createStudy } from '@/server/studies';
import { endListening } from './news';
import { arrive, leave, whoIsHere } from './presence';
import { endStreams } from './event-stream';
import { newsOf } from './stream';

jest.setTimeout(60_000);
const open: ReadableStreamDefaultReader<Uint8Array>[] = [];
/** Milliseconds that the connection which listens takes to come about. */
let mockSlow = 0;
jest.mock('@/server/db', () => {
  const actual = jest.requireActual<typeof db>('@/server/db');
  return {
    ...actual,
    ownConnection() {
      const made = actual.ownConnection();
      const connect = made.connect.bind(made) as () => Promise<unknown>;
      const slowly = () => new Promise<void>((go) => setTimeout(go, mockSlow)).then(connect);
      return Object.assign(made, { connect: slowly });
    },
  };
});

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(async () => {
  await Promise.all(open.map((reader) => reader.cancel().catch(() => undefined)));
  await endListening();
  // The last pages leave after their streams have ended.
  await new Promise((resolve) => setTimeout(resolve, 200));
  await pool().end();
});

async function somebody(name: string): Promise<Person> {
  const [made] = await database()
    .insert(person)
    .values({ name, email: `${name}.${randomUUID()}@example.org` })
    .returning();
  return made;
}
async function studyOf(owner: Person, others: [Person, Role][] = []): Promise<string> {
  const { id } = await actAs(owner, () => createStudy('Sound'));
  for (const [who, role] of others) await database().insert(member).values({ studyId: id, personId: who.id, role });
  return id;
}

interface Event {
  event: string;
  data: unknown;
}
/** A page that is open: the events it has had, and a wait for one. */
function page(who: Person, study: string, where: object = { place: 'networks' }) {
  const events: Event[] = [];
  const waiting: (() => void)[] = [];
  let ended = false;
  const started = actAs(who, () => newsOf(study, () => where as never, new Headers())).then((stream) => {
    const reader = stream.getReader();
    open.push(reader);
    const decoder = new TextDecoder();
    let rest = '';
    void (async () => {
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        const parts = (rest + decoder.decode(value, { stream: true })).split('\n\n');
        rest = parts.pop() ?? '';
        for (const part of parts) {
          const [, event, data] = /^event: (.*)\ndata: (.*)$/.exec(part) ?? [];
          events.push({ event, data: JSON.parse(data) });
        }
        waiting.splice(0).forEach((go) => go());
      }
      ended = true;
      waiting.splice(0).forEach((go) => go());
    })();
    return reader;
  });
  const until = async (holds: () => boolean): Promise<void> => {
    await started;
    while (!holds()) await new Promise<void>((go) => waiting.push(go));
  };
  return {
    started,
    events,
    until,
    event: (event: string, holds: (data: never) => boolean = () => true) =>
      until(() => events.some((one) => one.event === event && holds(one.data as never))),
    ended: () => until(() => ended),
    close: async () => (await started).cancel(),
  };
}
const named = (here: { name: string; on: string }[]): string => here.map(({ name, on }) => `${name} on ${on}`).join();
const trail = trailSchema.parse({
  steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' }],
});

test('who is here is told as people come and go, with what they look at where it may be named', async () => {
  const [a, b, c] = [await somebody('Ausk'), await somebody('Blyth'), await somebody('Carr')];
  const study = await studyOf(a, [
    [b, 'editor'],
    [c, 'reader'],
  ]);
  const network = await actAs(a, () => createNetwork(study, 'Doubtful', trail));
  await actAs(a, () => fileThings(study, [{ kind: 'network', id: network.id }], { seen: 'mine' }));
  const one = page(a, study, { place: 'networks', thing: network.id });
  await one.event('here', (here: never) => named(here) === 'Ausk on Doubtful');
  const two = page(b, study, { place: 'records' });
  await one.event('here', (here: never) => named(here) === 'Ausk on Doubtful,Blyth on Records');
  await two.event('here', (here: never) => named(here) === 'Ausk on Networks,Blyth on Records');
  expect(JSON.stringify(two.events)).not.toContain('Doubtful');
  expect(await actAs(c, () => whoIsHere(study))).toMatchObject([{ you: false }, { you: false }]);
  expect(await actAs(a, () => whoIsHere(study))).toMatchObject([{ you: true }, { you: false }]);
  await one.close();
  await two.until(() =>
    two.events.some(({ event, data }) => event === 'here' && named(data as never) === 'Blyth on Records'),
  );
  // A page of a process that ended without a word counts no more.
  await database()
    .update(presence)
    .set({ seenAt: sql`now() - interval '2 minutes'` })
    .where(eq(presence.personId, b.id));
  expect(await actAs(a, () => whoIsHere(study))).toEqual([]);
});

test('who comes while the first page of a process begins to listen is told to it', async () => {
  const [a, b] = [await somebody('Ausk'), await somebody('Blyth')];
  const study = await studyOf(a, [[b, 'editor']]);
  await endListening();
  mockSlow = 400;
  try {
    const one = page(a, study);
    await one.started;
    const elsewhere = await actAs(b, () => arrive(study, { place: 'records' }));
    await one.event('here', (here: never) => named(here) === 'Ausk on Networks,Blyth on Records');
    await actAs(b, () => leave(study, elsewhere));
    await one.event('here', (here: never) => named(here) === 'Ausk on Networks');
    await one.close();
  } finally {
    mockSlow = 0;
  }
});

test('a change is told to those who see the thing, also when another process made it, and to no other study', async () => {
  const [a, b] = [await somebody('Ausk'), await somebody('Blyth')];
  const study = await studyOf(a, [[b, 'editor']]);
  const other = await studyOf(b);
  const { id } = await actAs(a, () => createNetwork(study, 'One', trail));
  const secret = await actAs(a, () => createNetwork(study, 'Mine', trail));
  await actAs(a, () => fileThings(study, [{ kind: 'network', id: secret.id }], { seen: 'mine' }));
  const [mine, theirs, elsewhere] = [page(a, study), page(b, study), page(b, other)];
  for (const one of [mine, theirs, elsewhere]) await one.event('here');
  await actAs(a, () => actions.saveTrail(study, secret.id, 1, stored(trail)));
  await actAs(a, () => actions.saveTrail(study, id, 1, stored(trail)));
  await theirs.event('changed', ({ thing }: { thing: string }) => thing === id);
  await mine.event('changed', ({ thing }: { thing: string }) => thing === secret.id);
  expect(JSON.stringify(theirs.events)).not.toContain(secret.id);
  // As another process would.
  const thing = id;
  await pool().query('select pg_notify($1, $2)', ['nunatak_news', JSON.stringify({ study: other, thing: null })]);
  await elsewhere.event('changed', (data: { thing: string | null }) => data.thing === null);
  expect(JSON.stringify(elsewhere.events)).not.toContain(thing);
  // What is not seen any more is told of as a change of something.
  await actAs(a, () => fileThings(study, [{ kind: 'network', id }], { seen: 'mine' }));
  await theirs.event('changed', (data: { thing: string | null }) => data.thing === null);
  // What is rolled back is not told.
  const before = mine.events.length;
  await actAs(a, () => actions.saveTrail(study, id, 99, stored(trail)));
  await actAs(a, () => actions.renameStudy(study, 'Sound, again'));
  await mine.until(() => mine.events.length > before);
  expect(mine.events.slice(before)).toEqual([{ event: 'changed', data: { thing: null, kind: null } }]);
});

test('the connection that listens is made anew when it breaks, and it is said that something may have been missed', async () => {
  const a = await somebody('Ausk');
  const study = await studyOf(a);
  const one = page(a, study);
  await one.event('here');
  await pool().query(`select pg_terminate_backend(pid) from pg_stat_activity where query = 'listen nunatak_news'`);
  await one.event('again');
  await actAs(a, () => actions.renameStudy(study, 'Sound, later'));
  await one.event('changed');
});

test('a process that is to stop ends its streams, and whoever heard is here no more', async () => {
  const a = await somebody('Ausk');
  const study = await studyOf(a);
  const one = page(a, study);
  await one.event('here');
  endStreams();
  await one.ended();
  for (let i = 0; i < 50 && (await actAs(a, () => whoIsHere(study))).length; i++)
    await new Promise((resolve) => setTimeout(resolve, 20));
  expect(await actAs(a, () => whoIsHere(study))).toEqual([]);
});

test('nobody without a part in the study hears anything', async () => {
  const [a, b] = [await somebody('Ausk'), await somebody('Blyth')];
  const study = await studyOf(a);
  await expect(actAs(b, () => newsOf(study, () => ({ place: 'networks' }), new Headers()))).rejects.toThrow(
    /not there/,
  );
  await expect(actAs('nobody', () => newsOf(study, () => ({ place: 'networks' }), new Headers()))).rejects.toThrow(
    /not signed in/,
  );
});

test('who is taken out of a study, or whose account is closed, hears no more from the next change or sign on', async () => {
  const [a, b, c] = [await somebody('Ausk'), await somebody('Blyth'), await somebody('Carr')];
  const study = await studyOf(a, [
    [b, 'editor'],
    [c, 'editor'],
  ]);
  const [out, closed] = [page(b, study), page(c, study)];
  await out.event('here', (here: never) => named(here).includes('Carr'));
  await closed.event('here');
  await actAs(a, () => actions.removeMember(study, b.id));
  await out.event('closed');
  await out.ended();
  await database()
    .update(person)
    .set({ deactivatedAt: sql`now()` })
    .where(eq(person.id, c.id));
  await closed.event('closed');
  await closed.ended();
}, 60_000);

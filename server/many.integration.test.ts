/** Many at once on a pool of two connections, readers who leave, senders who dawdle, and a database that goes away. */
process.env.DATABASE_CONNECTIONS = '2';
import { trailSchema } from '@/core/trail';
import { GET as writtenRoute } from '@/app/api/studies/[study]/tables/[table]/[version]/written/route';
import { GET as columnsRoute } from '@/app/api/studies/[study]/tables/[table]/[version]/route';
import { POST as importRoute } from '@/app/api/studies/[study]/tables/route';
import { log } from './answer';
import { eq, sql } from 'drizzle-orm';
import { database, inTransaction, pool, study as studies } from './db';
import { migrateDatabase } from './db/migrate';
import { changeNames, createNames, openNames } from './names';
import { createNetwork, listNetworks, openNetwork, saveTrail } from './networks';
import { networkOffers } from './networks/suggest';
import { createStudy, listStudies } from './studies';
import { listTables } from './tables';
import { editTable } from './tables/edit';
import { letGo } from './tables/packed';
import { type StoreRequest, storeTable } from './tables/store';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(() => pool().end());

const there = (params: object): { params: Promise<never> } => ({ params: Promise.resolve(params as never) });
const get = new Request('http://localhost/x');
const trail = trailSchema.parse({
  steps: [{ id: 's1', kind: 'ties', on: true, table: 'letters', from: 'from', to: 'to' }],
});

async function study(rows: number): Promise<string> {
  const { id } = await createStudy('Many');
  async function* lines(): AsyncGenerator<string> {
    for (let i = 0; i < rows; i++) yield await Promise.resolve(JSON.stringify([`Person ${i % 50}`, `Person ${i % 7}`]));
  }
  const request: StoreRequest = {
    name: 'letters',
    origin: 'from letters.csv',
    columns: [
      { name: 'from', type: 'text' },
      { name: 'to', type: 'text' },
    ],
    rows,
  };
  await storeTable(id, request, lines());
  return id;
}
const written = (id: string): Promise<Response> =>
  writtenRoute(get, there({ study: id, table: 'letters', version: '1' }));

/** Connections that somebody holds. */
const taken = (): number => pool().totalCount - pool().idleCount;
/** Connections that are not given back, once what was given up has had its turn. */
async function stillTaken(): Promise<number> {
  for (let turn = 0; turn < 500 && taken() > 0; turn++) await new Promise((resolve) => setTimeout(resolve, 10));
  return taken();
}

test('forty requests of every kind at once are all answered', async () => {
  const id = await study(3000);
  const { id: network } = await createNetwork(id, 'One', trail);
  letGo();
  const kinds: (() => Promise<unknown>)[] = [
    async () => (await columnsRoute(get, there({ study: id, table: 'letters', version: '1' }))).arrayBuffer(),
    async () => (await written(id)).text(),
    () => createNetwork(id, 'Another', trail),
    () => saveTrail(id, network, 1, trail),
    () => listNetworks(id),
    () => networkOffers(id),
    () => listStudies(),
    () => openNetwork(id, network),
  ];
  const done = await Promise.allSettled(Array.from({ length: 40 }, (_, i) => kinds[i % kinds.length]()));
  expect(done.filter(({ status }) => status === 'rejected')).toEqual([]);
  expect(await stillTaken()).toBe(0);
  // Of those who saved on top of the same version one did.
  expect((await openNetwork(id, network)).version).toBe(2);
});

test('readers who leave, and readers who never read on, hold nothing back', async () => {
  const id = await study(12000);
  for (let i = 0; i < 50; i++) {
    const reader = (await written(id)).body?.getReader();
    expect((await reader?.read())?.done).toBe(false);
    if (i % 2) await reader?.cancel();
  }
  expect(await stillTaken()).toBe(0);
  const lines = (await (await written(id)).text()).trim().split('\n');
  expect(lines).toHaveLength(12000);
});

test('a change in the middle of reading ends the reading instead of mixing two states', async () => {
  const id = await study(12000);
  const reader = (await written(id)).body?.getReader();
  await reader?.read();
  await editTable(id, 'letters', 1, {
    kind: 'cells',
    edits: [{ row: 11999, column: 0, text: 'changed' }],
    what: 'one',
  });
  await expect(
    (async () => {
      for (let part = await reader?.read(); part && !part.done; part = await reader?.read());
    })(),
  ).rejects.toThrow(/was changed while it was read/);
});

test('connections that the database ends are replaced, and what was asked fails in a sentence or comes whole', async () => {
  const id = await study(12000);
  const bodies = await Promise.all(Array.from({ length: 6 }, () => written(id)));
  const ended = pool().query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
  );
  const texts = await Promise.allSettled(bodies.map((body) => body.text()));
  await ended;
  for (const one of texts) if (one.status === 'fulfilled') expect(one.value.trim().split('\n')).toHaveLength(12000);
  expect(await listTables(id)).toHaveLength(1);
  expect(await stillTaken()).toBe(0);
});

test('work of many short statements that comes to no end is given up as a whole', async () => {
  const { id } = await createStudy('Endless');
  process.env.DATABASE_WORK_LIMIT = '200';
  try {
    await expect(
      inTransaction(async () => {
        await database().update(studies).set({ name: 'changed' }).where(eq(studies.id, id));
        for (;;) await database().execute(sql`select pg_sleep(0.02)`);
      }),
    ).rejects.toThrow(/took too long and was given up; nothing was changed/);
  } finally {
    delete process.env.DATABASE_WORK_LIMIT;
  }
  expect((await listStudies()).find((one) => one.id === id)?.name).toBe('Endless');
  expect(await stillTaken()).toBe(0);
});

test('a sender who dawdles holds no connection meanwhile', async () => {
  const { id } = await createStudy('Slow');
  const head = JSON.stringify({
    name: 'letters',
    origin: 'x',
    columns: [
      { name: 'from', type: 'text' },
      { name: 'to', type: 'text' },
    ],
    rows: 2,
  });
  let go = (): void => undefined;
  const gate = new Promise<void>((resolve) => (go = resolve));
  let begun = (): void => undefined;
  const came = new Promise<void>((resolve) => (begun = resolve));
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      controller.enqueue(encoder.encode(`${head}\n["a","b"]\n`));
      begun();
      await gate;
      controller.enqueue(encoder.encode('["c","d"]\n'));
      controller.close();
    },
  });
  const senders = new Request('http://localhost/x', { method: 'POST', body, duplex: 'half' } as RequestInit);
  const stored = importRoute(senders, there({ study: id }));
  await came;
  await listStudies();
  expect(await stillTaken()).toBe(0);
  expect(await listTables(id)).toEqual([]);
  go();
  expect((await stored).status).toBe(201);
  expect((await listTables(id)).map(({ rows }) => rows)).toEqual([2]);
});

test('of six lists over one column that are made at once, one is', async () => {
  const id = await study(10);
  const made = await Promise.allSettled(
    Array.from({ length: 6 }, (_, i) => createNames(id, `List ${i}`, [{ table: 'letters', column: 'from' }])),
  );
  expect(made.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
  for (const one of made)
    if (one.status === 'rejected') expect(String(one.reason)).toMatch(/reads letters.from already/);
  const [list] = await openNames(id);
  await changeNames(id, list.id, list.version, { entries: { a: 'b' }, what: 'joined' });
});

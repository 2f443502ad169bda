/** A backup from the page of administration: whole, for administrators alone. */
import { randomUUID } from 'node:crypto';
import { log } from './answer';
import { database, person, pool } from './db';
import { migrateDatabase } from './db/migrate';
import { actAs } from './people/person';
import { POST } from '@/app/api/backup/route';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(() => pool().end());

const somebody = async (administrator: boolean) =>
  (
    await database()
      .insert(person)
      .values({ name: 'Somebody', email: `${randomUUID()}@example.org`, administrator })
      .returning()
  )[0];
const asked = (headers: Record<string, string> = {}) =>
  POST(new Request('http://localhost/api/backup', { method: 'POST', headers }), { params: Promise.resolve({}) });

test('an administrator gets the whole database as a file', async () => {
  const answer = await actAs(await somebody(true), () => asked());
  expect(answer.headers.get('Content-Disposition')).toMatch(/nunatak-\d{4}-\d\d-\d\d\.backup/);
  const bytes = Buffer.from(await answer.arrayBuffer());
  expect(bytes.subarray(0, 5).toString()).toBe('PGDMP');
  expect(bytes.length).toBe(Number(answer.headers.get('Content-Length')));
}, 60_000);

test('nobody else does, and no other site can ask for it', async () => {
  expect((await actAs('nobody', () => asked())).status).toBe(401);
  const mine = await somebody(false);
  expect((await actAs(mine, () => asked())).status).toBe(404);
  const administrator = await somebody(true);
  expect((await actAs(administrator, () => asked({ 'sec-fetch-site': 'cross-site' }))).status).toBe(403);
});

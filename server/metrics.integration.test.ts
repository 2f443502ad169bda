/** Health, readiness and metrics, as operators ask for them. */
import { randomUUID } from 'node:crypto';
import { GET as health } from '@/app/api/health/route';
import { GET as metrics } from '@/app/api/metrics/route';
import { GET as isReady } from '@/app/api/ready/route';
import { log } from './answer';
import { database, pool, run, workerProcess } from './db';
import { migrateDatabase } from './db/migrate';
import { actAs } from './people/person';
import { sign } from './runs/claim';
import { asked, sample, somebody, betweenness, trailOf } from './runs/samples';
import { endListening } from './together/news';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});
afterAll(async () => {
  await endListening();
  await pool().end();
});

const none = { params: Promise.resolve({}) };
const request = (headers: Record<string, string> = {}): Request => new Request('http://localhost/x', { headers });

test('metrics count runs, processes and requests, for administrators and whoever has the key', async () => {
  await database().delete(run);
  await database().delete(workerProcess);
  await sign(randomUUID(), 1);
  const who = await somebody('Thorne');
  await asked(await sample(who, trailOf(betweenness)), trailOf(betweenness));
  expect((await actAs('nobody', () => metrics(request(), none))).status).toBe(404);
  expect((await actAs(who, () => metrics(request(), none))).status).toBe(404);
  const answer = await actAs({ ...who, administrator: true }, () => metrics(request(), none));
  const text = await answer.text();
  expect(answer.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/);
  expect(text).toContain('nunatak_runs{state="waiting"} 1');
  expect(text).toContain('nunatak_workers{version="same"} 1');
  expect(text).toMatch(/nunatak_requests_total\{method="GET",status="404"\} [2-9]/);
  expect(text).toMatch(/nunatak_process_resident_memory_bytes \d+/);
  process.env.NUNATAK_METRICS_KEY = 'a key';
  expect((await actAs('nobody', () => metrics(request({ authorization: 'Bearer a key' }), none))).status).toBe(200);
  expect((await actAs('nobody', () => metrics(request({ authorization: 'Bearer none' }), none))).status).toBe(404);
  delete process.env.NUNATAK_METRICS_KEY;
});

test('the process answers whatever the database does, and is ready only with it', async () => {
  expect((await actAs('nobody', () => health(request(), none))).status).toBe(200);
  expect((await actAs('nobody', () => isReady(request(), none))).status).toBe(200);
  await database().execute('alter table run rename to run_away');
  try {
    expect((await actAs('nobody', () => health(request(), none))).status).toBe(200);
    expect((await actAs('nobody', () => isReady(request(), none))).status).toBe(503);
  } finally {
    await database().execute('alter table run_away rename to run');
  }
});

/** Processes that take runs: the same bits from one, two and three of them, and when one is killed, the database restarted, or the study deleted in the middle. */
import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { valueToArrow } from '@/core/formats/values';
import { type KeyedWork, type Trail, runTrail } from '@/core/trail';
import { log } from '@/server/answer';
import { database, pool, result, run, runCall, runPart, workerProcess } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { actAs } from '@/server/people/person';
import { deleteStudy } from '@/server/studies';
import { endListening } from '@/server/together/news';
import { resultDigest } from './results';
import { type Sample, asked, betweenness, sample, somebody, trailOf } from './samples';
import { readingOf } from './source';
import { endSpawned, ended, over, spawned, stateOf, there, until, worker } from './spawned';
import { runStatus } from '.';

jest.setTimeout(180_000);
let at: Sample;

/** Betweenness splits; groups are compared over runs that split; the layout is a single piece. */
const whole = trailOf(
  betweenness,
  { id: 's3', kind: 'groups', on: true, method: 'leiden', runs: 6 },
  { id: 's4', kind: 'arrange', on: true, method: 'stress' },
);

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
  at = await sample(await somebody('Thorne'), whole, 2500, 15_000);
});
beforeEach(async () => {
  await database().delete(run);
  await database().delete(result);
  // One that another test left would be taken for the process that is waited for.
  await database().delete(workerProcess);
});
afterEach(async () => {
  await endSpawned();
});
afterAll(async () => {
  await endListening();
  await pool().end();
});

const doneParts = async (): Promise<number> =>
  (
    await database()
      .select({ number: runPart.number })
      .from(runPart)
      .where(sql`result is not null`)
  ).length;
const pidOf = async (id: string | null): Promise<number> =>
  (
    await database()
      .select()
      .from(workerProcess)
      .where(eq(workerProcess.id, id ?? ''))
  )[0].pid;
/** What the trail's costly work comes to in this process, on one thread: digests with bytes. */
async function here(trail: Trail): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  await actAs(at.who, async () => {
    const source = await (await readingOf(at.study, trail)).read(new Map());
    await runTrail(source, trail, {
      async done<T>(work: KeyedWork, make: () => Promise<T> | T) {
        const value = await make();
        found.set(resultDigest(work.key), Buffer.from(valueToArrow(value)).toString('base64'));
        return value;
      },
    });
  });
  return found;
}
let expected: Map<string, string> | undefined;
/** All that was kept is, to the bit, what this process computes; and something was. */
async function same(atLeast = 3): Promise<void> {
  expected ??= await here(whole);
  const rows = await database().select().from(result).where(eq(result.studyId, at.study));
  for (const { digest, bytes } of rows) expect(bytes.toString('base64') === expected.get(digest)).toBe(true);
  expect(rows.length).toBeGreaterThanOrEqual(atLeast);
}
const asks = async (trail = whole): Promise<string> => ((await asked(at, trail)) as { id: string }).id;

test.each([1, 2, 3])('with %i processes the results are those of a single thread, to the bit', async (count) => {
  for (let i = 0; i < count; i++) worker();
  await there(count);
  const id = await asks();
  const seen = new Set<number>();
  await until('it is over', async () => {
    const { at: working, state } = await actAs(at.who, () => runStatus(at.study, id, randomUUID(), ''));
    seen.add(working);
    return state === 'done';
  });
  expect(Math.max(...seen)).toBe(count);
  await same();
  expect(await database().select().from(runCall)).toEqual([]);
});

test('the process that leads is killed in the middle of betweenness; parts that were done stay, and the others end it', async () => {
  for (let i = 0; i < 3; i++) worker();
  await there(3);
  const id = await asks();
  await until('some parts', async () => (await doneParts()) >= 5);
  const { worker: leader } = await stateOf(id);
  const before = await doneParts();
  await pidOf(leader).then((pid) => process.kill(pid, 'SIGKILL'));
  await until('another leads', async () => {
    const now = await stateOf(id);
    return now.worker !== null && now.worker !== leader;
  });
  expect(await doneParts()).toBeGreaterThanOrEqual(before);
  await over(id);
  expect(await stateOf(id)).toMatchObject({ state: 'done', tries: 2 });
  await same();
});

test('the process that lays out is killed, connections break, and another goes in order: the layout is the same', async () => {
  for (let i = 0; i < 2; i++) worker();
  await there(2);
  const id = await asks();
  await until('the layout', async () => (await stateOf(id)).step === 's4');
  const { worker: leader } = await stateOf(id);
  await pidOf(leader).then((pid) => process.kill(pid, 'SIGKILL'));
  await until('the next leads', async () => (await stateOf(id)).tries === 2);
  await database()
    .execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
    )
    .catch(() => undefined);
  worker();
  await there(3);
  // Whoever goes in order gives back at once what it has.
  const next = spawned().find(({ exitCode, signalCode }) => exitCode === null && signalCode === null);
  if (next) await ended(next, 'SIGTERM');
  expect(next?.exitCode).toBe(0);
  await over(id);
  expect((await stateOf(id)).state).toBe('done');
  await same();
});

test('a deleted study and rights that were withdrawn end a run, and the process takes the next', async () => {
  worker();
  await there(1);
  // So many that it is far from its end when the first part is done: what came before the deletion stays.
  const doomed = await sample(at.who, whole, 6000, 60_000);
  const id = ((await asked(doomed, whole)) as { id: string }).id;
  await until('some parts', async () => (await doneParts()) >= 1);
  await actAs(at.who, () => deleteStudy(doomed.study));
  await until('it was stopped', async () => (await stateOf(id)).state === 'stopped');
  expect((await stateOf(id)).why).toMatch(/^This study is not there/);
  const next = await asks(trailOf({ ...betweenness, options: { pivots: 50 } }));
  await over(next);
  expect((await stateOf(next)).state).toBe('done');
  expect((await database().select().from(result)).every(({ studyId }) => studyId === at.study)).toBe(true);
});

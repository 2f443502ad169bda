/** PostgreSQL itself is killed in the middle of a run, and whoever asked loses their rights in the middle of another. On a cluster of its own. */
import { type ChildProcess, spawn } from 'node:child_process';
import { and, eq, sql } from 'drizzle-orm';
import { valueToArrow } from '@/core/formats/values';
import { type KeyedWork, runTrail } from '@/core/trail';
import { log } from '@/server/answer';
import { database, member, pool, result, run, runPart, workerProcess } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { type Cluster, ownCluster } from '@/server/own-cluster';
import { actAs } from '@/server/people/person';
import { endListening } from '@/server/together/news';
import { resultDigest } from './results';
import { type Sample, asked, betweenness, sample, somebody, trailOf } from './samples';
import { readingOf } from './source';
import { program } from './spawned';

jest.setTimeout(240_000);
const given = process.env.DATABASE_URL;
const children: ChildProcess[] = [];
let cluster: Cluster;

beforeAll(async () => {
  log.level = 'silent';
  cluster = await ownCluster();
  process.env.DATABASE_URL = cluster.url;
  await migrateDatabase();
  for (let i = 0; i < 2; i++)
    children.push(
      spawn(process.execPath, program(), {
        env: { ...process.env, LOG_LEVEL: 'silent', NUNATAK_THREADS: '1' },
        stdio: 'ignore',
      }),
    );
  await until('two processes', async () => (await database().select().from(workerProcess)).length === 2);
});
afterAll(async () => {
  for (const child of children) {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    if (child.exitCode === null) child.kill('SIGKILL');
    await gone;
  }
  await endListening();
  await pool().end();
  await cluster.end();
  process.env.DATABASE_URL = given;
});

const until = async (what: string, holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 1600; i++) {
    // The database is away now and then.
    if (await holds().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`never: ${what}`);
};
const stateOf = async (id: string) => (await database().select().from(run).where(eq(run.id, id)))[0];
const idOf = (answer: object): string => (answer as { id: string }).id;
const someParts = (id: string): Promise<void> =>
  until(
    'some parts',
    async () =>
      (
        await database()
          .select({ number: runPart.number })
          .from(runPart)
          .where(and(eq(runPart.runId, id), sql`result is not null`))
      ).length >= 4,
  );
const whole = trailOf(betweenness);

/** Betweenness in this process, on one thread, as it is kept. */
async function here({ study, who }: Sample): Promise<{ digest: string; bytes: string }> {
  const found: { digest: string; bytes: string }[] = [];
  await actAs(who, async () => {
    const source = await (await readingOf(study, whole)).read(new Map());
    await runTrail(source, whole, {
      async done<T>(work: KeyedWork, make: () => Promise<T> | T) {
        const value = await make();
        found.push({ digest: resultDigest(work.key), bytes: Buffer.from(valueToArrow(value)).toString('base64') });
        return value;
      },
    });
  });
  return found[0];
}

test('the database is killed in the middle: the run goes on where it was, and its result is the same and there once', async () => {
  const at = await sample(await somebody('Thorne'), whole, 4000, 24_000);
  const id = idOf(await asked(at, whole));
  await someParts(id);
  cluster.kill();
  // Its processes notice one after the other that the first of them is gone.
  await until('it is away', () =>
    stateOf(id).then(
      () => false,
      () => true,
    ),
  );
  await cluster.again();
  await until('it is over', async () => !['waiting', 'running'].includes((await stateOf(id)).state));
  expect(await stateOf(id)).toMatchObject({ state: 'done', why: null });
  const { digest, bytes } = await here(at);
  const kept = await database().select().from(result).where(eq(result.studyId, at.study));
  expect(kept.map((one) => one.digest)).toEqual([digest]);
  expect(kept[0].bytes.toString('base64') === bytes).toBe(true);
  expect(await database().select({ number: runPart.number }).from(runPart).where(eq(runPart.runId, id))).toEqual([]);
});

test('whoever asked has no part in the study any more: the run is stopped with the reason, and nothing of it is kept', async () => {
  const owner = await somebody('Petra');
  const reader = await somebody('Ewan');
  const at = await sample(owner, whole, 9000, 70_000);
  await database().insert(member).values({ studyId: at.study, personId: reader.id, role: 'editor' });
  const id = idOf(await asked({ ...at, who: reader }, whole));
  await someParts(id);
  await database().delete(member).where(eq(member.personId, reader.id));
  await until('it is stopped', async () => (await stateOf(id)).state === 'stopped');
  expect((await stateOf(id)).why).toMatch(/^This study is not there/);
  expect(await database().select().from(result).where(eq(result.studyId, at.study))).toEqual([]);
  // Those who have rights may ask again, and the parts that were done are not done anew.
  const again = idOf(await asked(at, whole));
  await until('it is done', async () => (await stateOf(again)).state === 'done');
});

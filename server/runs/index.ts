/** Runs as pages ask for them: begun, looked at, left. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import * as z from 'zod';
import { inquiryKey, inquirySchema } from '@/core/inquiry';
import { type StoredTrail, digestOf, digestsOf, readTrail, stored } from '@/core/trail';
import { NotFound, studyFor } from '@/server/access';
import { type RunState, database, inTransaction, inTurn, run, runPart, runWatcher, workerProcess } from '@/server/db';
import { wake } from '@/server/jobs';
import { openNetwork } from '@/server/networks';
import { signedIn } from '@/server/people/person';
import { announce } from '@/server/together/news';
import { fresh } from './claim';
import { engine } from './engine';
import { workNews } from './parts';
import { isKept } from './results';
import { readingOf } from './source';

/** Runs of one study that wait, at most, and of all. */
export const mostWaiting = 20;
const mostWaitingInAll = 1000;
/** Seconds after which a page that asked no more is gone. */
const watching = 15;

export const askSchema = z.object({
  network: z.uuid(),
  trail: z.custom<StoredTrail>().transform((given) => readTrail(given)),
  /** What is asked of the network that the trail comes to. */
  inquiry: inquirySchema.optional(),
  /** Digest of what is wanted, as the page has it: of the trail, or of the inquiry's answer. */
  digest: z.string().max(64),
  seconds: z.number().min(0).max(1e12),
  page: z.uuid(),
  /** Always; only where somebody has asked for the same already; or only where nothing else is to do, and nobody waits for it. */
  when: z.enum(['always', 'joins', 'idle']).default('always'),
});

export interface RunStatus {
  id: string;
  state: RunState;
  /** The step that is worked on, and the share of it that is done. */
  step: string | null;
  share: number;
  /** Seconds since it began; 0 while it waits. */
  since: number;
  /** How many come before it, while it waits. */
  before: number;
  /** Processes that take runs, and how many of them work on this one. */
  workers: number;
  at: number;
  why: string | null;
  /** Whether the work that the page waits for is kept. */
  ready: boolean;
}

/** Why no process takes a run: none is there, or none of this version, the study has changed, or too many wait already. */
export type NoRun = { none: 'no worker' | 'another version' | 'changed' | 'not asked' } | { none: 'full'; why: string };

/** Has a trail computed for whoever asks, or joins those who wait for the same. */
export async function askRun(studyId: string, ask: z.output<typeof askSchema>): Promise<{ id: string } | NoRun> {
  const { id: personId } = await signedIn();
  await openNetwork(studyId, ask.network);
  const { source } = await readingOf(studyId, ask.trail);
  const digest = ask.inquiry
    ? digestOf(inquiryKey(source, ask.trail, ask.inquiry))
    : digestsOf(source, ask.trail).at(-1);
  if (digest !== ask.digest) return { none: 'changed' };
  const living = await workers();
  if (!living.length) return { none: 'no worker' };
  if (!living.some((one) => one.engine === engine())) return { none: 'another version' };
  const id = await inTransaction(async () => {
    await inTurn(`runs of ${studyId}`);
    const where = and(eq(run.studyId, studyId), eq(run.engine, engine()), eq(run.digest, ask.digest));
    const [held] = await database().select({ id: run.id, state: run.state }).from(run).where(where);
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
    const joins = held?.state === 'waiting' || held?.state === 'running';
    if (!joins && ask.when === 'joins') return undefined;
    if (ask.when === 'idle' && (joins || !(await isIdle()))) return undefined;
    const full = joins ? undefined : await mayNotWait(studyId);
    if (full !== undefined) return { none: 'full' as const, why: full };
    const values = {
      ...{ networkId: ask.network, askedBy: personId, seconds: ask.seconds, state: 'waiting' as const, worker: null },
      ...{ inquiry: ask.inquiry ?? null, tries: 0, step: null, share: 0, why: null, startedAt: null, endedAt: null },
    };
    const [row] = joins
      ? [held]
      : await database()
          .insert(run)
          .values({ ...values, studyId, engine: engine(), digest: ask.digest, trail: stored(ask.trail) })
          .onConflictDoUpdate({
            target: [run.studyId, run.engine, run.digest],
            set: { ...values, trail: stored(ask.trail), askedAt: sql`now()` },
          })
          .returning({ id: run.id });
    if (ask.when !== 'idle') await watch(row.id, ask.page);
    if (!joins) await announce({ study: workNews, thing: null });
    return row.id;
  });
  if (typeof id === 'object') return id;
  if (id === undefined) return { none: 'not asked' };
  await wake('runs', id);
  return { id };
}

async function isIdle(): Promise<boolean> {
  const busy = await database()
    .select({ id: run.id })
    .from(run)
    // Those of another version wait for processes of theirs.
    .where(and(eq(run.engine, engine()), inArray(run.state, ['waiting', 'running'])))
    .limit(1);
  return busy.length === 0;
}

/** A sentence where too many wait already. */
async function mayNotWait(studyId: string): Promise<string | undefined> {
  const [{ here, all }] = await database()
    .select({
      here: sql<number>`count(*) filter (where ${run.studyId} = ${studyId})::int`,
      all: sql<number>`count(*)::int`,
    })
    .from(run)
    .where(eq(run.state, 'waiting'));
  if (here >= mostWaiting)
    return `${here} runs of this study wait already. Wait until some have ended, or run this one in the page.`;
  if (all >= mostWaitingInAll)
    return 'The server has too many runs waiting. Try again later, or run this one in the page.';
  return undefined;
}

const workers = () =>
  database().select({ id: workerProcess.id, engine: workerProcess.engine }).from(workerProcess).where(fresh);

async function watch(runId: string, page: string): Promise<void> {
  await database()
    .insert(runWatcher)
    .values({ runId, page })
    .onConflictDoUpdate({ target: [runWatcher.runId, runWatcher.page], set: { at: sql`now()` } });
}

async function found(studyId: string, id: string): Promise<typeof run.$inferSelect> {
  await studyFor(studyId, 'read');
  const [row] = z.uuid().safeParse(id).success
    ? await database()
        .select()
        .from(run)
        .where(and(eq(run.id, id), eq(run.studyId, studyId)))
    : [];
  if (!(row as typeof row | undefined)) throw new NotFound('This run is not there any more.');
  return row;
}

/** How a run stands. @param work Digest of the work that the page waits for */
export async function runStatus(studyId: string, id: string, page: string, work: string): Promise<RunStatus> {
  const { state, step, share, why, worker } = await found(studyId, id);
  await watch(id, z.uuid().parse(page));
  const [times] = await database()
    .select({ since: sql<number>`coalesce(extract(epoch from now() - ${run.startedAt}), 0)::float8` })
    .from(run)
    .where(eq(run.id, id));
  const taken = await database()
    .selectDistinct({ worker: runPart.worker })
    .from(runPart)
    .where(and(eq(runPart.runId, id), sql`worker is not null and result is null and fault is null`));
  const living = new Set((await workers()).filter((one) => one.engine === engine()).map((one) => one.id));
  const at = new Set([worker, ...taken.map((one) => one.worker)].filter((one) => one !== null && living.has(one)));
  return {
    ...{ id, state, step, share, why },
    since: state === 'running' ? times.since : 0,
    before: state === 'waiting' ? await placeOf(id) : 0,
    workers: living.size,
    at: state === 'running' ? at.size : 0,
    ready: await isKept(studyId, work),
  };
}

/** How many of those who wait will have their turn before it: each person's first, then each one's second. */
async function placeOf(id: string): Promise<number> {
  const { rows } = await database().execute<{ before: number }>(sql`
    with queue as (
      select id, asked_at, row_number() over (partition by asked_by order by asked_at, id) as turn
      from run where state = 'waiting' and engine = ${engine()}
    )
    select count(*)::int as before from queue o, queue q
    where q.id = ${id} and (o.turn, o.asked_at, o.id) < (q.turn, q.asked_at, q.id)`);
  return rows[0]?.before ?? 0;
}

/** The page waits no more. A run that nobody waits for is stopped, where whoever asked for it leaves. */
export async function leaveRun(studyId: string, id: string, page: string): Promise<void> {
  await found(studyId, id);
  const { id: personId } = await signedIn();
  await inTransaction(async () => {
    await database()
      .delete(runWatcher)
      .where(and(eq(runWatcher.runId, id), eq(runWatcher.page, z.uuid().parse(page))));
    const others = await database()
      .select({ page: runWatcher.page })
      .from(runWatcher)
      .where(and(eq(runWatcher.runId, id), sql`${runWatcher.at} > now() - make_interval(secs => ${watching})`));
    if (others.length) return;
    await database()
      .update(run)
      .set({ state: 'stopped', worker: null, endedAt: sql`now()` })
      .where(and(eq(run.id, id), eq(run.askedBy, personId), inArray(run.state, ['waiting', 'running'])));
    await announce({ study: workNews, thing: null });
  });
}

export interface WorkSummary {
  workers: { host: string; pid: number; threads: number; sameVersion: boolean }[];
  waiting: number;
  running: number;
}

/** For administrators: who takes runs, and how many there are. */
export async function workSummary(): Promise<WorkSummary> {
  const living = await database().select().from(workerProcess).where(fresh).orderBy(workerProcess.startedAt);
  const [counts] = await database()
    .select({
      waiting: sql<number>`count(*) filter (where state = 'waiting')::int`,
      running: sql<number>`count(*) filter (where state = 'running')::int`,
    })
    .from(run);
  return {
    workers: living.map(({ host, pid, threads, engine: its }) => ({
      host,
      pid,
      threads,
      sameVersion: its === engine(),
    })),
    ...counts,
  };
}

/** Who does what: processes that give signs, runs in a fair order, and parts of them. */
import { hostname } from 'node:os';
import { type SQL, and, eq, inArray, ne, sql } from 'drizzle-orm';
import { database, inTransaction, inTurn, run, runPart, workerProcess } from '@/server/db';
import { engine } from './engine';

/** Seconds without a sign after which others take over what a process had. By the clock of the database alone. */
export const lease = 10;
/** Runs of one study at the same time. */
export const mostOfStudy = 2;
/** How often a run or a part is begun, where its process ended in the middle. */
export const mostTries = 2;

/** Signs of the last seconds; those of the future are of before a clock was set back. */
export const fresh = sql.raw(
  `(sign_at > now() - interval '${lease} seconds' and sign_at < now() + interval '${lease} seconds')`,
);

/** Whether a process has given a sign. */
const lives = (id: string): SQL =>
  sql`exists (select 1 from worker_process w where w.id = ${sql.raw(id)} and ${fresh})`;

/** Tells that a process is there. */
export async function sign(id: string, threads: number): Promise<void> {
  await database()
    .insert(workerProcess)
    .values({ id, engine: engine(), host: hostname(), pid: process.pid, threads })
    .onConflictDoUpdate({ target: workerProcess.id, set: { signAt: sql`now()` } });
}

/** The process goes: what it had is free at once. */
export async function signOff(id: string): Promise<void> {
  await database().update(run).set({ state: 'waiting', worker: null }).where(leads(id));
  await database()
    .update(runPart)
    .set({ worker: null, tries: sql`greatest(0, ${runPart.tries} - 1)` })
    .where(and(eq(runPart.worker, id), sql`result is null and fault is null`));
  await database().delete(workerProcess).where(eq(workerProcess.id, id));
}

const leads = (worker: string) => and(eq(run.worker, worker), eq(run.state, 'running'));

export type ClaimedRun = typeof run.$inferSelect;

/**
 * The run whose turn it is: of those who have fewest running, whoever was served longest ago; a study has so many at the same time at most. One whose
 * process has ended is begun anew, and failed where that happened too often.
 */
export const claimRun = (worker: string): Promise<ClaimedRun | undefined> =>
  inTransaction(async () => {
    // One after the other, so that none oversteps what a study may have.
    await inTurn('runs');
    await failBroken();
    return claimNext(worker);
  });

async function claimNext(worker: string): Promise<ClaimedRun | undefined> {
  const rows = await database().execute<{ id: string }>(sql`
    with going as (
      select id, asked_by, study_id from run where state = 'running' and ${lives('run.worker')}
    )
    update run set state = 'running', worker = ${worker}, tries = tries + 1, started_at = now(), share = 0, step = null, why = null
    where id = (
      select r.id from run r
      where r.engine = ${engine()}
        and (r.state = 'waiting' or r.state = 'running' and not ${lives('r.worker')})
        and (select count(*) from going g where g.study_id = r.study_id) < ${mostOfStudy}
      order by
        (select count(*) from going g where g.asked_by = r.asked_by),
        (select max(s.started_at) from run s where s.asked_by = r.asked_by and s.id <> r.id) nulls first,
        r.asked_at, r.id
      limit 1
      for update of r skip locked
    )
    returning id`);
  const [row] = rows.rows;
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!row) return undefined;
  const [found] = await database().select().from(run).where(eq(run.id, row.id));
  return found;
}

/** Runs that broke off too often, with the processes that had them, and what is left of processes long gone. */
async function failBroken(): Promise<void> {
  await database().execute(sql`
    update run set state = 'failed', ended_at = now(), worker = null,
      why = 'The process that worked on it ended in the middle, ' || tries || ' times. It may need more memory than there is.'
    where state = 'running' and engine = ${engine()} and tries >= ${mostTries + 1} and not ${lives('run.worker')}`);
  await database().execute(sql`delete from worker_process where sign_at < now() - interval '1 day'`);
}

/** Runs that wait for somebody, or whose process has ended. */
export async function openRuns(): Promise<string[]> {
  const found = await database().execute<{ id: string }>(sql`
    select id from run r where engine = ${engine()}
      and (state = 'waiting' or state = 'running' and not ${lives('r.worker')}) limit 20`);
  return found.rows.map(({ id }) => id);
}

export interface ClaimedPart {
  runId: string;
  call: string;
  number: number;
  tries: number;
  part: Buffer;
}

/** Names a part within what a process has. */
export const partKey = ({ runId, call, number }: Pick<ClaimedPart, 'runId' | 'call' | 'number'>): string =>
  `${runId} ${call} ${number}`;

/**
 * A part that nobody works on, of whoever has fewest parts under way; also one of this process that it knows nothing of, as the answer that it had it was
 * lost: `has` are the keys of those it knows. One that broke off too often is faulty.
 */
export async function claimPart(
  worker: string,
  has: ReadonlySet<string> = new Set(),
): Promise<ClaimedPart | undefined> {
  const found = await database().execute<{
    run_id: string;
    call: string;
    number: number;
    tries: number;
    part: Buffer;
  }>(sql`
    update run_part set worker = ${worker}, tries = tries + 1
    where (run_id, call, number) = (
      select p.run_id, p.call, p.number from run_part p join run r on r.id = p.run_id
      where p.result is null and p.fault is null and r.state = 'running' and r.engine = ${engine()}
        and (p.worker is null or not ${lives('p.worker')}
          or p.worker = ${worker} and not (p.run_id || ' ' || p.call || ' ' || p.number = any(${sql.param([...has])})))
      order by
        (select count(*) from run_part q join run s on s.id = q.run_id
          where s.asked_by = r.asked_by and q.worker is not null and q.result is null and q.fault is null),
        r.started_at, p.number
      limit 1
      for update of p skip locked
    )
    returning run_id, call, number, tries, part`);
  const [row] = found.rows;
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!row) return undefined;
  const { run_id: runId, ...rest } = row;
  const part = { runId, ...rest };
  if (part.tries <= mostTries) return part;
  await endPart(worker, part, { fault: 'its process ended in the middle of it', mendable: false });
  return claimPart(worker, has);
}

/** Writes what came of a part, where it is still this process' own. */
export async function endPart(
  worker: string,
  { runId, call, number }: Pick<ClaimedPart, 'runId' | 'call' | 'number'>,
  came: { result: Buffer } | { fault: string; mendable: boolean },
): Promise<void> {
  await database()
    .update(runPart)
    .set(came)
    .where(
      and(eq(runPart.runId, runId), eq(runPart.call, call), eq(runPart.number, number), eq(runPart.worker, worker)),
    );
}

/** A part that broke is left to others. */
export async function leavePart(worker: string, { runId, call, number }: ClaimedPart): Promise<void> {
  await database()
    .update(runPart)
    .set({ worker: null })
    .where(
      and(eq(runPart.runId, runId), eq(runPart.call, call), eq(runPart.number, number), eq(runPart.worker, worker)),
    );
}

/** Runs of this process that it does not lead, as the answer that it had them was lost: others may begin them. */
export async function giveUnknown(worker: string, led: string | undefined): Promise<void> {
  await database()
    .update(run)
    .set({ state: 'waiting', worker: null })
    // One that was taken a moment ago may not be known yet.
    .where(
      and(
        leads(worker),
        sql`${run.startedAt} < now() - interval '5 seconds'`,
        led === undefined ? undefined : ne(run.id, led),
      ),
    );
}

/** Which of some runs are under way. */
export async function underWay(ids: readonly string[]): Promise<Set<string>> {
  if (!ids.length) return new Set();
  const found = await database()
    .select({ id: run.id })
    .from(run)
    .where(and(inArray(run.id, [...ids]), eq(run.state, 'running')));
  return new Set(found.map(({ id }) => id));
}

/** Whether a run is still led by this process. */
export async function stillLeads(worker: string, id: string): Promise<boolean> {
  const found = await database()
    .select({ id: run.id })
    .from(run)
    .where(and(leads(worker), eq(run.id, id)));
  return found.length > 0;
}

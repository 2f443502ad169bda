/** What a process does that takes runs: it leads one at a time, and works on parts of all. */
import { randomUUID } from 'node:crypto';
import { Worker } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { type OpenJob, type Threads } from '@/core/split/crew';
import { NotFound } from '@/server/access';
import { log } from '@/server/answer';
import { database, person, run } from '@/server/db';
import type { Kind } from '@/server/jobs';
import { openNetwork } from '@/server/networks';
import { type Person, actAs } from '@/server/people/person';
import { announce, listen } from '@/server/together/news';
import { threads } from '@/threads';
import {
  type ClaimedPart,
  type ClaimedRun,
  claimPart,
  giveUnknown,
  claimRun,
  endPart,
  leavePart,
  mostTries,
  openRuns,
  partKey,
  sign,
  signOff,
  stillLeads,
  underWay,
} from './claim';
import type { Leading } from './lead';
import type { Told } from './lead.thread';
import { callOf, clearParts, pack, partNews, unpack, workNews } from './parts';
import { clearResults } from './results';

/** Milliseconds between signs, and between looks for parts where nothing was heard. */
const pace = 2000;
const look = 1000;
/** Signs between two clearings of results. */
const clearing = 300;

/** A thread for parts, and the job that it holds. */
interface Slot {
  crew: Threads;
  held?: { run: string; call: string; job: OpenJob };
}

export interface WorkerProcess {
  readonly id: string;
  /** Runs as jobs of the queue. */
  readonly kind: Kind;
  /** Gives back what it has, and ends. */
  end(): Promise<void>;
}

/** Begins to take parts at once, and runs as its kind is told to. */
export async function startWorker(size: number, id: string = randomUUID()): Promise<WorkerProcess> {
  const ending = new AbortController();
  const slots: Slot[] = Array.from({ length: size }, () => ({ crew: threads(1) }));
  const woken = new Set<() => void>();
  const leading: { now?: { run: string; end: () => void } } = {};
  // At hand before the first run: it takes a second or two to load.
  let thread: Worker | undefined = leadThread();
  let signs = 0;
  /** Keys of the parts that threads have. */
  const doing = new Set<string>();
  let claiming: Promise<unknown> = Promise.resolve();

  await sign(id, size);
  const unheard = listen(workNews, () => {
    for (const wake of woken) wake();
    void leadNext().catch(passing);
  });
  const timer = setInterval(() => void stand().catch(passing), pace);
  const parts = slots.map((slot) => work(slot));

  /** Gives a sign, and ends what is not to go on: it was stopped, deleted, or somebody else has it. */
  async function stand(): Promise<void> {
    await sign(id, size);
    const { now } = leading;
    // Not while one is being taken.
    if (now?.run !== '') await giveUnknown(id, now?.run);
    if (now?.run && !((await stillLeads(id, now.run)) && (await mayGoOn(now.run)))) now.end();
    const held = slots.flatMap((slot) => slot.held?.run ?? []);
    const going = await underWay(held);
    for (const slot of slots) if (slot.held && !going.has(slot.held.run)) letGo(slot, true);
    if (signs++ % clearing === 0) await clearResults();
  }

  function letGo(slot: Slot, ends = false): void {
    if (ends) slot.crew.end();
    else slot.held?.job.done();
    slot.held = undefined;
  }

  /** The next part, for one thread after the other: none takes another's for one that got lost. */
  function claim(): Promise<ClaimedPart | undefined> {
    const next = claiming.then(async () => {
      const part = await claimPart(id, doing);
      if (part) doing.add(partKey(part));
      return part;
    });
    claiming = next.catch(() => undefined);
    return next;
  }

  /** Parts, one after the other. */
  async function work(slot: Slot): Promise<void> {
    while (!ending.signal.aborted) {
      const part = await claim().catch(passing);
      if (part)
        await onPart(slot, part)
          .catch(passing)
          .finally(() => doing.delete(partKey(part)));
      else {
        letGo(slot);
        await new Promise<void>((resolve) => {
          const go = (): void => {
            clearTimeout(late);
            woken.delete(go);
            resolve();
          };
          const late = setTimeout(go, look);
          woken.add(go);
        });
      }
    }
  }

  async function onPart(slot: Slot, part: ClaimedPart): Promise<void> {
    if (slot.held?.run !== part.runId || slot.held.call !== part.call) {
      letGo(slot);
      const call = await callOf(part.runId, part.call);
      if (!call) return;
      slot.held = { run: part.runId, call: part.call, job: slot.crew.open(call.task, call.shared) };
    }
    let came: Buffer;
    try {
      came = pack(await slot.held.job.part(unpack(part.part)));
    } catch (error) {
      // A thread that broke is replaced; one that was ended is not at fault.
      const ended = slot.held as Slot['held'] | undefined;
      letGo(slot, true);
      if (!ended || ending.signal.aborted) return;
      const mendable = error instanceof Fault;
      const fault = error instanceof Error ? error.message : String(error);
      log.warn({ error, run: part.runId, part: part.number }, 'a part');
      await persist(() =>
        mendable || part.tries >= mostTries ? endPart(id, part, { fault, mendable }) : leavePart(id, part),
      );
      return announce({ study: partNews(part.runId), thing: null });
    }
    // It was worked for: while the database is away it waits.
    await persist(() => endPart(id, part, { result: came }));
    await announce({ study: partNews(part.runId), thing: null });
  }

  /** Leads whatever run has its turn, until there is none; one call at a time. */
  async function leadNext(): Promise<void> {
    if (leading.now || ending.signal.aborted) return;
    leading.now = { run: '', end: () => undefined };
    try {
      for (let next = await claimRun(id); next; next = ending.signal.aborted ? undefined : await claimRun(id)) {
        await leadOne(next);
        leading.now = { run: '', end: () => undefined };
      }
    } finally {
      leading.now = undefined;
    }
  }

  async function leadOne(claimed: ClaimedRun): Promise<void> {
    const asker = await askerOf(claimed).catch((error: unknown) => {
      if (error instanceof Fault) return error.message;
      throw error;
    });
    if (typeof asker === 'string') return close(claimed, asker);
    const given: Leading = {
      id: claimed.id,
      study: claimed.studyId,
      trail: claimed.trail,
      inquiry: claimed.inquiry,
      person: asker,
    };
    log.info({ run: claimed.id, study: claimed.studyId }, 'a run begins');
    const told = await new Promise<Exclude<Told, { step: string }> | 'over'>((resolve) => {
      const by = (thread ??= leadThread());
      const stop = (): void => {
        thread = undefined;
        void by.terminate();
        resolve('over');
      };
      leading.now = { run: claimed.id, end: stop };
      by.removeAllListeners();
      by.on('message', (one: Told) => {
        if ('ended' in one) resolve(one);
        else void heardOf(claimed, one).catch(passing);
      });
      by.on('error', ({ message }) => {
        thread = undefined;
        resolve({ ended: true, why: `The thread that worked on it broke: ${message}.` });
      });
      by.postMessage(given);
    });
    if (told === 'over') return;
    if (told.passing) return giveBack(claimed);
    log.info({ run: claimed.id, why: told.why }, 'a run ends');
    await close(claimed, told.why);
  }

  async function heardOf({ id: runId }: ClaimedRun, { step, share }: { step: string; share: number }): Promise<void> {
    if (!(await stillLeads(id, runId))) return;
    await database().update(run).set({ step, share }).where(eq(run.id, runId));
  }

  /** Writes how it ended, where it is still this process' own; what was done for it stays only where it failed. */
  async function close({ id: runId }: ClaimedRun, why?: string): Promise<void> {
    await persist(async () => {
      if (!(await stillLeads(id, runId))) return;
      if (why === undefined) await clearParts(runId);
      await database()
        .update(run)
        .set({
          state: why === undefined ? 'done' : 'failed',
          why: why ?? null,
          worker: null,
          share: 1,
          endedAt: new Date(),
        })
        .where(eq(run.id, runId));
    });
  }

  /** The database was away: it is begun anew, and finds the parts that were done. */
  const giveBack = ({ id: runId, tries }: ClaimedRun): Promise<void> =>
    persist(async () => {
      if (!(await stillLeads(id, runId))) return;
      await database()
        .update(run)
        .set({ state: 'waiting', worker: null, tries: tries - 1 })
        .where(eq(run.id, runId));
    });

  /** Tries again while the database is away. */
  async function persist(work: () => Promise<void>): Promise<void> {
    for (;;) {
      try {
        await work();
        return;
      } catch (error) {
        if (ending.signal.aborted) return;
        passing(error);
        await new Promise((resolve) => setTimeout(resolve, look));
      }
    }
  }

  return {
    id,
    kind: { queue: 'runs', left: openRuns, take: leadNext },
    async end() {
      ending.abort();
      clearInterval(timer);
      unheard();
      leading.now?.end();
      for (const slot of slots) slot.crew.end();
      for (const wake of woken) wake();
      await Promise.all(parts);
      void thread?.terminate();
      await signOff(id).catch(passing);
      await announce({ study: workNews, thing: null }).catch(passing);
    },
  };
}

const leadThread = (): Worker => new Worker(new URL('./lead.start.mjs', import.meta.url));

const passing = (error: unknown): undefined => {
  log.warn({ error }, 'a process that takes runs');
  return undefined;
};

/** Whose rights a run has. @throws Fault where they may not see its network any more */
async function askerOf({ askedBy, studyId, networkId }: ClaimedRun): Promise<Person> {
  const [found] = await database().select().from(person).where(eq(person.id, askedBy));
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there may be none
  if (!found || found.deactivatedAt) throw new NotFound('Whoever asked for it has no account any more.');
  const { id, name, email, administrator } = found;
  const asker = { id, name, email, administrator };
  await actAs(asker, () => openNetwork(studyId, networkId));
  return asker;
}

async function mayGoOn(id: string): Promise<boolean> {
  const [found] = await database().select().from(run).where(eq(run.id, id));
  try {
    await askerOf(found);
    return true;
  } catch (error) {
    if (!(error instanceof Fault)) return true;
    await database().update(run).set({ state: 'stopped', worker: null, why: error.message }).where(eq(run.id, id));
    return false;
  }
}

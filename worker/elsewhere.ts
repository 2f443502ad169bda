/** Costly work that other processes do, or have done: asked for by digests, and waited for. */
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { valueFromArrow } from '@/core/formats/values';
import type { Inquiry } from '@/core/inquiry';
import { type KeyedWork, type Source, type Trail, digestOf, digestsOf, readsOf, stepKinds, stored } from '@/core/trail';

/** Where the costly work of a step is done: by its size where nothing is chosen. */
export type Place = 'here' | 'server';

/** Work of so many seconds on this machine's threads goes to the server by itself. */
export const long = 20;
/** From here on whoever has asked the server for the same is joined, rather than doing it twice. */
const worthJoining = 2;
/** Below this it is not even asked whether it is kept: it is computed as fast. */
const worthAsking = 1;
/** Milliseconds between two looks at a run: at first, and later. */
const looks = [100, 150, 250, 400, 600, 1000] as const;
/** Work of so many seconds that was done here is done on the server as well, where that is idle: whoever opens the network next need not wait for it. */
const worthKeeping = 5;
/** Milliseconds for which an answer that nothing is kept holds. */
const forgetting = 5000;

const statusSchema = z.object({
  id: z.string(),
  state: z.enum(['waiting', 'running', 'done', 'failed', 'stopped']),
  step: z.string().nullable(),
  share: z.number(),
  since: z.number(),
  before: z.number(),
  workers: z.number(),
  at: z.number(),
  why: z.string().nullable(),
  ready: z.boolean(),
});
/** How work stands that is done elsewhere. */
export type Away = Omit<z.infer<typeof statusSchema>, 'ready' | 'id' | 'why'> & { seconds: number };

const askedSchema = z.union([
  z.object({ id: z.string() }),
  z.object({ none: z.enum(['no worker', 'another version', 'changed', 'not asked']) }),
  z.object({ none: z.literal('full'), why: z.string() }),
]);

/** Sentences for a step that was to run on the server and cannot. */
const noneWords = {
  'no worker':
    'No worker process is running, so nothing can run on the server. Start one (npm run worker), or let it run in this page.',
  'another version':
    'The worker processes are of another version of the application. Start them anew, or let it run in this page.',
  changed: 'The study has changed meanwhile. Load the page again.',
} as const;

type NoRun = Exclude<z.infer<typeof askedSchema>, { id: string }>;
const noWords = (no: NoRun): string | undefined => {
  if (no.none === 'full') return no.why;
  return no.none === 'not asked' ? undefined : noneWords[no.none];
};

/** What the page hears of a step whose work is done elsewhere; nothing once it is there. */
export type HeardAway = (step: string, away: Away | undefined) => void;

/** The trail that is run, and who hears of it. */
export interface Running {
  study: string;
  network: string;
  trail: Trail;
  source: Source;
  places: ReadonlyMap<string, Place>;
  /** What is asked of the network that the trail comes to; absent: its steps are what is wanted. */
  inquiry?: Inquiry;
  threads: number;
  /** Throws when the run was stopped. */
  breathe(step: string, share: number): Promise<void> | void;
  heard: HeardAway;
}

const pause = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));

export class Elsewhere {
  /** Names this page to the server. */
  private readonly page = crypto.randomUUID();
  private readonly missing = new Map<string, number>();
  /** Seconds of the work that was done here, of the run under way. */
  private here = 0;

  /** What is kept on the server; undefined where nothing is, or the server does not answer. */
  async kept({ study }: Pick<Running, 'study'>, work: KeyedWork): Promise<unknown> {
    if (work.seconds < worthAsking) return undefined;
    const digest = digestOf(work.key);
    const asked = this.missing.get(digest);
    if (asked !== undefined && performance.now() - asked < forgetting) return undefined;
    const value = await this.fetched(study, digest);
    if (value === undefined) this.missing.set(digest, performance.now());
    return value;
  }

  private async fetched(study: string, digest: string): Promise<unknown> {
    try {
      const answer = await fetch(`/api/studies/${study}/results/${digest}`);
      return answer.ok ? valueFromArrow(new Uint8Array(await answer.arrayBuffer())) : undefined;
    } catch {
      // It is computed here, as where nothing is kept.
      return undefined;
    }
  }

  /** Has work done where it is to be done. @throws Fault where it was to be done on the server and cannot */
  async done<T>(running: Running, work: KeyedWork, make: () => Promise<T> | T): Promise<T> {
    const chosen = running.places.get(work.step);
    const here = work.seconds / (work.splits ? running.threads : 1);
    // Of this the server keeps no result, whatever was chosen.
    if (work.seconds < worthAsking) return make();
    const goes = chosen === 'server' || (!chosen && here >= long);
    if (chosen === 'here' || (!goes && work.seconds < worthJoining)) return this.made(running, work, make);
    const asked = await this.ask(running, work, goes ? 'always' : 'joins').catch((error: unknown) => {
      if (goes) throw error;
      return { none: 'not asked' as const };
    });
    if ('none' in asked) {
      // Where nothing was chosen it is done here, however long it takes.
      const why = chosen && noWords(asked);
      if (why) throw new Fault(why, work.step);
      return this.made(running, work, make);
    }
    return (await this.awaited(running, work, asked.id)) as T;
  }

  private async made<T>(running: Running, work: KeyedWork, make: () => Promise<T> | T): Promise<T> {
    if (!running.inquiry) {
      this.here += work.seconds;
      return make();
    }
    const answer = await make();
    if (work.seconds >= worthKeeping) void this.offered(running, work);
    return answer;
  }

  /** Has the server do what was done here, where it has nothing else to do; nobody waits for it. It is no loss where it cannot: the next page computes it, as this one did. */
  private async offered(running: Running, work: Pick<KeyedWork, 'step' | 'seconds' | 'key'>): Promise<void> {
    await this.ask(running, work, 'idle').catch(() => undefined);
  }

  /** A run begins: what was done here before is not of it. */
  begin(): void {
    this.here = 0;
  }

  /** Offers to the server what the run did here. */
  async keep(running: Running): Promise<void> {
    if (this.here < worthKeeping) return;
    const work = { step: '', seconds: this.here, key: '' };
    this.here = 0;
    await this.offered(running, work);
  }

  /** One run does all that follows as well, so that nobody need stay for it. */
  private async ask(
    { study, network, trail, source, inquiry }: Running,
    work: Pick<KeyedWork, 'step' | 'seconds' | 'key'>,
    when: 'always' | 'joins' | 'idle',
  ): Promise<z.infer<typeof askedSchema>> {
    const last = trail.steps.findLastIndex(
      // Another network that is taken in may be costly to make.
      (step) => step.on && (stepKinds[step.kind].works !== undefined || readsOf(step).networks?.length),
    );
    const whole = inquiry ? trail : { steps: trail.steps.slice(0, last + 1) };
    const answer = await fetch(`/api/studies/${study}/runs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({
        network,
        trail: stored(whole),
        ...(inquiry ? { inquiry } : {}),
        digest: inquiry ? digestOf(work.key) : digestsOf(source, whole).at(-1),
        seconds: work.seconds,
        page: this.page,
        when,
      }),
    });
    const said: unknown = await answer.json().catch(() => undefined);
    if (!answer.ok)
      throw new Fault(z.object({ detail: z.string() }).catch({ detail: unreached }).parse(said).detail, work.step);
    return askedSchema.parse(said);
  }

  private async awaited(running: Running, work: KeyedWork, run: string): Promise<unknown> {
    const { study, breathe, heard } = running;
    const digest = digestOf(work.key);
    const address = `/api/studies/${study}/runs/${run}?page=${this.page}`;
    let since = performance.now();
    let share = 0;
    try {
      for (let look = 0; ; look++) {
        await breathe(work.step, share);
        const answer = await fetch(`${address}&work=${digest}`).catch(() => undefined);
        if (answer?.ok) {
          since = performance.now();
          const { ready, why, id: _id, ...status } = statusSchema.parse(await answer.json());
          share = status.step === work.step ? status.share : 0;
          heard(work.step, { ...status, seconds: work.seconds });
          if (ready) {
            const value = await this.fetched(study, digest);
            if (value !== undefined) return value;
          } else if (status.state !== 'waiting' && status.state !== 'running') {
            throw new Fault(why ?? endedWords[status.state], work.step);
          }
        } else if (answer && answer.status < 500) {
          const said: unknown = await answer.json().catch(() => undefined);
          throw new Fault(z.object({ detail: z.string() }).catch({ detail: unreached }).parse(said).detail, work.step);
        } else if (performance.now() - since > patience) throw new Fault(unreached, work.step);
        await pause(looks[Math.min(look, looks.length - 1)]);
      }
    } catch (error) {
      // Stopped, or superseded by a change; a page that is closed says nothing, and the run goes on.
      if (!(error instanceof Fault)) void fetch(address, { method: 'DELETE' }).catch(() => undefined);
      throw error;
    } finally {
      heard(work.step, undefined);
    }
  }
}

/** Milliseconds for which the server may be away. */
const patience = 60_000;
const unreached =
  'The server does not answer. What was computed there is kept; change a setting or load the page again to go on.';
const endedWords = {
  done: 'The run on the server ended without this result: a step before it needs a look, or the study was changed meanwhile. Load the page again.',
  failed: 'The run on the server failed. Let it run in this page, or try again.',
  stopped: 'The run on the server was stopped. Ask again, change a setting, or load the page again, to begin it anew.',
} as const;

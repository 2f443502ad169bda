/** Jobs of a queue in the same database: any process on it takes them. What is to be done stands in rows of its own; a job has somebody look. */
import PgBoss from 'pg-boss';
import { log } from '@/server/answer';

/** Milliseconds between looks for what nobody does, and until a start that failed is tried again. */
const look = 5000;

/** A kind of work that a process can take. */
export interface Kind {
  /** Its queue. */
  queue: string;
  /** What stands in the rows and is done by nobody: its process has ended, or its job got lost. */
  left(): Promise<string[]>;
  /** Does it, where it is still to be done; one call at a time for each id. */
  take(id: string, ending: AbortSignal): Promise<unknown>;
}

interface Jobs {
  boss: PgBoss;
  timer: NodeJS.Timeout;
  ending: AbortController;
  going: Map<string, Promise<unknown>>;
}
const shared = globalThis as { nunatakJobs?: Promise<Jobs> };

/** Takes jobs of some kinds from now on, until `endJobs`. Where the database is away it is tried again. */
export async function startJobs(kinds: readonly Kind[]): Promise<void> {
  shared.nunatakJobs ??= begin(kinds);
  await shared.nunatakJobs;
}

async function begin(kinds: readonly Kind[]): Promise<Jobs> {
  const ending = new AbortController();
  const going = new Map<string, Promise<unknown>>();
  /** It is done once somebody does it: what is done stands in the rows. */
  const take = (kind: Kind, id: string): void => {
    const name = `${kind.queue} ${id}`;
    if (going.has(name)) return;
    const work = kind
      .take(id, ending.signal)
      .catch((error: unknown) => log.error({ error, queue: kind.queue, job: id }, 'a job'))
      .finally(() => going.delete(name));
    going.set(name, work);
  };
  for (;;) {
    const boss = new PgBoss({
      connectionString: process.env.DATABASE_URL,
      ...{ schema: 'jobs', max: 2, schedule: false, application_name: 'nunatak jobs' },
    });
    boss.on('error', (error) => log.warn({ error }, 'the queue of jobs'));
    try {
      await boss.start();
      for (const kind of kinds) {
        await boss.createQueue(kind.queue);
        await boss.work<{ id: string }>(kind.queue, { pollingIntervalSeconds: 1, batchSize: 20 }, (jobs) => {
          for (const { data } of jobs) take(kind, data.id);
          return Promise.resolve();
        });
      }
      const lookAfter = async (): Promise<void> => {
        try {
          for (const kind of kinds) for (const id of await kind.left()) await send(boss, kind.queue, id);
        } catch {
          // The database is away for a moment: the next look finds them.
        }
      };
      const timer = setInterval(() => void lookAfter(), look);
      timer.unref();
      void lookAfter();
      return { boss, timer, ending, going };
    } catch (error) {
      log.warn({ error }, 'the queue of jobs did not start');
      await boss.stop({ graceful: false, close: true }).catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, look));
    }
  }
}

const send = async (boss: PgBoss, queue: string, id: string): Promise<void> => {
  // Whoever puts it there may take none of the kind.
  await boss.createQueue(queue);
  await boss.send(queue, { id }, { singletonKey: id, singletonSeconds: 2, expireInSeconds: 60, retryLimit: 0 });
};

/** Has somebody look at it soon. Where this process has no queue, the others find it. */
export async function wake(queue: string, id: string): Promise<void> {
  if (!shared.nunatakJobs) return;
  const { boss } = await shared.nunatakJobs;
  await send(boss, queue, id).catch(() => undefined);
}

/** Stops what goes on, so that others go on with it, and takes no jobs any more. */
export async function endJobs(): Promise<void> {
  const held = shared.nunatakJobs;
  if (!held) return;
  shared.nunatakJobs = undefined;
  const { boss, timer, ending, going } = await held;
  clearInterval(timer);
  ending.abort();
  await Promise.all(going.values());
  await boss.stop({ graceful: false, close: true }).catch(() => undefined);
}

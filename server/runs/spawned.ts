/** Processes that take runs, for tests: spawned, waited for, and ended. */
import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { database, run, workerProcess } from '@/server/db';

const root = join(__dirname, '../..');
const children: ChildProcess[] = [];

/** What Node is called with for a process that takes runs: the program that the tests were given, which starts sooner, or its sources. */
export const program = (): string[] =>
  process.env.NUNATAK_WORK ? [process.env.NUNATAK_WORK] : ['--import', 'tsx', join(root, 'server/runs/process.ts')];

/** A process of its own with one thread for parts. */
export function worker(): ChildProcess {
  const child = spawn(process.execPath, program(), {
    cwd: root,
    env: { ...process.env, LOG_LEVEL: 'error', NUNATAK_THREADS: '1' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  children.push(child);
  return child;
}

export async function ended(child: ChildProcess, signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  await gone;
}

/** Those that this test has begun. */
export const spawned = (): readonly ChildProcess[] => children;

/** Ends all that were spawned, and takes back their signs: others would wait for them. */
export async function endSpawned(): Promise<void> {
  for (const child of children.splice(0)) await ended(child);
  await database().delete(workerProcess);
}

export async function until(what: string, holds: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 1600; i++) {
    // The database is away now and then.
    if (await holds().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`never: ${what}`);
}

export const there = (count: number): Promise<void> =>
  until(`${count} processes`, async () => (await database().select().from(workerProcess)).length >= count);

export const stateOf = async (id: string) => (await database().select().from(run).where(eq(run.id, id)))[0];

export const over = (id: string): Promise<void> =>
  until('the run is over', async () => !['waiting', 'running'].includes((await stateOf(id)).state));

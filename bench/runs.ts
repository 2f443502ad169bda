/** `npm run load:runs -- NODES TIES`: runs on worker processes: with one and two of them, and what a job costs beside its work. */
import '@/scripts/outside';
import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import { type Trail, digestOf } from '@/core/trail';
import { database, pool, result, run, workerProcess } from '@/server/db';
import { standingPerson } from '@/server/people/person';
import { runStatus } from '@/server/runs';
import { engine } from '@/server/runs/engine';
import { type Sample, asked, betweenness, sample, trailOf } from '@/server/runs/samples';
import { program } from '@/server/runs/spawned';
import { endListening } from '@/server/together/news';

const [nodes = 60_000, ties = 300_000] = process.argv.slice(2).map(Number);
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const rest = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));

const children: ChildProcess[] = [];
async function workers(count: number): Promise<void> {
  for (const child of children.splice(0)) {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await gone;
  }
  await database().delete(workerProcess);
  for (let i = 0; i < count; i++)
    children.push(
      spawn(process.execPath, program(), {
        env: { ...process.env, NUNATAK_THREADS: '1' },
        stdio: ['ignore', 'ignore', 'inherit'],
      }),
    );
  while ((await database().select().from(workerProcess)).length < count) await rest(50);
  // Threads load their code.
  await rest(6000);
}

/** Milliseconds between two looks, which take a processor's time from the workers. */
const seldom = 500;
const often = 20;

/** Seconds until the trail's work is there, as a page would see it. */
async function timed(at: Sample, trail: Trail, every: number): Promise<number> {
  await database().delete(result);
  await database().delete(run);
  const begun = performance.now();
  const answer = await asked(at, trail);
  if ('none' in answer) throw new Error(answer.none);
  for (;;) {
    const { state, why } = await runStatus(at.study, answer.id, randomUUID(), digestOf('x'));
    if (state === 'done') return (performance.now() - begun) / 1000;
    if (state !== 'waiting' && state !== 'running') throw new Error(why ?? state);
    await rest(every);
  }
}

const who = await standingPerson();
say(`version ${engine()}`);
const sampled = trailOf({ ...betweenness, options: { pivots: 2000 } });
const large = await sample(who, sampled, nodes, ties);
const small = await sample(who, trailOf(betweenness), 40, 160);
try {
  const took: number[] = [];
  for (const count of [1, 2]) {
    await workers(count);
    // The first reads the table as well.
    await timed(large, trailOf({ ...betweenness, options: { pivots: 2 } }), seldom);
    const seconds = await timed(large, sampled, seldom);
    took.push(seconds);
    say(
      `betweenness of ${nodes} nodes and ${ties} ties, 2,000 sources, ${count} of one thread each: ${seconds.toFixed(1)} s`,
    );
  }
  say(`two workers against one: ${(took[0] / took[1]).toFixed(2)} times`);
  const few: number[] = [];
  for (let i = 0; i < 12; i++)
    few.push(await timed(small, trailOf({ ...betweenness, options: { pivots: 2 + i } }), often));
  few.splice(0, 2);
  few.sort((a, b) => a - b);
  say(`a job of no work: ${(1000 * few[5]).toFixed(0)} ms in the median, ${(1000 * few[9]).toFixed(0)} ms at most`);
} finally {
  await workers(0);
  await endListening();
  await pool().end();
}

/** PostgreSQL itself is killed in mid-stream, and started anew: afterwards exactly the messages that were sent, each once. On a cluster of its own. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { eq } from 'drizzle-orm';
import { startPractice } from '@/feed/practice';
import { log } from '@/server/answer';
import { database, feedMessage, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { createStudy } from '@/server/studies';
import { endListening } from '@/server/together/news';
import { createFeed, feedPast, openFeed, startFeed, stopFeed } from '.';
import { readFeed } from './runner';

jest.setTimeout(180_000);
const script = JSON.stringify(join(process.cwd(), 'scripts', 'setup', 'postgres.mjs'));
const folder = mkdtempSync(join(tmpdir(), 'nunatak-killed-'));
const ends: (() => Promise<void>)[] = [];

/** Starts it anew on the port of before: the last children of one that was killed may take a moment to end. */
async function again(port: number): Promise<void> {
  for (let i = 0; i < 30; i++) {
    try {
      await cluster(port);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
  throw new Error('the cluster did not start again');
}

/** Starts the cluster, on the wanted port or on any; resolves once it answers. */
async function cluster(port = 0): Promise<{ url: string; data: string }> {
  const text = `import { postgres } from ${script};
    const { url, data } = await postgres(${JSON.stringify(folder)}, ${port});
    process.stdout.write(JSON.stringify({ url, data }) + '\\n');
    setInterval(() => {}, 1000);
    process.on('SIGTERM', () => process.exit(0));`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', text], { stdio: ['ignore', 'pipe', 'ignore'] });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  ends.push(() => {
    child.kill('SIGTERM');
    return ended;
  });
  let printed = '';
  for await (const piece of child.stdout) {
    printed += String(piece);
    const line = /^\{.*\}$/m.exec(printed);
    if (line) return JSON.parse(line[0]) as { url: string; data: string };
  }
  await ended;
  throw new Error('the cluster did not start');
}
const until = async (what: string, holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 1200; i++) {
    if (await holds().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`never: ${what}`);
};

test('the reader waits for the database, goes on, and nothing is missing or twice', async () => {
  log.level = 'silent';
  const { url, data } = await cluster();
  const given = process.env.DATABASE_URL;
  process.env.DATABASE_URL = url;
  process.env.NUNATAK_KEY_FILE = join(folder, 'key');
  const people = ['Tove', 'Ewan', 'Petra'];
  const notices = people.map((writer, i) => ({ writer, text: 'bere', people: [people[(i + 1) % 3]], words: ['bere'] }));
  const board = await startPractice({ notices, keys: ['k'] });
  process.env.NUNATAK_FEEDS = board.address;
  const ending = new AbortController();
  try {
    await migrateDatabase();
    const { id: study } = await createStudy('Killed');
    const { id } = await createFeed(study, {
      ...{ name: 'Boards', address: board.address, key: 'k', follow: {}, ties: 'whom' },
    });
    const stored = async (): Promise<number[]> =>
      (await database().select({ id: feedMessage.id }).from(feedMessage).where(eq(feedMessage.feedId, id)))
        .map((row) => row.id)
        .sort((a, b) => a - b);
    await startFeed(study, id);
    // As a job is taken again where its reader gave up.
    const reading = (async () => {
      while (!ending.signal.aborted) {
        await readFeed(id, ending.signal).catch(() => undefined);
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    })();
    await until('a line', async () => (await openFeed(study, id)).connected);
    const burst = board.burst(4000, 2000);
    await until('some', async () => (await stored()).length > 500);
    process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
    await burst;
    expect((await stored().catch(() => [])).length).toBe(0);
    await again(Number(new URL(url).port));
    await until('all', async () => (await stored()).length === 4000);
    expect(await stored()).toEqual(Array.from({ length: 4000 }, (_, i) => i + 1));
    await until('it runs', async () => (await openFeed(study, id)).running);
    const { messages, nodes } = await openFeed(study, id);
    expect([messages, nodes]).toEqual([4000, 3]);
    expect((await feedPast(study, id)).minutes.reduce((sum, one) => sum + one.messages, 0)).toBe(4000);
    await stopFeed(study, id);
    ending.abort();
    await reading;
  } finally {
    ending.abort();
    await endListening();
    await pool().end();
    await board.stop();
    await Promise.all(ends.map((end) => end()));
    // Where the server's account cannot reach a folder, its data lie in another.
    for (const path of [folder, dirname(data)]) rmSync(path, { recursive: true, force: true });
    process.env.DATABASE_URL = given;
  }
});

/** What `bench/feeds.mjs` runs: the feed in a process of its own, the reader in this one. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { sql } from 'drizzle-orm';
import { database, pool } from '@/server/db';
import { createFeed, openFeed, startFeed, stopFeed } from '@/server/feeds';
import { readFeed } from '@/server/feeds/runner';
import { actAs, standingPerson } from '@/server/people/person';
import { createStudy } from '@/server/studies';

const [messages, perSecond] = [Number(process.argv[2] ?? 200_000), Number(process.argv[3] ?? 5000)];
const root = fileURLToPath(new URL('..', import.meta.url));
const port = 47_113;
const feed = spawn(
  process.execPath,
  [
    'node_modules/tsx/dist/cli.mjs',
    'feed/main.ts',
    '--port',
    String(port),
    '--pace',
    String(60 * perSecond),
    '--key',
    'k',
  ],
  { cwd: root, stdio: 'ignore' },
);
process.env.NUNATAK_FEEDS = `http://127.0.0.1:${port}`;
const sleep = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const memory = (): number => Math.round(process.memoryUsage().rss / 1048576);
async function measured(): Promise<void> {
  const { id: study } = await createStudy('Speed');
  const { id } = await createFeed(study, {
    ...{ name: 'Boards', address: `http://127.0.0.1:${port}`, key: 'k', follow: {}, ties: 'whom', end: { messages } },
  });
  await startFeed(study, id);
  const began = performance.now();
  const reading = readFeed(id, new AbortController().signal);
  const seen: number[] = [];
  for (let last = 0; ;) {
    const { messages: now, running } = await openFeed(study, id);
    if (now >= last + messages / 8) {
      last = now;
      seen.push(memory());
    }
    if (!running) break;
    await sleep(200);
  }
  const seconds = (performance.now() - began) / 1000;
  await reading;
  await stopFeed(study, id);
  const { rows } = await database().execute<{ n: string; ids: string }>(
    sql`select count(*) as n, count(distinct cells->>0) as ids from record join study_table on study_table.set_id = record.set_id where study_table.name = 'Boards'`,
  );
  process.stdout.write(
    `${messages} messages in ${seconds.toFixed(1)} s, ${Math.round(messages / seconds)} a second (${perSecond} asked for); rows ${rows[0].n}, distinct ${rows[0].ids}\n` +
      `memory of the reader on the way, MB: ${seen.join(' ')}\n`,
  );
}
try {
  for (let i = 0; i < 100; i++) {
    if (await fetch(`http://127.0.0.1:${port}/`).catch(() => undefined)) break;
    await sleep(100);
  }
  await actAs(await standingPerson(), measured);
} finally {
  feed.kill('SIGTERM');
  await pool().end();
}
process.exit(0);

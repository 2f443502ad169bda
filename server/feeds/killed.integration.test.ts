/** Processes and connections that are killed in mid-stream: afterwards exactly the messages that were sent, each once. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { cellText, column } from '@/core/tables';
import { type Practice, startPractice } from '@/feed/practice';
import { log } from '@/server/answer';
import { database, feedMessage, pool } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { program } from '@/server/runs/spawned';
import { createStudy } from '@/server/studies';
import { readTable } from '@/server/tables/read';
import { createFeed, openFeed, startFeed, stopFeed } from '.';

jest.setTimeout(120_000);
const root = join(__dirname, '../..');
const people = ['Tove', 'Ewan', 'Petra', 'Gunnar', 'Alban'];
const notices = Array.from({ length: 50 }, (_, i) => ({
  ...{ writer: people[i % 5], text: 'kale', words: ['kale'] },
  people: [people[(i * 2 + 1) % 5]],
}));
let board: Practice;
const children: ChildProcess[] = [];
beforeAll(async () => {
  log.level = 'silent';
  process.env.NUNATAK_KEY_FILE = join(mkdtempSync(join(tmpdir(), 'nunatak-keys-')), 'key');
  await migrateDatabase();
  board = await startPractice({ notices, keys: ['k'] });
  process.env.NUNATAK_FEEDS = board.address;
});
afterAll(async () => {
  // Those that were killed already are gone.
  for (const child of children) if (child.exitCode === null && child.signalCode === null) killed(child);
  await board.stop();
  await pool().end();
});

const jobs = (): ChildProcess => {
  const child = spawn(process.execPath, program(), {
    cwd: root,
    env: { ...process.env, LOG_LEVEL: 'silent' },
    stdio: 'ignore',
    // Killed with whatever it started.
    detached: true,
  });
  children.push(child);
  return child;
};
const killed = (child: ChildProcess): boolean => process.kill(-(child.pid ?? 0), 'SIGKILL');
const until = async (what: string, holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 1800; i++) {
    // The database is away now and then.
    if (await holds().catch(() => false)) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`never: ${what}`);
};

test('a process is killed, another goes on, and connections of the database break; each message is there once', async () => {
  const { id: study } = await createStudy('Killed');
  const { id, table } = await createFeed(study, {
    ...{ name: 'Boards', address: board.address, key: 'k', follow: {}, ties: 'whom' },
  });
  const many = async (): Promise<number> =>
    Number(
      (
        await database()
          .select({ count: sql`count(*)` })
          .from(feedMessage)
          .where(eq(feedMessage.feedId, id))
      )[0].count,
    );
  await startFeed(study, id);
  const first = jobs();
  await until('a line', async () => (await openFeed(study, id)).connected);
  const burst = board.burst(3000, 3000);
  await until('some', async () => (await many()) > 500);
  killed(first);
  await burst;
  const second = jobs();
  // A third one that has nothing to do does no harm.
  jobs();
  await until('all of the first burst', async () => (await many()) === 3000);
  const another = board.burst(3000, 3000);
  await until('some more', async () => (await many()) > 4000);
  await database()
    .execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
    )
    .catch(() => undefined);
  await another;
  await until('all', async () => (await many()) === 6000);
  expect(second.exitCode).toBeNull();
  await until('stopped', async () => {
    await stopFeed(study, id);
    return true;
  });
  const held = await readTable(study, table);
  const ids = column(held, 'id');
  const rows = ids ? Array.from({ length: held.rows }, (_, row) => Number(cellText(ids, row))) : [];
  expect(rows.sort((a, b) => a - b)).toEqual(Array.from({ length: 6000 }, (_, i) => i + 1));
  expect((await openFeed(study, id)).messages).toBe(6000);
});

/** A backup brought back into another database: everything is there, and what is no backup changes nothing. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { migrateDatabase } from '@/server/db/migrate';
import { pool } from '@/server/db';
import { createStudy, listStudies } from '@/server/studies';
import { storeTable } from '@/server/tables/store';
import { readTable } from '@/server/tables/read';

jest.setTimeout(180_000);
const root = process.cwd();
const folder = mkdtempSync(join(tmpdir(), 'nunatak-backup-'));
const file = join(folder, 'all.backup');
const other = 'nunatak_restored';
const url = new URL(process.env.DATABASE_URL ?? '');
const there = new URL(url);
there.pathname = `/${other}`;
const asOwner = async (...statements: string[]): Promise<void> => {
  const maintenance = new URL(url);
  maintenance.pathname = '/postgres';
  const client = new pg.Client({ connectionString: maintenance.href });
  await client.connect();
  for (const one of statements) await client.query(one);
  await client.end();
};
const npm = (what: 'backup' | 'restore', path: string, address: URL) =>
  spawnSync(process.execPath, ['scripts/backup.mjs', what, path], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: address.href },
  });
const studiesThere = async (): Promise<string[]> => {
  const client = new pg.Client({ connectionString: there.href });
  await client.connect();
  const { rows } = await client.query<{ name: string }>('select name from study order by name');
  await client.end();
  return rows.map(({ name }) => name);
};

beforeAll(async () => {
  await migrateDatabase();
  await asOwner(`drop database if exists ${other} with (force)`, `create database ${other}`);
});
afterAll(async () => {
  await pool().end();
  await asOwner(`drop database if exists ${other} with (force)`);
  rmSync(folder, { recursive: true });
});

test('what was backed up is there again, over what was there', async () => {
  const { id } = await createStudy('Kept “é” 種');
  async function* rows(): AsyncGenerator<string> {
    yield await Promise.resolve('["a;\\"1\\"","b"]');
  }
  const columns = ['from', 'to'].map((name) => ({ name, type: 'text' as const }));
  await storeTable(id, { name: 'ties', origin: 'x', columns, rows: 1 }, rows());
  const names = (await listStudies()).map(({ name }) => name);
  const saved = npm('backup', file, url);
  expect([saved.stderr, saved.status]).toEqual(['', 0]);
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('PGDMP');
  expect(existsSync(`${file}.making`)).toBe(false);
  const first = npm('restore', file, there);
  expect([first.stderr, first.status]).toEqual(['', 0]);
  expect(await studiesThere()).toEqual(expect.arrayContaining(names));
  // Once more, over itself.
  expect(npm('restore', file, there).status).toBe(0);
  expect((await readTable(id, 'ties')).columns[0].name).toBe('from');
});

test('no backup, half a one, or none at all: a sentence, and what is there stays', async () => {
  const before = await studiesThere();
  const wrong = join(folder, 'wrong');
  writeFileSync(wrong, 'PK no backup');
  expect(npm('restore', wrong, there)).toMatchObject({ status: 1, stderr: `${wrong} is no backup of Nunatak.\n` });
  const none = npm('restore', join(folder, 'none'), there);
  expect([none.status, none.stderr]).toEqual([1, `There is no file ${join(folder, 'none')}.\n`]);
  writeFileSync(wrong, readFileSync(file));
  truncateSync(wrong, Math.floor(readFileSync(file).length * 0.7));
  expect(npm('restore', wrong, there).status).toBe(1);
  expect(await studiesThere()).toEqual(before);
  expect(npm('backup', join(folder, 'no', 'folder'), url).status).toBe(1);
});

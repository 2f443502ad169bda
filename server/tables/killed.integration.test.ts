/** A process that is killed while it stores: the table is whole or absent. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { migrateDatabase } from '@/server/db/migrate';
import { pool } from '@/server/db';
import { createStudy } from '@/server/studies';
import { listTables } from '.';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

/** Stores rows in a process of its own, slowly from the 5,000th on; says “half” there and “whole” at the end. */
const storing = (study: string, rows: number): ChildProcess =>
  spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      '--input-type=module',
      '-e',
      `
      import './scripts/outside.ts';
      import * as store from './server/tables/store.ts';
      import * as db from './server/db/index.ts';
      async function* rows() {
        for (let i = 0; i < ${rows}; i++) {
          if (i === 5000) process.stdout.write('half\\n');
          if (i >= 5000 && i % 1000 === 0) await new Promise((resolve) => setTimeout(resolve, 40));
          yield JSON.stringify(['row ' + i, 'x'.repeat(60)]);
        }
      }
      const columns = [{ name: 'a', type: 'text' }, { name: 'b', type: 'text' }];
      await store.storeTable(${JSON.stringify(study)}, { name: 'ties', origin: 'a file', columns, rows: ${rows} }, rows());
      process.stdout.write('whole\\n');
      await db.pool().end();
      `,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'], env: process.env },
  );

const says = async (child: ChildProcess, word: string): Promise<void> => {
  for await (const piece of child.stdout ?? []) if (String(piece).includes(word)) return;
};
const rowsOf = async (): Promise<number> =>
  Number(
    (await pool().query<{ n: string }>("select count(*) as n from record where cells::text like '%row 4999%'")).rows[0]
      .n,
  );

test('killed half way: nothing of it is there, and the next attempt stores it whole', async () => {
  const { id } = await createStudy('Killed');
  const first = storing(id, 60000);
  await says(first, 'half');
  first.kill('SIGKILL');
  await once(first, 'exit');
  expect(await listTables(id)).toEqual([]);
  expect(await rowsOf()).toBe(0);
  const second = storing(id, 6000);
  await once(second, 'exit');
  expect(second.exitCode).toBe(0);
  expect(await listTables(id)).toMatchObject([{ key: 'ties', rows: 6000 }]);
  expect(await rowsOf()).toBe(1);
}, 60000);

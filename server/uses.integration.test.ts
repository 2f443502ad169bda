import { randomUUID } from 'node:crypto';
import { log } from './answer';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import { createNames, openNames } from './names';
import { createStudy } from './studies';
import { createNetwork, openNetwork } from './networks';
import { deleteTable, deletedTables, listTables, restoreTable } from './tables';
import { usesOf } from './tables/uses';
import { trailSchema } from '@/core/trail';
import { type Edit, editTable, stepTable, undoIntake } from './tables/edit';
import { storeTable } from './tables/store';
import { ann, now, people } from './edit-samples';

beforeAll(async () => {
  log.level = 'silent';
  await migrateDatabase();
});

afterAll(() => pool().end());

describe('what reads a table', () => {
  const steps = [
    { id: 's1', kind: 'ties', on: true, table: 'people', from: 'name', to: 'friend' },
    { id: 's2', kind: 'keep', on: true, rule: { by: 'number', on: 'edges', column: 'packets', min: 1 } },
  ];
  async function start(): Promise<{ id: string; network: string }> {
    const { id } = await createStudy('Uses');
    async function* rows(): AsyncGenerator<string> {
      yield await Promise.resolve('["a","b","1"]');
    }
    const columns = [
      { name: 'name', type: 'text' as const },
      { name: 'friend', type: 'text' as const },
      { name: 'packets', type: 'number' as const },
    ];
    await storeTable(id, { name: 'people', origin: 'x', columns, rows: 1 }, rows());
    await createNames(id, 'People', [{ table: 'people', column: 'name' }]);
    return { id, network: (await createNetwork(id, 'Friends', trailSchema.parse({ steps }))).id };
  }

  test('is said for the table and each of its columns', async () => {
    const { id } = await start();
    const friends = (...titles: string[]): object[] => [{ name: 'Friends', steps: titles }];
    expect(await usesOf(id, 'people')).toEqual({
      networks: friends('Ties', 'Keep'),
      lists: ['People'],
      columns: [
        { networks: friends('Ties'), lists: ['People'] },
        { networks: friends('Ties'), lists: [] },
        { networks: friends('Keep'), lists: [] },
      ],
    });
  });

  test('trails and names follow a rename, and its undoing; each is a version of the network', async () => {
    const { id, network } = await start();
    const rename = (column: number, name: string, type: 'text' | 'number'): Edit => ({
      kind: 'change column',
      column,
      spec: { name, type },
    });
    await editTable(id, 'people', 1, rename(2, 'parcels', 'number'), ann);
    await editTable(id, 'people', 2, rename(0, 'who', 'text'), ann);
    const now = await openNetwork(id, network);
    expect(now.version).toBe(3);
    expect(now.trail.steps).toMatchObject([{ from: 'who', to: 'friend' }, { rule: { column: 'parcels' } }]);
    expect((await openNames(id))[0].columns).toEqual([{ table: 'people', column: 'who' }]);
    await stepTable(id, 'people', 'undo', ann);
    await stepTable(id, 'people', 'undo', ann);
    expect((await openNetwork(id, network)).trail.steps).toMatchObject(steps);
  });

  test('a deleted table stands in the list of those that can be brought back', async () => {
    const { id } = await start();
    expect(await deletedTables(id)).toEqual([]);
    await deleteTable(id, 'people');
    expect(await deletedTables(id)).toMatchObject([{ key: 'people', name: 'people', rows: 1 }]);
    await restoreTable(id, 'people');
    expect(await deletedTables(id)).toEqual([]);
    await deleteTable(id, 'people');
    // Within thirty days a start leaves it, after them it is gone.
    await pool().query("update study_table set deleted_at = now() - interval '29 days' where study_id = $1", [id]);
    await migrateDatabase();
    expect(await deletedTables(id)).toHaveLength(1);
    await pool().query("update study_table set deleted_at = now() - interval '31 days' where study_id = $1", [id]);
    await migrateDatabase();
    expect(await deletedTables(id)).toEqual([]);
  });
});

test('a table that is stored again under its token, after a reload or at the same time, is there once', async () => {
  const { id } = await createStudy('Twice');
  const token = `d-${randomUUID()}`;
  const columns = [{ name: 'name', type: 'text' as const }];
  async function* rows(): AsyncGenerator<string> {
    yield await Promise.resolve('["a"]');
  }
  const store = (): Promise<{ key: string }> =>
    storeTable(id, { name: 'people', origin: 'x', columns, rows: 1, token }, rows());
  const made = await Promise.all([store(), store(), store()]);
  expect(new Set(made.map(({ key }) => key)).size).toBe(1);
  expect(await listTables(id)).toHaveLength(1);
  // Deleted, and brought in again, it is another table.
  await deleteTable(id, made[0].key);
  expect((await store()).key).not.toBe(made[0].key);
  expect(await listTables(id)).toHaveLength(1);
});

describe('ids for records that nothing tells apart', () => {
  test('come with the import that needs them, and go with it', async () => {
    const id = await people(2);
    async function* rows(): AsyncGenerator<string> {
      yield await Promise.resolve('["P002"]');
    }
    const ids = [{ table: 'people', rows: 2, letter: 'P', width: 3 }];
    const columns = [{ name: 'who', type: 'reference' as const, table: 'people', by: 'name' }];
    await storeTable(id, { name: 'letters', origin: 'x', columns, rows: 1, ids }, rows());
    const table = (await listTables(id)).find(({ key }) => key === 'people');
    expect(table?.columns.map((spec) => [spec.name, spec.id])).toEqual([
      ['id', true],
      ['name', undefined],
      ['packets', undefined],
    ]);
    expect(await now(id)).toEqual([
      ['P001', 'Person 0', '0'],
      ['P002', 'Person 1', '1'],
    ]);
    await undoIntake(id, 'letters');
    expect(await now(id)).toEqual([
      ['Person 0', '0'],
      ['Person 1', '1'],
    ]);
    await expect(
      storeTable(id, { name: 'letters', origin: 'x', columns, rows: 1, ids: [{ ...ids[0], rows: 9 }] }, rows()),
    ).rejects.toThrow(/Decide again/);
  });
});

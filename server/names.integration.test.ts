import {} from '@/core/tables';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import { editTable, stepTable } from './tables/edit';
import {
  changeNames,
  createNames,
  deleteNames,
  listNames,
  namesHistory,
  openNames,
  renameNames,
  restoreNames,
  stepNames,
} from './names';
import { stacks } from './history';
import { bringIn, newStudy, text } from './samples';

beforeAll(() => migrateDatabase());

afterAll(() => pool().end());

describe('names', () => {
  const start = async (): Promise<{ id: string; list: string }> => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const { id: list } = await createNames(id, 'Ends', [
      { table: 'ties', column: 'from' },
      { table: 'ties', column: 'to' },
    ]);
    return { id, list };
  };

  test('changes make versions, are taken back and made again', async () => {
    const { id, list } = await start();
    await changeNames(id, list, 1, { entries: { peas: 'pea', '?': '' }, what: 'joined peas' });
    await changeNames(id, list, 2, { entries: { peas: null, Pea: 'pea' }, reject: ['a\nb'], what: 'split' });
    const now = async () =>
      (await openNames(id)).map(({ entries, rejected, version }) => ({ entries, rejected, version }));
    expect(await now()).toEqual([{ entries: { '?': '', Pea: 'pea' }, rejected: ['a\nb'], version: 3 }]);
    expect(await namesHistory(id, list)).toEqual({ undo: 'split', redo: undefined });
    await stepNames(id, list, 'undo');
    expect(await now()).toEqual([{ entries: { peas: 'pea', '?': '' }, rejected: [], version: 4 }]);
    await stepNames(id, list, 'undo');
    expect(await now()).toEqual([{ entries: {}, rejected: [], version: 5 }]);
    await expect(stepNames(id, list, 'undo')).rejects.toThrow(/nothing to undo/);
    await stepNames(id, list, 'redo');
    await stepNames(id, list, 'redo');
    expect(await now()).toEqual([{ entries: { '?': '', Pea: 'pea' }, rejected: ['a\nb'], version: 7 }]);
    expect(await listNames(id)).toMatchObject([{ name: 'Ends', joined: 2 }]);
  });

  test('a list that was changed meanwhile is not overwritten; a column is read by one list', async () => {
    const { id, list } = await start();
    await changeNames(id, list, 1, { entries: { a: 'b' }, what: 'x' });
    await expect(changeNames(id, list, 1, { entries: { a: 'd' }, what: 'y' })).rejects.toThrow(/changed meanwhile/);
    await expect(createNames(id, 'Other', [{ table: 'ties', column: 'to' }])).rejects.toThrow(/reads ties.to already/);
    await changeNames(id, list, 2, { columns: [{ table: 'ties', column: 'from' }], what: 'columns' });
    await createNames(id, 'Other', [{ table: 'ties', column: 'to' }]);
    await stepNames(id, list, 'undo');
    await renameNames(id, list, 'Senders');
    await deleteNames(id, list);
    expect((await openNames(id)).map(({ name }) => name)).toEqual(['Other']);
    await restoreNames(id, list);
    await expect(restoreNames(id, list)).rejects.toThrow(/no deleted list/);
  });

  test('a column that gets another name is read on', async () => {
    const { id } = await start();
    await editTable(id, 'ties', 1, { kind: 'change column', column: 0, spec: text('sender') });
    expect((await openNames(id))[0].columns[0]).toEqual({ table: 'ties', column: 'sender' });
    await stepTable(id, 'ties', 'undo');
    expect((await openNames(id))[0].columns[0]).toEqual({ table: 'ties', column: 'from' });
  });

  test('undo and redo follow what was done, not the order of versions', () => {
    const change = (version: number, role: 'do' | 'undo' | 'redo' = 'do', of: number | null = null) => ({
      version,
      role,
      of,
    });
    expect(stacks([change(2), change(3), change(4, 'undo', 3)])).toEqual({ undo: [2], redo: [3] });
    expect(stacks([change(2), change(3), change(4, 'undo', 3), change(5, 'redo', 3)])).toEqual({
      undo: [2, 3],
      redo: [],
    });
    expect(stacks([change(2), change(3, 'undo', 2), change(4)])).toEqual({ undo: [4], redo: [] });
  });
});

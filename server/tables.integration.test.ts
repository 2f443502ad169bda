import {} from '@/core/tables';
import { pool } from './db';
import { migrateDatabase } from './db/migrate';
import { deleteTable, listTables, renameTable, restoreTable, tableFor } from './tables';
import { bringBackTable, editTable, stepTable, tableHistory } from './tables/edit';
import { readTable } from './tables/read';
import { bringIn, newStudy, text, written } from './samples';

beforeAll(() => migrateDatabase());

afterAll(() => pool().end());

describe('tables', () => {
  test('are renamed, deleted and brought back', async () => {
    const id = await newStudy();
    await bringIn(id, [['1', '2']]);
    await renameTable(id, 'ties', 'Ties of 1911');
    expect(await listTables(id)).toMatchObject([{ name: 'Ties of 1911', version: 1 }]);
    await deleteTable(id, 'ties');
    await expect(tableFor(id, 'ties')).rejects.toThrow(/no table “ties”/);
    await restoreTable(id, 'ties');
    expect((await readTable(id, 'ties', 1)).rows).toBe(1);
  });

  test('every edit makes a version, and is taken back and made again in its order', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', 'b'],
      ['c', 'd'],
      ['e', 'f'],
    ]);
    const states: string[] = [];
    let version = 1;
    const seen = async (): Promise<string> =>
      JSON.stringify([(await tableFor(id, 'ties')).columns, await written(id, 'ties')]);
    const edits: Parameters<typeof editTable>[3][] = [
      {
        kind: 'cells',
        edits: [
          { row: 1, column: 0, text: 'C\u0000' },
          { row: 2, column: 1, text: 'F' },
        ],
        what: 'two cells',
      },
      { kind: 'add rows', at: 99, rows: [['g']] },
      { kind: 'add rows', at: 0, rows: [['first', 'row']] },
      { kind: 'delete rows', rows: [1, 3] },
      { kind: 'add column', at: 1, spec: { name: 'to', type: 'number' }, fill: '7' },
      { kind: 'change column', column: 0, spec: { name: 'sender', type: 'text' } },
      { kind: 'identity', columns: ['sender'] },
      { kind: 'cells', edits: [{ row: 0, column: 1, text: '8' }], what: 'one cell' },
      { kind: 'delete column', column: 2 },
    ];
    states.push(await seen());
    for (const edit of edits) {
      ({ version } = await editTable(id, 'ties', version, edit));
      states.push(await seen());
    }
    expect(new Set(states).size).toBe(states.length);
    expect(await written(id, 'ties')).toEqual([
      ['first', '8'],
      ['C', '7'],
      ['g', '7'],
    ]);
    expect((await tableFor(id, 'ties')).columns).toEqual([
      { name: 'sender', type: 'text', id: true },
      { name: 'to 2', type: 'number' },
    ]);
    for (let i = states.length - 2; i >= 0; i--) {
      await stepTable(id, 'ties', 'undo');
      expect(await seen()).toBe(states[i]);
    }
    await expect(stepTable(id, 'ties', 'undo')).rejects.toThrow(/nothing to undo/);
    for (let i = 1; i < states.length; i++) {
      await stepTable(id, 'ties', 'redo');
      expect(await seen()).toBe(states[i]);
    }
    await expect(stepTable(id, 'ties', 'redo')).rejects.toThrow(/nothing to redo/);
    expect((await tableFor(id, 'ties')).version).toBe(1 + 3 * edits.length);
  });

  test.each<[string, Parameters<typeof editTable>[3], RegExp]>([
    [
      'a cell that is not there',
      { kind: 'cells', edits: [{ row: 5, column: 0, text: 'x' }], what: 'x' },
      /not there any more/,
    ],
    ['a row that is too wide', { kind: 'add rows', at: 0, rows: [['a', 'b', 'c']] }, /more cells than/],
    [
      'a name that is taken',
      { kind: 'change column', column: 0, spec: { name: 'to', type: 'text' } },
      /has a column “to” already/,
    ],
    [
      'an empty name',
      { kind: 'change column', column: 0, spec: { name: ' ', type: 'text' } },
      /Give the column a name/,
    ],
  ])('%s is refused and changes nothing', async (_what, edit, sentence) => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    await expect(editTable(id, 'ties', 1, edit)).rejects.toThrow(sentence);
    expect((await tableFor(id, 'ties')).version).toBe(1);
  });

  test('two people at once: the second is told, nothing is overwritten', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const edit = (word: string) =>
      editTable(id, 'ties', 1, { kind: 'cells', edits: [{ row: 0, column: 0, text: word }], what: 'x' });
    const both = await Promise.all([edit('mine'), edit('theirs')]);
    expect(both.map(({ conflicts }) => conflicts.length).sort()).toEqual([0, 1]);
    expect((await tableFor(id, 'ties')).version).toBe(2);
  });

  test('replaced with a newer file, and the former version brought back', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', 'b'],
      ['c', 'd'],
    ]);
    const into = { table: 'ties', version: 1, what: 'replaced with ties 1939.csv' };
    await bringIn(id, [['x']], { columns: [text('end')], origin: 'from ties 1939.csv', into });
    expect(await listTables(id)).toMatchObject([
      { key: 'ties', version: 2, rows: 1, origin: 'from ties 1939.csv', columns: [text('end')] },
    ]);
    await expect(bringIn(id, [['y']], { columns: [text('end')], into })).rejects.toThrow(/changed meanwhile/);
    const { former, undo } = await tableHistory(id, 'ties');
    expect([undo, former.map(({ version, what, rows }) => [version, what, rows])]).toEqual([
      'replaced with ties 1939.csv',
      [[2, 'replaced with ties 1939.csv', 2]],
    ]);
    await bringBackTable(id, 'ties', 2);
    expect(await written(id, 'ties')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
    await migrateDatabase();
    await stepTable(id, 'ties', 'undo');
    expect(await written(id, 'ties')).toEqual([['x']]);
  });
});

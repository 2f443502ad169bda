import { cellText, column } from '@/core/tables';
import { database, pool, record } from './db';
import { migrateDatabase } from './db/migrate';
import { listTables, setAside, tableFor } from './tables';
import { keyFrom, storeBody, storeTable } from './tables/store';
import { editTable, stepTable, undoIntake } from './tables/edit';
import { openNames } from './names';
import { letGo, packedTable } from './tables/packed';
import { readTable } from './tables/read';
import { bringIn, bytes, each, newStudy, request, text, written } from './samples';

beforeAll(() => migrateDatabase());

afterAll(() => pool().end());

describe('storing a table', () => {
  test('rows are stored as they were written, and come back as typed columns', async () => {
    const id = await newStudy();
    const columns = [text('name'), { name: 'packets', type: 'number' as const }];
    const rows = [
      ['a "q" \\ b', '1'],
      ['<b>', 'ten'],
      ['😀 \t tab', '3'],
      ['x\u0000y\\u0000', '4'],
      ['line\nbreak', ''],
    ];
    expect(await bringIn(id, rows, { columns })).toEqual({ key: 'ties', rows: 5 });
    const table = await readTable(id, 'ties');
    const cells = (name: string): string[] => {
      const col = column(table, name);
      return col ? rows.map((_, r) => cellText(col, r)) : [];
    };
    expect(cells('name')).toEqual(['a "q" \\ b', '<b>', '😀 \t tab', 'xy\\u0000', 'line\nbreak']);
    expect(cells('packets')).toEqual(['1', '', '3', '4', '']);
    expect(table.misfits[0].texts).toEqual(['ten']);
    expect((await written(id, 'ties'))[1]).toEqual(['<b>', 'ten']);
    // The columns made of the rows as they came in are those made of the rows as they are kept.
    const atHand = await packedTable(id, 'ties', 1);
    await pool().query('delete from packed_columns');
    letGo();
    expect(Buffer.from(await packedTable(id, 'ties', 1))).toEqual(Buffer.from(atHand));
  });

  const many = Array.from({ length: 30000 }, () => '["a","b"]');
  async function* breaking(): AsyncGenerator<string> {
    yield* each(...many);
    throw new Error('gone');
  }
  test.each<[string, (id: string) => Promise<unknown>, RegExp]>([
    [
      'a row that is none, far down',
      (id) => storeTable(id, request({ rows: 30001 }), each(...many, '["a"]')),
      /row 30,001 is no row of 2 cells/,
    ],
    ['a number for a text', (id) => storeTable(id, request({ rows: 1 }), each('["a",2]')), /is no row/],
    ['no JSON', (id) => storeTable(id, request({ rows: 1 }), each('["a","b"')), /is no row/],
    ['a stream that breaks', (id) => storeTable(id, request({ rows: 30000 }), breaking()), /gone/],
    [
      'rows that do not come',
      (id) => storeTable(id, request({ rows: 50000 }), each(...many)),
      /incomplete: 30,000 of 50,000/,
    ],
    ['two columns of one name', (id) => bringIn(id, [['a', 'b']], { columns: [text('x'), text('x')] }), /same name/],
    [
      'a table to be replaced that is not there',
      (id) => bringIn(id, [['a', 'b']], { into: { table: 'nothing', version: 1, what: 'x' } }),
      /no table “nothing”/,
    ],
  ])('%s leaves nothing behind', async (_name, bring, sentence) => {
    const id = await newStudy();
    const before = (await database().select().from(record)).length;
    await expect(bring(id)).rejects.toThrow(sentence);
    expect(await listTables(id)).toEqual([]);
    expect((await database().select().from(record)).length).toBe(before);
  });

  test('a body is a line of JSON and a line for each row, however it is cut', async () => {
    const id = await newStudy();
    const whole = `${JSON.stringify(request({ rows: 2 }))}\n["a","é"]\n["c","d"]`;
    const all = new TextEncoder().encode(whole);
    for (const piece of [1, 7, 1000]) {
      const pieces = Array.from({ length: Math.ceil(all.length / piece) }, (_, i) =>
        all.slice(i * piece, (i + 1) * piece),
      );
      expect(await storeBody(id, each(...pieces))).toMatchObject({ rows: 2 });
    }
    expect((await written(id, 'ties'))[0]).toEqual(['a', 'é']);
    await expect(storeBody(id, bytes(''))).rejects.toThrow(/does not say what/);
    await expect(storeBody(id, bytes('{}\n["a","b"]\n'))).rejects.toThrow();
  });

  test('a thousand columns, and a cell of millions of characters', async () => {
    const id = await newStudy();
    const names = Array.from({ length: 1000 }, (_, i) => `a column with a longish name ${i}`);
    await bringIn(id, [names], { columns: names.map(text) });
    expect((await readTable(id, 'ties')).columns).toHaveLength(1000);
    await bringIn(id, [['x'.repeat(5_000_000), 'y']]);
    expect((await written(id, 'ties-2'))[0][0]).toHaveLength(5_000_000);
  });

  test('two at once get keys of their own', async () => {
    const id = await newStudy();
    const both = await Promise.all([bringIn(id, [['a', 'b']]), bringIn(id, [['c', 'd']])]);
    expect(both.map(({ key }) => key).sort()).toEqual(['ties', 'ties-2']);
  });

  test('keys are plain words', () => {
    expect(['Who sent: seed?', 'Zoë’s', '???', 'x'.repeat(99)].map(keyFrom)).toEqual([
      'who-sent-seed',
      'zoe-s',
      'table',
      'x'.repeat(60),
    ]);
  });

  test('rows set aside are kept with their reasons', async () => {
    const id = await newStudy();
    const aside = [{ line: 3, reason: '1 cell instead of 2', cells: ['c'] }];
    await bringIn(id, [['a', 'b']], { aside });
    expect(await setAside(id, 'ties')).toEqual(aside);
    const later = [{ line: 9, reason: 'no number', cells: ['d', 'x'] }];
    await bringIn(id, [['a', 'b']], {
      aside: later,
      into: { table: 'ties', version: 1, what: 'mended', keepsAside: true },
    });
    expect(await setAside(id, 'ties')).toEqual([...aside, ...later]);
    await bringIn(id, [['a', 'b']], { into: { table: 'ties', version: 2, what: 'replaced' } });
    expect(await setAside(id, 'ties')).toEqual([]);
  });

  test('references join the names they point to; what was decided is entered, and records are made', async () => {
    const id = await newStudy();
    const keeperColumns = [{ ...text('id'), id: true }, text('name')];
    await bringIn(
      id,
      [
        ['K007', 'Tove'],
        ['K009', 'Alban Pell'],
      ],
      { name: 'keepers', columns: keeperColumns },
    );
    const reference = { name: 'from', type: 'reference' as const, table: 'keepers', by: 'name' };
    await bringIn(
      id,
      [
        ['Pell, Alban', 'kale'],
        ['Voe Nursery', ''],
        ['?', ''],
      ],
      {
        columns: [reference, { name: 'varieties', type: 'list' }],
        names: [
          {
            table: 'keepers',
            by: 'name',
            column: 'from',
            joins: [{ from: 'Pell, Alban', to: 'Alban Pell' }],
            drops: ['?'],
          },
        ],
        creates: [{ table: 'keepers', by: 'name', values: ['Voe Nursery'] }],
      },
    );
    const lists = await openNames(id);
    expect(
      lists.map(({ name, columns }) => [name, columns.map(({ table, column: col }) => `${table}.${col}`)]),
    ).toEqual([
      ['Keepers', ['keepers.name', 'ties.from']],
      ['Varieties', ['ties.varieties']],
    ]);
    expect(lists[0].entries).toEqual({ 'Pell, Alban': 'Alban Pell', '?': '' });
    expect(await written(id, 'keepers')).toEqual([
      ['K007', 'Tove'],
      ['K009', 'Alban Pell'],
      ['K010', 'Voe Nursery'],
    ]);
    await bringIn(id, [['x', 'beans']], { name: 'more', columns: [text('a'), { name: 'Varieties', type: 'list' }] });
    expect((await openNames(id))[1].columns).toHaveLength(2);
  });
});

describe('an import is one thing to undo', () => {
  const records = async (id: string): Promise<string[][]> => written(id, 'keepers');
  const start = async (): Promise<string> => {
    const id = await newStudy();
    await bringIn(
      id,
      [
        ['K1', 'Ann'],
        ['K2', 'Bo'],
      ],
      { name: 'keepers', columns: [{ name: 'id', type: 'text', id: true }, text('name')] },
    );
    return id;
  };
  const ends = { columns: [{ name: 'from', type: 'reference', table: 'keepers', by: 'name' }, text('to')] as const };
  const elsewhere = {
    names: [{ table: 'keepers', by: 'name', column: 'from', joins: [{ from: 'Anne', to: 'Ann' }], drops: ['?'] }],
    creates: [{ table: 'keepers', by: 'name', values: ['Cy', 'Di'] }],
  };
  const joinedIn = async (id: string): Promise<Record<string, string>> =>
    Object.assign({}, ...(await openNames(id)).map(({ entries }) => entries)) as Record<string, string>;

  test('a new table goes with the names and records that it had made; what was changed since stays', async () => {
    const id = await start();
    await bringIn(id, [['Anne', 'Cy']], { ...ends, columns: [...ends.columns], ...elsewhere });
    expect(await joinedIn(id)).toEqual({ Anne: 'Ann', '?': '' });
    expect(await records(id)).toHaveLength(4);
    const { version } = await tableFor(id, 'keepers');
    await editTable(id, 'keepers', version, {
      kind: 'cells',
      edits: [{ row: 3, column: 1, text: 'Di Orde' }],
      what: 'x',
    });
    await undoIntake(id, 'ties');
    expect((await listTables(id)).map(({ key }) => key)).toEqual(['keepers']);
    expect(await joinedIn(id)).toEqual({});
    expect((await records(id)).map(([, name]) => name)).toEqual(['Ann', 'Bo', 'Di Orde']);
  });

  test('what was added to a table is taken back and brought again with its names and records', async () => {
    const id = await start();
    await bringIn(id, [['Ann', 'Bo']], { ...ends, columns: [...ends.columns] });
    await bringIn(
      id,
      [
        ['Ann', 'Bo'],
        ['Anne', 'Cy'],
      ],
      { ...ends, columns: [...ends.columns], ...elsewhere, into: { table: 'ties', version: 1, what: 'added more' } },
    );
    await stepTable(id, 'ties', 'undo');
    expect([await joinedIn(id), (await records(id)).length]).toEqual([{}, 2]);
    await stepTable(id, 'ties', 'redo');
    expect([await joinedIn(id), (await records(id)).length]).toEqual([{ Anne: 'Ann', '?': '' }, 4]);
  });

  test('a table that was changed since is not taken back in silence', async () => {
    const id = await start();
    await bringIn(id, [['Ann', 'Bo']], { ...ends, columns: [...ends.columns] });
    await editTable(id, 'ties', 1, { kind: 'cells', edits: [{ row: 0, column: 1, text: 'Cy' }], what: 'x' });
    await expect(undoIntake(id, 'ties')).rejects.toThrow(/was changed since it came in/);
  });
});

import { eq } from 'drizzle-orm';
import { trailSchema, trailVersion, runTrail, sourceOf, type Trail } from '@/core/trail';
import { cellText, column } from '@/core/tables';
import { fromArrow } from '@/core/formats';
import { readArchive } from '@/core/formats/archive';
import { unzipSync } from 'fflate';
import { database, networkVersion, pool, record, study, studyTable } from './db';
import { migrateDatabase } from './db/migrate';
import * as actions from './actions';
import { createStudy, deleteStudy, listStudies, renameStudy, restoreStudy } from './studies';
import { deleteTable, listTables, renameTable, restoreTable, setAside, tableFor } from './tables';
import { type StoreRequest, keyFrom, storeBody, storeTable } from './tables/store';
import { bringBackTable, editTable, stepTable, tableHistory, undoIntake } from './tables/edit';
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
import { changeShortlist, createShortlist, deleteShortlist, listShortlists, restoreShortlist } from './shortlists';
import { stacks } from './history';
import { gunzipSync, gzipSync } from 'node:zlib';
import { allWrittenRows, readTable } from './tables/read';
import { letGo, packedTable } from './tables/packed';
import { createNetwork, listNetworks, networkTrails, openNetwork, saveTrail } from './networks';
import { networksByColumn } from './networks/uses';
import { createSuggestedNetwork, networkOffers } from './networks/suggest';
import { keepSnapshot, keptPositions } from './networks/snapshot';
import { archiveOf } from './networks/archive';
import { GET as columnsRoute } from '@/app/api/studies/[study]/tables/[table]/[version]/route';
import { POST as importRoute } from '@/app/api/studies/[study]/tables/route';
import { GET as pictureRoute } from '@/app/api/studies/[study]/networks/[network]/picture/[md5]/route';

beforeAll(() => migrateDatabase());
afterAll(() => pool().end());

const nowhere = '00000000-0000-4000-8000-000000000000';
const there = (params: object): { params: Promise<never> } => ({ params: Promise.resolve(params as never) });
const get = new Request('http://localhost/x');
const text = (name: string): { name: string; type: 'text' } => ({ name, type: 'text' });
const request = (change: Partial<StoreRequest> = {}): StoreRequest => ({
  name: 'ties',
  origin: 'from ties.csv',
  columns: [text('from'), text('to')],
  rows: 0,
  ...change,
});
async function* each<T>(...pieces: T[]): AsyncGenerator<T> {
  for (const piece of pieces) yield await Promise.resolve(piece);
}
const bytes = (...pieces: string[]): AsyncGenerator<Uint8Array> =>
  each(...pieces.map((piece) => new TextEncoder().encode(piece)));
/** Stores rows, their number said as it is; columns are called as in `columns`, or from and to. */
const bringIn = (id: string, rows: string[][], change: Partial<StoreRequest> = {}): ReturnType<typeof storeTable> =>
  storeTable(id, request({ rows: rows.length, ...change }), each(...rows.map((row) => JSON.stringify(row))));
const newStudy = async (): Promise<string> => (await createStudy('Trial')).id;
const trail = (change: object = {}): Trail =>
  trailSchema.parse({
    steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to', ...change }],
  });

describe('studies', () => {
  test('are made, renamed, deleted and brought back', async () => {
    const { id } = await createStudy('  Seeds   of Orrin ');
    await renameStudy(id, 'Seeds');
    const names = async (): Promise<string[]> =>
      (await listStudies()).filter((one) => one.id === id).map(({ name }) => name);
    expect(await names()).toEqual(['Seeds']);
    await deleteStudy(id);
    expect(await names()).toEqual([]);
    await expect(renameStudy(id, 'x')).rejects.toThrow(/not there/);
    await restoreStudy(id);
    expect(await names()).toEqual(['Seeds']);
    await expect(restoreStudy(id)).rejects.toThrow(/nothing to bring back/);
    await expect(createStudy('  ')).rejects.toThrow(/Give the study a name/);
  });

  test('what was deleted over a week ago is cleared away with all it held', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const { setId } = await tableFor(id, 'ties');
    await database()
      .update(study)
      .set({ deletedAt: new Date(Date.UTC(2000, 0, 1)) })
      .where(eq(study.id, id));
    await migrateDatabase();
    expect(await database().select().from(studyTable).where(eq(studyTable.studyId, id))).toEqual([]);
    expect(await database().select().from(record).where(eq(record.setId, setId))).toEqual([]);
  });
});

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

const written = allWrittenRows;

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

describe('networks are offered by what they would give', () => {
  test('from the table one comes from, with sizes and an example; the chosen one is made', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['Ann', 'Bo'],
      ['Bo', 'Cy'],
    ]);
    await bringIn(
      id,
      [
        ['Ann', 'Union'],
        ['Bo', 'Union'],
        ['Cy', 'Guild'],
      ],
      { name: 'members', columns: [text('keeper'), text('society')] },
    );
    const newest = await networkOffers(id);
    expect(newest[0]).toMatchObject({ question: 'part', table: 'members', size: { nodes: 5, edges: 3 } });
    const [sent] = await networkOffers(id, 'ties');
    expect(sent).toMatchObject({
      question: 'sent',
      tableName: 'ties',
      size: { nodes: 3, edges: 2 },
      example: 'Ann → Bo',
    });
    // What nearly all share would tie nearly all: such a network is not offered.
    const rows = Array.from({ length: 1100 }, (_, i) => [`P${i}`, i ? 'Ness' : 'Voe']);
    await bringIn(id, rows, { name: 'people', columns: [{ ...text('id'), id: true }, text('island')] });
    const offers = await networkOffers(id, 'people');
    expect(offers.filter(({ table, question }) => table === 'people' && question === 'shares')).toEqual([]);
    const made = await createSuggestedNetwork(id, sent.ties);
    expect((await openNetwork(id, made.id)).trail.steps[0]).toMatchObject({ table: 'ties', from: 'from', to: 'to' });
  });
});

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

describe('networks', () => {
  test('two people saving at once: nothing is lost, and the second is told', async () => {
    const id = await newStudy();
    const { id: net } = await createNetwork(id, 'First', trail());
    const mine = trail({ loops: 'keep' });
    const theirs = trail({ directed: false });
    expect(await saveTrail(id, net, 1, mine)).toEqual({ kind: 'saved', version: 2 });
    expect(await saveTrail(id, net, 1, theirs)).toMatchObject({ kind: 'conflict', version: 2, trail: mine });
    expect((await openNetwork(id, net)).trail).toEqual(mine);
    const versions = await database().select().from(networkVersion).where(eq(networkVersion.networkId, net));
    expect(versions.map(({ version }) => version).sort()).toEqual([1, 2]);
  });

  test('a first network is made of the tables', async () => {
    const id = await newStudy();
    await expect(createSuggestedNetwork(id)).rejects.toThrow(/needs a table with two columns/);
    await bringIn(
      id,
      [
        ['1', 'Ann'],
        ['2', 'Bo'],
      ],
      { name: 'people', columns: [text('id'), text('name')] },
    );
    await bringIn(id, [['1', '2']], { columns: [text('source'), text('target')] });
    const { id: net } = await createSuggestedNetwork(id);
    const [first] = (await openNetwork(id, net)).trail.steps;
    expect(first).toMatchObject({
      table: 'ties',
      from: 'source',
      nodes: { table: 'people', match: 'id', label: 'name' },
    });
  });

  test('the last result is kept, and positions only for their own layout', async () => {
    const id = await newStudy();
    const { id: net } = await createNetwork(id, 'First', trail());
    const layout = 'a'.repeat(32);
    const head = {
      digest: 'b'.repeat(32),
      nodes: 1,
      edges: 0,
      groups: null,
      picture: `data:image/svg+xml;base64,${btoa('<svg/>')}`,
      layout,
    };
    await keepSnapshot(id, net, head, Buffer.from(Float32Array.of(3, 4).buffer));
    const kept = await keptPositions(id, net, layout);
    expect([...new Float32Array(Uint8Array.from(kept ?? []).buffer)]).toEqual([3, 4]);
    expect(await keptPositions(id, net, 'c'.repeat(32))).toBeUndefined();
    expect((await listNetworks(id))[0]).toMatchObject({
      nodes: 1,
      picture: expect.stringContaining(`/networks/${net}/picture/`) as string,
    });
    const address = (await listNetworks(id))[0].picture ?? '';
    const md5 = address.slice(address.lastIndexOf('/') + 1);
    const served = await pictureRoute(get, there({ study: id, network: net, md5 }));
    expect([served.status, served.headers.get('content-type'), await served.text()]).toEqual([
      200,
      'image/svg+xml',
      '<svg/>',
    ]);
    expect(served.headers.get('cache-control')).toContain('immutable');
    expect((await pictureRoute(get, there({ study: id, network: net, md5: 'a'.repeat(32) }))).status).toBe(404);
    await expect(keepSnapshot(id, net, { ...head, nodes: 2 }, Buffer.alloc(8))).rejects.toThrow(/do not fit/);
  });

  test('an archive gives the same network elsewhere', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', '=b'],
      ['c, d', 'a'],
      ['A', 'a'],
    ]);
    const { id: list } = await createNames(id, 'Ends', [{ table: 'ties', column: 'from' }]);
    await changeNames(id, list, 1, { entries: { A: 'a' }, what: 'x' });
    const { id: net } = await createNetwork(id, 'First', trail());
    const { bytes: zip } = await archiveOf(id, net);
    expect((await archiveOf(id, net)).bytes).toEqual(zip);
    const files = unzipSync(zip);
    const { archive, source } = readArchive((path) => files[path], 'zip');
    const there = await runTrail(source, archive.trail);
    const table = await readTable(id, 'ties');
    const here = sourceOf([{ key: 'ties', version: '1' }], () => table, await openNames(id));
    expect(there.state?.network.ids).toEqual((await runTrail(here, archive.trail)).state?.network.ids);
    expect(there.state?.network.ids).toEqual(['a', '=b', 'c, d']);
  });
});

describe('trails of other versions', () => {
  const put = async (id: string, trail: unknown): Promise<void> =>
    void (await pool().query('update network set trail = $1 where id = $2', [JSON.stringify(trail), id]));

  test('what an earlier version stored opens, and is stored in today’s format when it is saved', async () => {
    const { id } = await createStudy('Before');
    const { id: net } = await createNetwork(id, 'Old', trail());
    const arranged = { id: 's9', kind: 'arrange', on: true, pull: 0.5, seed: 2, placed: {} };
    await put(net, { steps: [...trail().steps, arranged] });
    const opened = await openNetwork(id, net);
    expect(opened.trail.steps.at(-1)).toMatchObject({ method: 'force', settings: { pull: 0.5, seed: 2 } });
    await saveTrail(id, net, opened.version, opened.trail);
    const kept = await database().select().from(networkVersion).where(eq(networkVersion.networkId, net));
    expect(kept.find(({ version }) => version === 2)?.trail.version).toBe(trailVersion);
  });

  test('what a later version stored is listed, told, and left as it is', async () => {
    const { id } = await createStudy('After');
    const { id: net } = await createNetwork(id, 'New', trail());
    const later = { version: trailVersion + 1, steps: [{ id: 's1', kind: 'unheard of' }] };
    await put(net, later);
    expect((await listNetworks(id)).map(({ name }) => name)).toEqual(['New']);
    await expect(openNetwork(id, net)).rejects.toThrow(/written by a later version/);
    expect(await networkTrails(id)).toEqual([
      { id: net, name: 'New', fault: expect.stringMatching(/later version/) as string },
    ]);
    expect(await networksByColumn(id)).toEqual([{ id: net, name: 'New', columns: [] }]);
    await expect(archiveOf(id, net)).rejects.toThrow(/later version/);
    const { rows } = await pool().query<{ trail: unknown }>('select trail from network where id = $1', [net]);
    expect(rows[0].trail).toEqual(later);
  });
});

describe('shortlists', () => {
  const nodes = (...ids: string[]): { id: string; label: string }[] => ids.map((id) => ({ id, label: `the ${id}` }));
  test('are made, filed, changed, deleted and brought back; another one’s change is told, not written over', async () => {
    const id = await newStudy();
    const made = await createShortlist(id, { name: ' Holm ', folder: 'Islands', nodes: nodes('a', 'b', 'a') });
    expect(made).toMatchObject({ name: 'Holm', folder: 'Islands', version: 1, nodes: nodes('a', 'b') });
    await createShortlist(id, { name: 'Ness', folder: '', nodes: nodes('c') });
    expect((await listShortlists(id)).map(({ name }) => name)).toEqual(['Ness', 'Holm']);
    expect(await changeShortlist(id, made.id, 1, { nodes: nodes('a') })).toEqual({ kind: 'saved', version: 2 });
    expect(await changeShortlist(id, made.id, 1, { nodes: [] })).toEqual({ kind: 'conflict', version: 2, size: 1 });
    expect((await listShortlists(id)).find(({ name }) => name === 'Holm')?.nodes).toEqual(nodes('a'));
    await deleteShortlist(id, made.id);
    expect(await listShortlists(id)).toHaveLength(1);
    await expect(changeShortlist(id, made.id, 2, { name: 'x' })).rejects.toThrow(/not there/);
    await restoreShortlist(id, made.id);
    expect(await listShortlists(id)).toHaveLength(2);
    await expect(createShortlist(id, { name: 'none', folder: '', nodes: [] })).rejects.toThrow(/Nothing is selected/);
    await expect(deleteShortlist(id, 'no id')).rejects.toThrow(/not there/);
  });

  test('an archive holds the networks and shortlists that its trail reads, and gives the same network elsewhere', async () => {
    const id = await newStudy();
    await bringIn(id, [
      ['a', 'b'],
      ['b', 'c'],
    ]);
    await bringIn(id, [['c', 'd']], { name: 'more' });
    const list = await createShortlist(id, { name: 'Some', folder: '', nodes: nodes('b', 'c', 'd') });
    const other = await createNetwork(id, 'More', trail({ table: 'more' }));
    const steps = [
      ...trail().steps,
      { id: 's2', kind: 'combine', on: true, network: other.id },
      { id: 's3', kind: 'keep', on: true, rule: { by: 'shortlist', shortlist: list.id } },
    ];
    const made = await createNetwork(id, 'Both', trailSchema.parse({ steps }));
    const files = unzipSync((await archiveOf(id, made.id)).bytes);
    const { archive, source } = readArchive((path) => files[path], 'archive');
    expect([archive.networks.length, archive.shortlists.length]).toEqual([1, 1]);
    const { state, reports } = await runTrail(source, archive.trail);
    expect(reports.map(({ fault }) => fault)).toEqual([undefined, undefined, undefined]);
    expect(state?.network.ids).toEqual(['b', 'c', 'd']);
  });
});

describe('every way in', () => {
  const post = (headers: Record<string, string> = {}, head: object = request({ rows: 1 })): Request =>
    new Request('http://localhost/x', { method: 'POST', body: `${JSON.stringify(head)}\n["a","b"]\n`, headers });

  test('serves a table’s columns under its version for ever', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const answer = await columnsRoute(get, there({ study: id, table: 'ties', version: '1' }));
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect(fromArrow(gunzipSync(new Uint8Array(await answer.arrayBuffer()))).rows).toBe(1);
    // Requests at once share one making.
    const many = await Promise.all(
      Array.from({ length: 40 }, () => columnsRoute(get, there({ study: id, table: 'ties', version: '1' }))),
    );
    expect(fromArrow(gunzipSync(new Uint8Array(await many[39].arrayBuffer()))).rows).toBe(1);
    const first = await packedTable(id, 'ties', 1);
    expect(await packedTable(id, 'ties', 1)).toBe(first);
    await expect(packedTable(id, 'ties', 2)).rejects.toThrow('changed meanwhile');
  });

  test('columns are made ready when a table is stored, kept in the database, and follow its versions', async () => {
    const id = await newStudy();
    await bringIn(id, [['a', 'b']]);
    const kept = async (): Promise<{ version: number; bytes: Buffer }[]> =>
      (
        await pool().query<{ version: number; bytes: Buffer }>(
          'select packed_columns.version, bytes from packed_columns join study_table on id = table_id where study_id = $1',
          [id],
        )
      ).rows;
    for (let i = 0; i < 400 && !(await kept()).length; i++) await new Promise((resolve) => setTimeout(resolve, 10));
    const [first] = await kept();
    expect(first.version).toBe(1);
    expect(fromArrow(gunzipSync(new Uint8Array(first.bytes))).rows).toBe(1);
    // A process that has not made them takes them from there: what stands there is what is sent.
    const marked = gzipSync(gunzipSync(first.bytes), { level: 9 });
    await pool().query('update packed_columns set bytes = $1 from study_table where id = table_id and study_id = $2', [
      marked,
      id,
    ]);
    letGo();
    expect(Buffer.from(await packedTable(id, 'ties', 1)).equals(marked)).toBe(true);
  });

  test('rows with long texts come whole, and in order', async () => {
    const id = await newStudy();
    const rows = Array.from({ length: 1203 }, (_, i) => [`a${i}`, i % 400 ? 'b' : 'long '.repeat(3000 + i)]);
    await bringIn(id, rows);
    expect(await allWrittenRows(id, 'ties')).toEqual(rows);
  });

  test('wrong input is answered with what is wrong, another site is refused', async () => {
    const id = await newStudy();
    const wrong = await importRoute(post({}, {}), there({ study: id }));
    const { detail } = (await wrong.json()) as { detail: string };
    expect([wrong.status, detail]).toEqual([400, expect.stringContaining('name')]);
    const garbled = await importRoute(
      new Request('http://localhost/x', { method: 'POST', body: '{\nx' }),
      there({ study: id }),
    );
    expect(garbled.status).toBe(400);
    const foreign = await importRoute(post({ 'sec-fetch-site': 'cross-site' }), there({ study: id }));
    expect(foreign.status).toBe(403);
    expect(await listTables(id)).toEqual([]);
    expect(await actions.createStudy(5 as never)).toMatchObject({ ok: false });
    expect(await actions.saveTrail(id, nowhere, 1, { steps: [{ kind: 'x' }] } as never)).toMatchObject({ ok: false });
  });
});

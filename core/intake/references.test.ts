import { type ColumnSpec, rawTable, typedTable } from '../tables';
import { noNames } from '../names';
import {
  type KnownTable,
  type StudyTables,
  alike,
  appended,
  columnsMatched,
  differences,
  together,
  withColumnsMatched,
} from '.';
import { coming, finding, keepers, rowsOf, study, types } from './samples';

const sent =
  'nr,from,where\n1,Alban Pell,Ness\n2,"Pell, Alban",Ness\n3,Edwin Yarow,Voe\n4,Holm,Voe\n5,Holm,\n6,Voe Nursery,Voe\n7,K5,Ness\n8,Tove Lorne,Ness\n9,Tove Lorne,Ness\n10,Alban Pell,Ness\n11,Alban Pell,Ness\n';

describe('references', () => {
  test('a column that mostly names records is matched to them; each kind of rest is found', async () => {
    const found = await coming(sent, {}, study);
    expect(found.specs[1]).toEqual({ name: 'from', type: 'reference', table: 'keepers', by: 'name' });
    expect(finding(found, 'reference')).toMatchObject({ filled: 11, matched: 6 });
    expect(finding(found, 'ambiguous')).toMatchObject({
      cells: 2,
      open: 2,
      rules: [{ here: 'where', there: 'island', decides: 1 }],
    });
    expect(finding(found, 'near')?.values.map(({ value, to }) => [value, to])).toEqual([
      ['Edwin Yarow', 'Edwin Yarrow'],
      ['Pell, Alban', 'Alban Pell'],
    ]);
    expect(finding(found, 'unmatched')?.values).toEqual([{ value: 'Voe Nursery', count: 1 }]);
    expect(Array.from(found.odd.get('from') ?? [])).toEqual([0, 1, 1, 1, 1, 1, 0, 0, 0, 0, 0]);
  });
  test('by rule and one by one: the id is stored, what was written is kept beside it', async () => {
    const decided = await coming(
      sent,
      { references: { from: { rule: { here: 'where', there: 'island' }, cells: { '6 Holm': 'K3' } } } },
      study,
    );
    expect(rowsOf(decided.table)[3]).toEqual(['4', 'K4', 'Voe', 'Holm']);
    expect(rowsOf(decided.table)[4]).toEqual(['5', 'K3', '', 'Holm']);
    expect(decided.specs[3].name).toBe('from as written');
    expect(finding(decided, 'ambiguous')?.open).toBe(0);
  });
  test('records that nothing tells apart get ids where a cell is decided for one of them, and none where they are taken for one', async () => {
    const nameless: KnownTable = {
      ...keepers,
      raw: rawTable(
        ['name', 'island'],
        [
          ['Holm', 'Ness'],
          ['Holm', 'Voe'],
          ['Holm', 'Hamna'],
          ['Alban Pell', 'Ness'],
        ],
      ),
      specs: [
        { name: 'name', type: 'text' },
        { name: 'island', type: 'text' },
      ],
    };
    const some: StudyTables = { tables: [nameless], names: [] };
    const csv = 'nr,from,where\n1,Holm,Voe\n2,Holm,Ness\n3,Alban Pell,Ness\n';
    const ruled = await coming(csv, { references: { from: { rule: { here: 'where', there: 'island' } } } }, some);
    expect(rowsOf(ruled.table).map(([, from]) => from)).toEqual(['K002', 'K001', 'Alban Pell']);
    expect(ruled.ids).toEqual([{ table: 'keepers', rows: 4, letter: 'K', width: 3 }]);
    const byHand = await coming(csv, { references: { from: { cells: { '2 Holm': 'K003' } } } }, some);
    expect(rowsOf(byHand.table).map(([, from]) => from)).toEqual(['K003', 'Holm', 'Alban Pell']);
    expect(byHand.ids).toHaveLength(1);
    expect((await coming(csv, { references: { from: { first: true } } }, some)).ids).toEqual([]);
    expect((await coming(csv, {}, some)).ids).toEqual([]);
    // An identity that several share tells them apart no better.
    const shared = { ...nameless, specs: [{ name: 'name', type: 'text' as const, id: true }, nameless.specs[1]] };
    const again = await coming(
      csv,
      { references: { from: { cells: { '2 Holm': 'K003' } } } },
      { tables: [shared], names: [] },
    );
    expect([again.ids.length, rowsOf(again.table)[0][1]]).toEqual([1, 'K003']);
  });
  test('a register in which several share a name asks which are one', async () => {
    const found = await coming(
      'name,island,born\nMagnus Holm,Ness,1880\nMagnus Holm,Voe,1890\nMagnus Holm,Ness,1901\nA,Ness,1\nB,Voe,2\nC,Voe,3\n',
    );
    expect(finding(found, 'identity')).toMatchObject({ columns: ['name'], groups: 1, rows: 3 });
    expect(found.table.columns[0].name).toBe('id');
    expect(new Set(rowsOf(found.table).map(([id]) => id)).size).toBe(6);
    // Events that name somebody again and again are not such a register.
    const events = await coming('name,meeting\nA,1\nB,1\nA,2\nB,2\nA,3\nB,3\n');
    expect(finding(events, 'identity')?.columns).toEqual([]);
  });
  test('cells decided later join those decided before, in the same column', async () => {
    const before = sent
      .replace('4,Holm,Voe', '4,K4,Voe')
      .split('\n')
      .map((line, i) => (i === 0 ? `${line},from as written` : i === 4 ? `${line},Holm` : line && `${line},`))
      .join('\n');
    const { table } = await coming(
      before,
      {
        columns: [
          { name: 'from', type: 'reference', table: 'keepers', by: 'name' },
          { name: 'from as written', type: 'text' },
        ],
        references: { from: { cells: { '6 Holm': 'K3' } } },
      },
      study,
    );
    expect(table.columns.map(({ name }) => name)).toEqual(['nr', 'from', 'where', 'from as written']);
    expect([rowsOf(table)[3], rowsOf(table)[4]]).toEqual([
      ['4', 'K4', 'Voe', 'Holm'],
      ['5', 'K3', '', 'Holm'],
    ]);
  });
  test('near ones are joined, the others created, left out, or matched by hand', async () => {
    const created = await coming(sent, { references: { from: { near: true, unmatched: 'create' } } }, study);
    expect(created.names[0].joins).toContainEqual({ from: 'Pell, Alban', to: 'Alban Pell' });
    expect(created.creates).toEqual([{ table: 'keepers', by: 'name', values: ['Voe Nursery'] }]);
    expect(finding(created, 'reference')?.matched).toBe(8);
    const left = await coming(sent, { references: { from: { unmatched: 'leave' } } }, study);
    expect(left.names[0].drops).toEqual(['Voe Nursery']);
    const byHand = await coming(sent, { references: { from: { values: { 'Voe Nursery': 'Tove Lorne' } } } }, study);
    expect(byHand.names[0].joins).toEqual([{ from: 'Voe Nursery', to: 'Tove Lorne' }]);
  });
  test('through Names, what was joined before is matched', async () => {
    const names = [
      {
        ...noNames,
        name: 'Keepers',
        version: 1,
        columns: [{ table: 'keepers', column: 'name' }],
        entries: { 'Voe Nursery': 'Edwin Yarrow' },
      },
    ];
    expect(finding(await coming(sent, {}, { tables: [keepers], names }), 'unmatched')).toBeUndefined();
  });
  test('numbers are ids where the column is called so', async () => {
    const people: KnownTable = {
      key: 'people',
      name: 'people',
      raw: rawTable(['key'], [['1'], ['2'], ['3']]),
      specs: [{ name: 'key', type: 'number', id: true }],
    };
    const { specs } = await coming('from,to,count\n1,2,3\n2,9,1\n3,1,2\n', {}, { tables: [people], names: [] });
    expect(specs.map(({ type, by }) => by ?? type)).toEqual(['key', 'key', 'number']);
  });
  test('a column of other things is no reference', async () => {
    expect(types(await coming('a,b\nx,1\ny,2\n', {}, study))).not.toContain('reference');
  });
});

describe('newer and further files', () => {
  test('columns are matched whatever their capitals, blanks and marks, each once; by hand before that', () => {
    const there = ['id', 'name', 'e-mail address', 'year'];
    expect([...columnsMatched(['Year', ' ID ', 'NAME', 'EMail_Address', 'note'], there)]).toEqual([
      ['Year', 'year'],
      [' ID ', 'id'],
      ['NAME', 'name'],
      ['EMail_Address', 'e-mail address'],
    ]);
    expect([...columnsMatched(['Name', 'name'], there)]).toEqual([['name', 'name']]);
    expect(columnsMatched(['Called', 'name'], there, { Called: 'name' }).get('Called')).toBe('name');
    expect(columnsMatched(['Called', 'name'], there, { Called: 'name' }).has('name')).toBe(false);
    expect([...columnsMatched(['id'], there, { id: '' })]).toEqual([]);
    expect([...columnsMatched(['constructor'], ['constructor'])]).toEqual([['constructor', 'constructor']]);
  });
  test('what comes in takes the names of the table’s columns; one of its own stays apart', () => {
    const before = rawTable(['id', 'name'], [['1', 'a']]);
    const after = rawTable(['Name', 'ID', 'id'], [['b', '2', 'other']]);
    const specs: ColumnSpec[] = [
      { name: 'Name', type: 'text' },
      { name: 'ID', type: 'text', id: true },
      { name: 'id', type: 'text' },
    ];
    const matched = withColumnsMatched(
      after,
      specs,
      columnsMatched(['Name', 'ID', 'id'], ['id', 'name'], { ID: 'id', id: '' }),
    );
    expect(matched.specs.map(({ name }) => name)).toEqual(['name', 'id', 'id 2']);
    const all = appended(before, matched.table, matched.specs);
    expect(all.columns.map(({ name }) => name)).toEqual(['id', 'name', 'id 2']);
    expect(rowsOf(all)).toEqual([
      ['1', 'a', ''],
      ['2', 'b', 'other'],
    ]);
  });
  const specs: ColumnSpec[] = [
    { name: 'id', type: 'text', id: true },
    { name: 'n', type: 'number' },
  ];
  const before = rawTable(
    ['id', 'n', 'old'],
    [
      ['a', '1', 'x'],
      ['b', '2', 'x'],
      ['c', '3', 'x'],
    ],
  );
  const after = rawTable(
    ['id', 'n', 'new'],
    [
      ['b', '2', 'y'],
      ['c', '4', 'y'],
      ['d', '5', 'y'],
    ],
  );
  test('differences by identity: added, gone, changed cells', () => {
    expect(differences(before, after, specs)).toMatchObject({
      columns: { added: ['new'], gone: ['old'] },
      added: 1,
      gone: 1,
      changed: { records: 1, cells: 1 },
      same: 1,
      by: ['id'],
      examples: { changed: [{ key: 'c', column: 'n', before: '3', after: '4' }] },
    });
  });
  test('without an identity equal rows pair off one by one', () => {
    const rows = rawTable(['x'], [['a'], ['a'], ['b']]);
    expect(differences(rows, rawTable(['x'], [['a'], ['a'], ['a']]), [{ name: 'x', type: 'text' }])).toMatchObject({
      added: 1,
      gone: 1,
      same: 2,
    });
  });
  test('appending puts the newer record in the place of the former, columns by name', () => {
    expect(rowsOf(appended(before, after, specs))).toEqual([
      ['a', '1', 'x', ''],
      ['b', '2', 'x', 'y'],
      ['c', '4', 'x', 'y'],
      ['d', '5', '', 'y'],
    ]);
    expect(appended(before, after, [{ name: 'n', type: 'number' }]).rows).toBe(6);
  });
  test('several files with mostly the same columns are one table', () => {
    const other = rawTable(['ID', 'New', 'n'], [['e', 'z', '6']]);
    expect([alike(after, other), alike(after, rawTable(['from', 'to'], []))]).toEqual([true, false]);
    const one = together([
      { file: '1.csv', table: after },
      { file: '2.csv', table: other },
    ]);
    expect(one.columns.map(({ name }) => name)).toEqual(['id', 'n', 'new', 'file']);
    expect(rowsOf(one).at(-1)).toEqual(['e', '6', 'z', '2.csv']);
  });
});

test('what is prepared is what typed columns show, whatever the remedies', async () => {
  const csv = 'id,a,b\n1,x,3\n2,,ten\n3,y; z,4\n4,x,5\n4,x,5\n,w,6\n';
  for (const remedies of [
    {},
    { faulty: 'fit' },
    { identity: [] },
    { misfits: { b: 'empty' } },
    { doubles: 'keep', collapse: 'one' },
  ]) {
    const { table, specs, columns, misfits } = await coming(csv, remedies);
    expect(typedTable('t', table, specs)).toMatchObject({ name: 't', rows: table.rows, columns, misfits });
    expect(new Set(table.columns.map(({ name }) => name)).size).toBe(table.columns.length);
  }
});

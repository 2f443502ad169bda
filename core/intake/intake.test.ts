import { type ColumnSpec, type RawTable, rawRow, rawTable, typedTable, writtenCell } from '../tables';
import { bytesSource, readFile } from '../formats/read';
import { noNames } from '../names';
import {
  type Finding,
  type KnownTable,
  PrepareCache,
  type Prepared,
  type StudyTables,
  alike,
  appended,
  columnsMatched,
  differences,
  prepare,
  remediesSchema,
  shapeOf,
  together,
  unrolled,
  withColumnsMatched,
} from '.';

const rowsOf = (table: RawTable): string[][] => Array.from({ length: table.rows }, (_, r) => rawRow(table, r));
const nothing: StudyTables = { tables: [], names: [] };

async function coming(csv: string, remedies: object = {}, study: StudyTables = nothing): Promise<Prepared> {
  const source = bytesSource('t.csv', new TextEncoder().encode(csv));
  const [part] = await readFile(source, { settings: {}, breathe: () => undefined });
  return prepare(part, remediesSchema.parse({ name: 'things', ...remedies }), study, new PrepareCache());
}
const finding = <K extends Finding['kind']>({ findings }: Prepared, kind: K, column?: string) =>
  findings.find(
    (one): one is Extract<Finding, { kind: K }> =>
      one.kind === kind && (column === undefined || ('column' in one && one.column === column)),
  );
const types = ({ specs }: Prepared): string[] => specs.map(({ type }) => type);

describe('matrices', () => {
  const square = rawTable(
    ['', 'a', 'b', 'c'],
    [
      ['a', '0', '2', ''],
      ['b', '2', '0', '1'],
      ['c', '', '1', '3'],
    ],
  );
  test('a square one is recognised and unrolled once for each tie when it is symmetric', () => {
    expect(shapeOf(square)).toBe('adjacency');
    const { table, symmetric } = unrolled(square, 'adjacency');
    expect(symmetric).toBe(true);
    expect(rowsOf(table)).toEqual([
      ['a', 'b', '2'],
      ['b', 'c', '1'],
      ['c', 'c', '3'],
    ]);
  });
  test('a directed one keeps both directions; decimal commas and misfits are dealt with', () => {
    const { table, symmetric, misfits } = unrolled(
      rawTable(
        ['', 'a', 'b'],
        [
          ['a', '0', '1,5'],
          ['b', 'x', '0'],
        ],
      ),
      'adjacency',
    );
    expect([symmetric, misfits, rowsOf(table)]).toEqual([false, 1, [['a', 'b', '1.5']]]);
  });
  test('two kinds of things', () => {
    const raw = rawTable(
      ['keeper', 'Union', 'Guild', 'Circle'],
      [
        ['Tove', '1', '0', ''],
        ['Alban', '1', '1', '0'],
      ],
    );
    expect(shapeOf(raw)).toBe('incidence');
    expect(rowsOf(unrolled(raw, 'incidence').table)).toEqual([
      ['Tove', 'Union', '1'],
      ['Alban', 'Union', '1'],
      ['Alban', 'Guild', '1'],
    ]);
  });
  test('two kinds of things with counts are offered as a matrix too', () => {
    const counts = rawTable(
      ['keeper', 'Union', 'Guild', 'Circle', 'Hall'],
      [
        ['Tove', '3', '0', '', '1'],
        ['Alban', '0', '12', '0', ''],
        ['Signe', '', '0', '2', '0'],
      ],
    );
    expect(shapeOf(counts)).toBe('incidence');
  });
  test.each([
    [
      ['name', 'born', 'packets', 'x'],
      [
        ['Tove', '1880', '3', '1'],
        ['Alban', '1891', '4', '2'],
      ],
    ],
    [
      ['from', 'to'],
      [
        ['a', 'b'],
        ['b', 'c'],
      ],
    ],
    [
      ['', 'a', 'b'],
      [
        ['a', 'x', 'y'],
        ['b', '1', '2'],
      ],
    ],
  ])('a table stays a table: %j', (names, rows) => expect(shapeOf(rawTable(names, rows))).toBe('table'));
  test('is offered, and done when chosen', async () => {
    const csv = ',a,b,c\na,0,1,0\nb,1,0,0\nc,0,0,1\n';
    expect(finding(await coming(csv), 'shape')).toMatchObject({ shape: 'adjacency', ties: 2 });
    expect((await coming(csv, { shape: 'adjacency' })).table.columns.map(({ name }) => name)).toEqual([
      'from',
      'to',
      'weight',
    ]);
  });
});

describe('cells that do not fit', () => {
  const csv = `id,packets\n${Array.from({ length: 18 }, (_, i) => `K${i},${i}`).join('\n')}\nX,ten\nY,ten\n`;
  test('are listed with their lines, and kept, emptied, or set aside with their rows', async () => {
    const kept = await coming(csv);
    expect(finding(kept, 'misfits')).toMatchObject({
      column: 'packets',
      type: 'number',
      count: 2,
      examples: [{ text: 'ten', lines: [20, 21] }],
    });
    expect([kept.table.rows, kept.misfits[0].texts]).toEqual([20, ['ten', 'ten']]);
    const emptied = await coming(csv, { misfits: { packets: 'empty' } });
    expect([emptied.table.rows, emptied.misfits, rawRow(emptied.table, 18)]).toEqual([20, [], ['X', '']]);
    const aside = await coming(csv, { misfits: { packets: 'aside' } });
    expect([aside.table.rows, aside.aside]).toEqual([
      18,
      [
        { line: 20, reason: '“ten” in packets is no number', cells: ['X', 'ten'] },
        { line: 21, reason: '“ten” in packets is no number', cells: ['Y', 'ten'] },
      ],
    ]);
  });
  test('rows with too few or too many cells are set aside or fitted', async () => {
    const odd = 'a,b,c\n1,2,3\n4,5\n6,7,8,9\n';
    expect((await coming(odd)).aside.map(({ line }) => line)).toEqual([3, 4]);
    expect(rowsOf((await coming(odd, { faulty: 'fit', identity: ['a'] })).table)).toEqual([
      ['1', '2', '3'],
      ['4', '5', ''],
      ['6', '7', '8'],
    ]);
  });
  test('an ambiguous order of day and month is asked before it can be stored', async () => {
    const dates = 'id,on\n1,2.3.1911\n2,4.5.1912\n';
    const asked = await coming(dates);
    expect([asked.open, finding(asked, 'asks')?.what]).toEqual([1, 'order']);
    const spec: ColumnSpec = { name: 'on', type: 'date', order: 'mdy' };
    const answered = await coming(dates, { columns: [spec], answered: ['on'] });
    expect([answered.open, writtenCell(answered.columns[1], undefined, 0).text]).toEqual([0, '1911-02-03']);
  });
  test('dates known only to the month or year are said, and nothing is done', async () => {
    expect(finding(await coming('id,on\n1,1911-03-02\n2,1911-03\n3,1911?\n'), 'imprecise')).toMatchObject({
      count: 2,
      examples: ['1911-03', '1911?'],
    });
  });
  test('latitude and longitude become a place', async () => {
    const csv2 = 'id,lat,lon\n1,48.5,-31\n2,,\n3,95,0\n';
    expect(finding(await coming(csv2), 'place')).toEqual({ kind: 'place', latitude: 'lat', longitude: 'lon' });
    const { table, specs, misfits } = await coming(csv2, { place: true, columns: [{ name: 'place', type: 'place' }] });
    expect([specs[1].type, rowsOf(table).map((row) => row[1]), misfits[0].texts]).toEqual([
      'place',
      ['48.5, -31', '', '95, 0'],
      ['95, 0'],
    ]);
  });
});

describe('records found twice', () => {
  const csv = 'id,what\nC1,kale\nC2,neep\nC1,kale\n';
  test('same in every cell: joined where an id says so, kept when asked', async () => {
    const joined = await coming(csv);
    expect(finding(joined, 'doubles')).toMatchObject({
      by: 'every cell',
      count: 1,
      examples: [{ key: 'C1, kale', lines: [2, 4] }],
    });
    expect([joined.table.rows, joined.aside[0].reason]).toEqual([2, 'same in every cell as line 2']);
    expect((await coming(csv, { doubles: 'keep' })).table.rows).toBe(3);
  });
  test('without an identity equal rows are different events and stay', async () => {
    expect((await coming('from,to\na,b\na,b\n')).table.rows).toBe(2);
    expect((await coming('from,to\na,b\na,b\n', { doubles: 'join' })).table.rows).toBe(1);
  });
  test('title and year alone are no evidence: offered, and done when asked', async () => {
    const works =
      'title,year,authors,pages\nEditorial,1911,Pell,1\nEditorial,1911,Wick,\nEditorial,1911,Holm,\nEditorial,1911,,40–41\nReport,1912,,5–9\nReport,1912,Wick,5-9\n';
    const asked = await coming(works);
    expect(asked.findings.flatMap((one) => (one.kind === 'doubles' ? [[one.by, one.count]] : []))).toEqual([
      ['title, year and pages', 1],
      ['title and year', 3],
    ]);
    expect(asked.table.rows).toBe(5);
    expect((await coming(works, { titles: 'join' })).table.rows).toBe(2);
  });
  test('a joined record holds nobody twice', async () => {
    const works =
      'title,year,authors,doi\nThe Bean,1911,"Pell, A.; Wick, Tove",10.1/x\nThe Bean,1911,"Pell, Alban; Wick, T.; Holm, Élise",10.1/x\n';
    const { table } = await coming(works, { columns: [{ name: 'authors', type: 'list' }] });
    expect(rowsOf(table)[0][2]).toBe('Pell, Alban; Wick, Tove; Holm, Élise');
  });
  test('works by DOI, then by title, year and first author; what one lacks the other gives', async () => {
    const works =
      'title,year,authors,doi,keywords\nThe Bean,1911,Pell,10.1/x,bean; seed\nBean (reprint),1912,,https://doi.org/10.1/X,bean; pod\nThe bean!,1911,Pell,,\nKale,1911,Wick,,\n';
    const { table, findings } = await coming(works, { columns: [{ name: 'keywords', type: 'list' }] });
    expect(findings.flatMap((one) => (one.kind === 'doubles' ? [[one.by, one.count]] : []))).toEqual([
      ['DOI', 1],
      ['title, year and first author', 1],
    ]);
    expect(rowsOf(table).map((row) => row[0])).toEqual(['The Bean', 'Kale']);
    expect(rowsOf(table)[0][4]).toBe('bean; seed; pod');
  });
});

describe('nothing is changed unseen', () => {
  test('whole numbers beyond what a number holds stay text, and it is said', async () => {
    const csv = 'account,packets\n1234567890123456789,1\n1234567890123456790,2\n';
    const found = await coming(csv);
    expect(types(found)).toEqual(['text', 'number']);
    expect(rowsOf(found.table).map(([account]) => account)).toEqual(['1234567890123456789', '1234567890123456790']);
    expect(finding(found, 'digits')).toEqual({ kind: 'digits', column: 'account', example: '1234567890123456789' });
    // Asked for all the same, the cells are kept as written and do not become one number.
    const asked = await coming(csv, { columns: [{ name: 'account', type: 'number' }] });
    expect(finding(asked, 'misfits')).toMatchObject({ column: 'account', count: 2 });
  });
  test('prose stays whole; lists are offered where nothing says that they are some', async () => {
    const titles = ['Beans; a history', 'Kale', 'Seeds of the islands; second part', 'Notes on bere; with plates'];
    const prose = await coming(`heading\n${titles.map((one) => `"${one}"`).join('\n')}\n`);
    expect(types(prose)).toEqual(['text']);
    expect(finding(prose, 'list')).toMatchObject({ column: 'heading', separator: ';', cells: 3, done: false });
    const asked = await coming(`heading\n${titles.map((one) => `"${one}"`).join('\n')}\n`, {
      columns: [{ name: 'heading', type: 'list' }],
    });
    expect(finding(asked, 'list')?.done).toBe(true);
    const addresses =
      '"12 Main Street, Ness, Orrin, North"\n"4 High Street, Ness, Orrin, North"\n"7 Quay, Voe, Orrin, South"\n';
    expect(types(await coming(`where\n${addresses}`))).toEqual(['text']);
    expect(types(await coming('Anwesende\n"Pell; Wick"\n"Holm; Orde"\n'))).toEqual(['list']);
    expect(types(await coming('Titel\n"bean; kale"\n"kale; bean"\n'))).toEqual(['text']);
  });
  test('a row of delimiters alone costs nothing its identity', async () => {
    const found = await coming('id,name\nK1,Ann\n,\nK2,Bo\n');
    expect(found.table.rows).toBe(2);
    expect(finding(found, 'identity')).toMatchObject({ columns: ['id'], without: 0, groups: 0 });
    expect(found.findings.flatMap((one) => (one.kind === 'note' ? [one.text] : []))).toContain(
      '1 row without any filled cell passed over.',
    );
  });
  test('a code in each row is the identity before ids are made', async () => {
    expect(finding(await coming('iata,city\nNES,Ness\nVOE,Voe\nORR,Ness\n'), 'identity')?.columns).toEqual(['iata']);
    expect(
      finding(await coming('remark,city\nso it was,Ness\nand so,Voe\nor not,Ness\n'), 'identity')?.columns,
    ).toEqual([]);
  });
});

describe('identity', () => {
  const csv =
    'name,island,born\nHolm,Ness,1880\nHolm,Voe,\nWick,Ness,1890\nOrde,Ness,1\nPell,Ness,2\nQuill,Voe,3\nYarrow,Voe,4\n';
  test('what would collapse is shown with its conflicting cells; kept apart, ids are made', async () => {
    const apart = await coming(csv, { name: 'keepers' });
    expect(finding(apart, 'identity')).toMatchObject({
      columns: ['name'],
      groups: 1,
      rows: 2,
      examples: [{ key: 'Holm', lines: [2, 3], conflicts: [{ column: 'island', values: ['Ness', 'Voe'] }] }],
    });
    expect(apart.table.columns[0].name).toBe('id');
    expect(
      rowsOf(apart.table)
        .slice(0, 2)
        .map((row) => row[0]),
    ).toEqual(['K001', 'K002']);
    expect(apart.specs.filter(({ id }) => id).map(({ name }) => name)).toEqual(['id']);
  });
  test('joined to one, the first filled cell of each column stays', async () => {
    const one = await coming(csv, { collapse: 'one' });
    expect(rowsOf(one.table)[0]).toEqual(['Holm', 'Ness', '1880']);
    expect(one.table.rows).toBe(6);
  });
  test('columns together, and none', async () => {
    const both = await coming(csv, { identity: ['name', 'island'] });
    expect([finding(both, 'identity')?.groups, both.specs.filter(({ id }) => id).length, both.table.rows]).toEqual([
      0, 2, 7,
    ]);
    expect(rowsOf((await coming(csv, { makeIds: true, name: 'seeds' })).table)[0][0]).toBe('S001');
  });
});

const keepers: KnownTable = {
  key: 'keepers',
  name: 'keepers',
  raw: rawTable(
    ['id', 'name', 'island'],
    [
      ['K1', 'Alban Pell', 'Ness'],
      ['K2', 'Edwin Yarrow', 'Voe'],
      ['K3', 'Holm', 'Ness'],
      ['K4', 'Holm', 'Voe'],
      ['K5', 'Tove Lorne', 'Ness'],
    ],
  ),
  specs: [
    { name: 'id', type: 'text', id: true },
    { name: 'name', type: 'text' },
    { name: 'island', type: 'text' },
  ],
};
const study: StudyTables = { tables: [keepers], names: [] };
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

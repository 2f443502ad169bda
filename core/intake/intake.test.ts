import { type ColumnSpec, rawRow, rawTable, writtenCell } from '../tables';
import { shapeOf, unrolled } from '.';
import { coming, finding, rowsOf, types } from './samples';

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

import ExcelJS from 'exceljs';
import { rawRow, typedTable } from '../../tables';
import { namesOf, only, parts, rowsOf } from './samples';

describe('CSV', () => {
  test('titles above the header are passed over, and lines are the file’s own', async () => {
    const part = await only('a.csv', 'Ledger B\n\nid,from,to\n1,a,b\n2,c\n3,"d\ne",f\n4,g,h\n');
    expect(namesOf(part)).toEqual(['id', 'from', 'to']);
    expect(part.how).toContain('header in line 3');
    expect(Array.from(part.table.lines)).toEqual([4, 5, 6, 8]);
    expect(part.faulty).toEqual([{ line: 5, reason: '2 cells instead of 3', cells: ['2', 'c'], row: 1 }]);
    expect(part.notes.join()).toContain('2 lines above the header');
  });

  test.each([
    ['names over words', 'name,island\nTove,Ness\nAlban,Holm\n', true],
    ['an edge list without names', 'Tove,Alban\nAlban,Signe\nSigne,Tove\n', false],
    ['numbers from the first line on', 'Tove,3\nAlban,4\n', false],
    ['years over columns', 'name,1901,1902,1903\nTove,3,4,5\n', true],
    ['a matrix', ',Tove,Alban\nTove,0,1\nAlban,1,0\n', true],
    ['a header alone', 'a,b\n', true],
  ])('header or not: %s', async (_what, text, headed) => {
    const part = await only('a.csv', text);
    expect(part.how.includes('no header')).toBe(!headed);
    const set = await only('a.csv', text, { header: !headed });
    expect(set.how.includes('no header')).toBe(headed);
  });

  test('apostrophes as quotes', async () => {
    const part = await only('a.csv', "'a','b'\n'1,5','it''s'\n'2','3'\n");
    expect(rowsOf(part)).toEqual([
      { a: '1,5', b: "it's" },
      { a: '2', b: '3' },
    ]);
  });

  test('Windows-1252 that shows only far down, and UTF-16 without its mark', async () => {
    const late = Buffer.concat([Buffer.from(`a,b\n${'x,y\n'.repeat(20000)}`), Buffer.from('Zo\xeb,z\n', 'latin1')]);
    const part = await only('late.csv', late);
    expect(rawRow(part.table, 20000)).toEqual(['Zoë', 'z']);
    expect(part.how).toContain('WINDOWS-1252');
    const utf16 = await only('a.csv', Buffer.from('name,n\nTove,2\nZoë,3\n', 'utf16le'));
    expect(rowsOf(utf16)[1]).toEqual({ name: 'Zoë', n: '3' });
  });

  test('files put one behind the other: the mark and the second header do no harm', async () => {
    const part = await only('a.csv', '\ufeffa,b\n1,2\n\ufeffa,b\n3,4\n');
    expect(part.faulty.map(({ line, reason }) => [line, reason])).toEqual([[3, 'repeats the header']]);
    expect(rowsOf(part).filter((_, r) => r !== 1)).toEqual([
      { a: '1', b: '2' },
      { a: '3', b: '4' },
    ]);
  });

  test('parted by blanks, with remarks; the last remark may be the header', async () => {
    const part = await only('roads.txt', '# Roads of the sound\n# source  target\n1   2\n2\t 3\n3 1\n');
    expect(part.how).toContain('parted by blanks');
    expect(rowsOf(part)).toEqual([
      { source: '1', target: '2' },
      { source: '2', target: '3' },
      { source: '3', target: '1' },
    ]);
    expect(part.notes).toEqual(['1 line of remarks (#) passed over.']);
    const plain = await only('a.edges', 'Tove Alban\nAlban Signe\nSigne Tove\n');
    expect([plain.how.includes('no header'), plain.table.rows]).toEqual([true, 3]);
    // Two words in a line are no two columns.
    expect(namesOf(await only('names.csv', 'name\nTove Wick\nAlban Pell\n'))).toEqual(['name']);
    const inside = await only('a.csv', 'id,name\n1,a\n# here the second ledger begins\n2,b\n#3,c\n');
    expect(rowsOf(inside).map(({ id }) => id)).toEqual(['1', '2', '#3']);
    expect(inside.notes.join()).toContain('1 line of remarks');
  });

  test('NULs among plain bytes make no UTF-16 of it', async () => {
    const nul = 'id\0,name\0\n1\0,ab\0\n2\0,c\0\n3\0,de\0\n'.repeat(3);
    expect(rowsOf(await only('nul.csv', nul))[0]).toEqual({ id: '1', name: 'ab' });
  });
});

describe('XLSX', () => {
  async function workbook(fill: (book: ExcelJS.Workbook) => void): Promise<Uint8Array> {
    const book = new ExcelJS.Workbook();
    fill(book);
    return new Uint8Array(await book.xlsx.writeBuffer());
  }

  test('days, times, numbers, yes and no, rich text, formulas and links, as another program wrote them', async () => {
    const bytes = await workbook((book) => {
      const sheet = book.addWorksheet('ledger B–D');
      sheet.addRow(['name', 'sent', 'at', 'packets', 'known', 'sum', 'note']);
      sheet.addRow([
        'Tove',
        new Date(Date.UTC(1911, 2, 3)),
        new Date(Date.UTC(1911, 2, 3, 14, 30)),
        12.1,
        true,
        { formula: 'D2*2', result: 24.2 },
        { richText: [{ text: 'grey ' }, { text: 'bere' }] },
      ]);
      sheet.getCell('C2').numFmt = 'dd/mm/yyyy hh:mm';
      sheet.addRow(['Alban & Co <x>', null, null, 0.1 + 0.2, false, { formula: 'D9' }, '007']);
      sheet.getCell('D2').numFmt = '0.00 "days"';
    });
    const part = await only('a.xlsx', bytes);
    expect(rowsOf(part)).toEqual([
      {
        name: 'Tove',
        sent: '1911-03-03',
        at: '1911-03-03 14:30',
        packets: '12.1',
        known: 'yes',
        sum: '24.2',
        note: 'grey bere',
      },
      { name: 'Alban & Co <x>', sent: '', at: '', packets: '0.3', known: 'no', sum: '', note: '007' },
    ]);
    expect(part.how).toBe('sheet “ledger B–D”; header in line 1');
    expect(part.notes.join()).toContain('1 formula without a stored result');
  });

  test('each sheet with cells is a table; gaps, titles and ragged rows are put right', async () => {
    const bytes = await workbook((book) => {
      const one = book.addWorksheet('one');
      one.getCell('B3').value = 'Ledger of the circle';
      one.getCell('B5').value = 'from';
      one.getCell('C5').value = 'to';
      one.getCell('D5').value = 'packets';
      one.getCell('B6').value = 'a';
      one.getCell('D6').value = 3;
      one.getCell('B8').value = 'b';
      one.getCell('C8').value = 'c';
      book.addWorksheet('empty');
      book.addWorksheet('two', { state: 'hidden' }).addRows([
        ['x', 'y'],
        ['p', 'q'],
      ]);
    });
    const [one, two, ...more] = await parts('a.xlsx', bytes);
    expect(more).toEqual([]);
    expect(rowsOf(one)).toEqual([
      { 'column 1': '', from: 'a', to: '', packets: '3' },
      { 'column 1': '', from: 'b', to: 'c', packets: '' },
    ]);
    expect(Array.from(one.table.lines)).toEqual([6, 8]);
    expect([two.name, two.notes[0]]).toEqual(['two', 'This sheet is hidden in its workbook.']);
  });

  test('the 1904 way of counting days', async () => {
    const bytes = await workbook((book) => {
      book.properties.date1904 = true;
      book.addWorksheet('a').addRows([['day'], [new Date(Date.UTC(1911, 2, 3))]]);
    });
    expect(rowsOf(await only('a.xlsx', bytes))).toEqual([{ day: '1911-03-03' }]);
  });
});

describe('JSON', () => {
  test('objects inside objects, lists, absent and null fields', async () => {
    const part = await only('a.json', '[{"a":1,"b":{"c":"x","d":[1,2]},"e":null},{"a":true,"f":[{"g":1}]}, 7]');
    expect(rowsOf(part)).toEqual([
      { a: '1', 'b.c': 'x', 'b.d': '1; 2', f: '' },
      { a: 'yes', 'b.c': '', 'b.d': '', f: '[{"g":1}]' },
      { a: '', 'b.c': '', 'b.d': '', f: '' },
    ]);
    expect(part.types).toEqual({ 'b.d': { type: 'list' } });
    expect(part.faulty).toMatchObject([{ line: 3, reason: 'is no object' }]);
  });

  test('one object in each line, a broken one among them', async () => {
    const part = await only('a.ndjson', '{"a":1}\n{"a":\n\n{"a":3}\n');
    expect(rowsOf(part)).toEqual([{ a: '1' }, { a: '' }, { a: '3' }]);
    expect(part.faulty).toMatchObject([{ line: 2, reason: 'is no JSON', row: 1 }]);
  });

  test('numbers keep what is written of them', async () => {
    const part = await only(
      'a.json',
      '[{"a":12345678901234567890,"b":1.10,"c":1e400,"d":"\\"7.0","e":0.5},{"a":12345678901234567891}]',
    );
    expect(rowsOf(part)[0]).toEqual({ a: '12345678901234567890', b: '1.10', c: '1e400', d: '"7.0', e: '0.5' });
    expect(rowsOf(part)[1].a).toBe('12345678901234567891');
    const lines = await only('a.ndjson', '{"a":12345678901234567890}\n{"a":12345678901234567891}\n');
    expect(rowsOf(lines).map(({ a }) => a)).toEqual(['12345678901234567890', '12345678901234567891']);
    const point =
      '{"type":"Feature","properties":{"n":12345678901234567890,"kinds":["a","b"]},"geometry":{"type":"Point","coordinates":[-31.40,48.0]}}';
    const geo = await only('a.geojson', `{"type":"FeatureCollection","features":[${point}]}`);
    expect(rowsOf(geo)).toEqual([{ n: '12345678901234567890', kinds: 'a; b', place: '48, -31.4' }]);
    expect(geo.types.kinds).toEqual({ type: 'list' });
  });

  test('a point beyond the poles is no place', async () => {
    const part = await only(
      'a.geojson',
      '{"type":"Feature","properties":{"n":1},"geometry":{"type":"Point","coordinates":[999,-999]}}',
    );
    expect(part.notes.join()).toContain('1 point beyond the poles');
    expect(
      typedTable('t', part.table, [
        { name: 'n', type: 'number' },
        { name: 'place', type: 'place' },
      ]).misfits,
    ).toHaveLength(1);
  });

  test('more fields than there can be columns are said', async () => {
    const wide = JSON.stringify([Object.fromEntries(Array.from({ length: 2003 }, (_, i) => [`f${i}`, i]))]);
    expect((await only('a.json', wide)).notes.join()).toMatch(
      /Only the first 2,000 fields are columns; 3 further ones are left out: “f2000”/,
    );
  });

  test('nodes and links under their names', async () => {
    const found = await parts('a.json', '{"title":"x","nodes":[{"id":"a"}],"links":[{"source":"a","target":"b"}]}');
    expect(found.map(({ name, table }) => [name, table.rows])).toEqual([
      ['nodes', 1],
      ['links', 1],
    ]);
  });

  test('points of GeoJSON; lines are left out and said', async () => {
    const part = await only(
      'a.geojson',
      '{"type":"FeatureCollection","features":[{"type":"Feature","id":4,"properties":{"name":"Ness"},"geometry":{"type":"Point","coordinates":[-31.4,48.62]}},{"type":"Feature","properties":{},"geometry":{"type":"LineString","coordinates":[[1,2],[3,4]]}},{"type":"Feature","properties":null,"geometry":null}]}',
    );
    expect(rowsOf(part)).toEqual([{ id: '4', name: 'Ness', place: '48.62, -31.4' }]);
    expect(part.notes.join()).toContain('2 features without a point');
  });
});

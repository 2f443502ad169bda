import ExcelJS from 'exceljs';
import { strToU8, zipSync } from 'fflate';
import { rawRow, typedTable } from '../../tables';
import { type ReadPart, type ReadSettings, bytesSource, readFile } from '.';

type Rows = Record<string, string>[];

async function parts(name: string, content: string | Uint8Array, settings: ReadSettings = {}): Promise<ReadPart[]> {
  const bytes = typeof content === 'string' ? strToU8(content) : content;
  return readFile(bytesSource(name, bytes), { settings, breathe: () => undefined });
}
const rowsOf = ({ table }: ReadPart): Rows =>
  Array.from({ length: table.rows }, (_, r) =>
    Object.fromEntries(rawRow(table, r).map((cell, c) => [table.columns[c].name, cell])),
  );
const only = async (name: string, content: string | Uint8Array, settings?: ReadSettings): Promise<ReadPart> => {
  const all = await parts(name, content, settings);
  expect(all).toHaveLength(1);
  return all[0];
};
const namesOf = ({ table }: ReadPart): string[] => table.columns.map(({ name }) => name);

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

const bulletin = {
  id: 'B1',
  title: 'The grey bere & its keepers',
  year: '1911-03',
  authors: 'Pell, Alban; van der Holm, Élise',
  keywords: 'bean; bere',
  references: 'B2; B3',
  journal: 'Seed Bulletin',
};

describe('bibliographic records', () => {
  test('RIS', async () => {
    const part = await only(
      'a.ris',
      'TY  - JOUR\r\nID  - B1\r\nTI  - The grey bere &\r\n   its keepers\r\nAU  - Pell, Alban\r\nAU  - van der Holm, Élise\r\nPY  - 1911/03//\r\nKW  - bean\r\nKW  - bere\r\nCR  - B2\r\nCR  - B3\r\nJO  - Seed Bulletin\r\nDO  - https://doi.org/10.1/x\r\nVL  - 3\r\nER  - \r\nstray\r\nTY  - BOOK\r\nTI  - Kale\r\n',
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article', doi: '10.1/x', volume: '3' });
    expect(rowsOf(part)[1]).toMatchObject({ title: 'Kale', kind: 'book' });
    expect(part.notes).toEqual([
      '1 record without an end (ER): what stands there was taken.',
      '1 line outside of a record left out.',
    ]);
    expect(Array.from(part.table.lines)).toEqual([1, 17]);
  });

  test('BibTeX', async () => {
    const part = await only(
      'a.bib',
      "@string{sb = {Seed Bulletin}}\n@article{B1, title = {The grey {bere} \\& its keepers}, author = {Pell, Alban and van der Holm, {\\'E}lise}, date = {1911-03}, keywords = {bean, bere}, references = {B2, B3}, journal = sb}\n@book{B9, title={Kale}, author = {Wick, Tove}\n@misc{B10, title = {Neep}}\n",
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article' });
    expect(rowsOf(part).map(({ id }) => id)).toContain('B10');
    expect(part.notes.join()).toMatch(/1 entry is never closed and left out \(from line 3\)/);
  });

  test('BibTeX: markup, strings, names in all orders, and others', async () => {
    const tex = String.raw`@comment{x} @string(j = "Annals of " # {Kale})
      @Article(one, title = {The {\TeX}book of {\OE}uvre}, author = "Ludwig von {van Beethoven} and {Seed Society, Ness} and Pell, Jr., Alban and others", year = 1911, month = mar, pages = {12--15}, volume = 3, number = 2, journal = j, url = {http://a.example/x\_y}, note = {d\'{\i}a \& \v{c}})
      @book{two, title = "A {"}quote{"}", year = 1912}`;
    const part = await only('a.bib', tex);
    expect(rowsOf(part)[0]).toEqual({
      id: 'one',
      title: 'The TeXbook of Œuvre',
      year: '1911',
      authors: 'von van Beethoven, Ludwig; Seed Society Ness; Pell Jr., Alban',
      journal: 'Annals of Kale',
      kind: 'article',
      link: 'http://a.example/x_y',
      month: 'mar',
      pages: '12–15',
      volume: '3',
      issue: '2',
      note: 'día & č',
    });
    expect(rowsOf(part)[1].title).toBe('A "quote"');
    expect(part.notes).toEqual(['1 entry ends with “and others”: who these are is not known, so they are no authors.']);
  });

  test('BibTeX: entries that are never closed, and strings that grow, end soon', async () => {
    const unclosed = `@article{good, title = {x}}\n${'@article{a, title = {never closed @book{b\n'.repeat(4000)}`;
    const part = await only('a.bib', unclosed);
    expect(part.table.rows).toBe(1);
    expect(part.notes.join()).toContain('never closed');
    const chain = Array.from({ length: 40 }, (_, i) => `@string{s${i + 1} = s${i} # s${i}}`).join('\n');
    await expect(parts('a.bib', `@string{s0 = {0123456789}}\n${chain}\n@book{a, title = s40}`)).rejects.toThrow(
      /over a million characters/,
    );
  });

  test('BibTeX and RIS say when they are no UTF-8', async () => {
    const latin = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'latin1'));
    for (const [name, text] of [
      ['a.bib', "@book{a, title = {Fruits d'été}}"],
      ['a.ris', "TY  - BOOK\nTI  - Fruits d'été\nER  - \n"],
    ]) {
      const part = await only(name, latin(text));
      expect(rowsOf(part)[0].title).toBe("Fruits d'été");
      expect(part.notes).toEqual(['Read as windows-1252, as it is no UTF-8.']);
    }
  });

  test('RIS keeps pages, volume and issue', async () => {
    const part = await only('a.ris', 'TY  - JOUR\nTI  - Kale\nSP  - 12\nEP  - 15\nVL  - 3\nIS  - 2\nER  - \n');
    expect(rowsOf(part)[0]).toEqual({ title: 'Kale', kind: 'article', pages: '12–15', volume: '3', issue: '2' });
  });

  test('NBIB', async () => {
    const text =
      'PMID- 11\nTI  - On the grey bere and\n      its keepers\nFAU - Pell, Alban\nAU  - Pell A\nDP  - 1911 Mar 4\nJT  - Seed Bulletin\nMH  - *Bean\nPG  - 1-4\nAID - 10.1/x [doi]\n\nPMID- 12\nTI  - Kale\nAU  - Wick T\nDP  - 1912 Spring\n';
    const part = await only('a.nbib', text);
    expect(rowsOf(part)).toEqual([
      {
        id: '11',
        title: 'On the grey bere and its keepers',
        year: '1911-03-04',
        authors: 'Pell, Alban',
        keywords: 'Bean',
        journal: 'Seed Bulletin',
        doi: '10.1/x',
        pages: '1-4',
      },
      { id: '12', title: 'Kale', year: '1912', authors: 'Wick T', keywords: '', journal: '', doi: '', pages: '' },
    ]);
  });

  test('CSL-JSON', async () => {
    const part = await only(
      'a.json',
      JSON.stringify([
        {
          id: 'B1',
          type: 'article-journal',
          title: bulletin.title,
          author: [
            { family: 'Pell', given: 'Alban' },
            { 'non-dropping-particle': 'van der', family: 'Holm', given: 'Élise' },
          ],
          issued: { 'date-parts': [[1911, 3]] },
          keyword: 'bean, bere',
          references: ['B2', { key: 'B3' }],
          'container-title': 'Seed Bulletin',
        },
      ]),
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article-journal' });
  });
});

describe('GraphML', () => {
  test('nodes and edges with their attributes, defaults and types', async () => {
    const [nodes, edges] = await parts(
      'a.graphml',
      `<?xml version="1.0"?><!-- c --><graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="d0" for="node" attr.name="age" attr.type="int"><default>7</default></key><key id="d1" for="edge" attr.name="from" attr.type="string"/><graph edgedefault="directed"><node id="a &amp; b"><data key="d0">3</data><graph><node id="in"/></graph></node><node id="c"/><edge source="a &amp; b" target="c"><data key="d1"><![CDATA[<x>]]></data></edge><hyperedge/></graph></graphml>`,
    );
    expect(rowsOf(nodes)).toEqual([
      { id: 'in', age: '7' },
      { id: 'a & b', age: '3' },
      { id: 'c', age: '7' },
    ]);
    expect(nodes.types).toEqual({ age: { type: 'number' } });
    expect(rowsOf(edges)).toEqual([{ from: 'a & b', to: 'c', 'from 2': '<x>' }]);
    expect(edges.how).toContain('; directed');
    expect(nodes.notes).toEqual(['1 hyperedge or port left out.']);
  });

  test('the encoding that it declares is honoured', async () => {
    const xml =
      '<?xml version="1.0" encoding="ISO-8859-1"?><graphml><graph edgedefault="directed"><node id="Zoë"/><node id="Zoé"/><edge source="Zoë" target="Zoé"/></graph></graphml>';
    const [nodes] = await parts('a.graphml', new Uint8Array(Buffer.from(xml, 'latin1')));
    expect(rowsOf(nodes).map(({ id }) => id)).toEqual(['Zoë', 'Zoé']);
    await expect(parts('a.graphml', xml.replace('ISO-8859-1', 'x-nothing'))).rejects.toThrow(
      /declares the encoding x-nothing/,
    );
  });

  test('directions that differ become a column', async () => {
    const edges = (
      await parts(
        'a.graphml',
        '<graphml><graph edgedefault="undirected"><edge source="a" target="b"/><edge source="b" target="c" directed="true"/></graph></graphml>',
      )
    )[0];
    expect(rowsOf(edges).map(({ directed }) => directed)).toEqual(['no', 'yes']);
  });
});

describe('broken files end in a sentence', () => {
  const sheet = (xml: string): Uint8Array =>
    zipSync({
      'xl/workbook.xml': strToU8(
        '<workbook xmlns:r="r"><sheets><sheet name="s" sheetId="1" r:id="r1"/></sheets></workbook>',
      ),
      'xl/_rels/workbook.xml.rels': strToU8(
        '<Relationships><Relationship Id="r1" Type="t/worksheet" Target="worksheets/s.xml"/></Relationships>',
      ),
      'xl/worksheets/s.xml': strToU8(xml),
    });
  const bomb = zipSync({ 'xl/workbook.xml': new Uint8Array(80 * 1048576) });
  const lying = sheet(
    '<worksheet><sheetData><row><c t="inlineStr"><is><t>a</t></is></c></row></sheetData></worksheet>',
  ).slice(0, 300);
  test.each<[string, string, string | Uint8Array, RegExp]>([
    ['an empty file', 'a.csv', '', /is empty/],
    [
      'a picture called CSV',
      'a.csv',
      new Uint8Array([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 13, 0, 0, 0, 1, 2, 3]),
      /is no text/,
    ],
    ['an old workbook', 'a.xls', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), /old binary kind/],
    ['an entry never closed', 'a.bib', '\n@article{a, title = {x\n', /begins on line 2 is never closed/],
    ['a quote never closed', 'a.csv', 'a,b\n1,"2\n3,4\n', /opens on line 2 is never closed/],
    ['a cut archive', 'a.xlsx', lying, /cannot be unpacked/],
    ['an archive that is no workbook', 'a.xlsx', zipSync({ 'b.txt': strToU8('x') }), /without a workbook/],
    ['an archive that unpacks to too much', 'a.xlsx', bomb, /unpacked/],
    [
      'a small archive of much of the same',
      'a.xlsx',
      zipSync({ 'xl/workbook.xml': new Uint8Array(40 * 1048576) }),
      /unpacked/,
    ],
    [
      'a sheet of more rows than there may be',
      'a.xlsx',
      sheet(
        '<worksheet><sheetData><row r="1"><c><v>1</v></c></row><row r="1048577"><c><v>1</v></c></row></sheetData></worksheet>',
      ),
      /over 1,048,576 rows/,
    ],
    [
      'a sheet of more cells than memory should hold',
      'a.xlsx',
      sheet(`<worksheet><sheetData>${'<row><c r="BXX1"><v>1</v></c></row>'.repeat(20_001)}</sheetData></worksheet>`),
      /over 40,000,000 cells/,
    ],
    [
      'very many equal headers',
      'a.csv',
      `${'a,'.repeat(20_000)}a\n${'1,'.repeat(20_000)}1\n`.repeat(60),
      /20001 columns|20,001 columns/,
    ],
    ['a sheet cut off', 'a.xlsx', sheet('<worksheet><sheetData><row><c>'), /no complete XML/],
    ['a workbook without cells', 'a.xlsx', sheet('<worksheet><sheetData/></worksheet>'), /no sheet with cells/],
    [
      'another kind of archive',
      'a.ods',
      zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet') }),
      /no workbook|without a workbook|no XLSX/,
    ],
    [
      'entities of its own',
      'a.graphml',
      '<!DOCTYPE graphml [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><graphml><graph><node id="&b;"/></graph></graphml>',
      /entities/,
    ],
    ['a graph cut off', 'a.graphml', '<graphml><graph><node id="a"/><node', /no complete XML: line 1/],
    ['deep nesting in XML', 'a.graphml', `<graphml>${'<graph>'.repeat(1000)}`, /nested more than/],
    ['other XML', 'a.xml', '<?xml version="1.0"?><rss><a/></rss>', /no GraphML/],
    ['JSON cut off', 'a.json', '[{"a":1},{"a":', /no complete JSON/],
    ['JSON with a stray comma', 'a.json', '[\n{"a":1},\n{"a":2,}\n]', /line 3/],
    ['deep nesting in JSON', 'a.json', '['.repeat(200000), /no complete JSON|nested too deeply|no records/],
    ['JSON without records', 'a.json', '"x"', /no complete JSON|holds no records/],
    ['RIS without records', 'a.ris', 'AU  - x\nER  - \n', /has no record/],
    ['a PDF called CSV', 'a.csv', '%PDF-1.4\n1 0 obj\n', /PDF document/],
    ['a web page called CSV', 'a.csv', '<!DOCTYPE html>\n<html><body>Sign in</body></html>\n', /is a web page/],
    ['BibTeX without entries', 'a.bib', '% nothing\n', /no entry/],
  ])('%s', async (_what, name, content, sentence) => {
    const fault: unknown = await parts(name, content).catch((error: unknown) => error);
    expect(fault).toMatchObject({ name: 'Fault' });
    expect((fault as Error).message).toMatch(sentence);
  });

  test('what is odd but readable is read', async () => {
    expect((await only('nul.csv', `a,b\nx\0y,2\n${'q,r\n'.repeat(40)}`)).table.columns[0].dictionary).toContain('xy');
    expect((await only('mixed.csv', 'a,b\r1,2\r\n3,4\n5,6')).table.rows).toBe(3);
    expect(
      (await only('quotes.csv', 'a,b\n"x "y" z",2\n')).table.rows + (await only('q.csv', 'a,b\n"x""y",2\n')).table.rows,
    ).toBe(2);
    expect(rowsOf(await only('formula.csv', 'a,b\n=1+1,@x\n-3,+4\n'))[0]).toEqual({ a: '=1+1', b: '@x' });
    expect(namesOf(await only('doubled.csv', 'a,,a\nx,y,z\n'))).toEqual(['a', 'column 2', 'a 2']);
    expect((await only('long.csv', `a,b\n${'x'.repeat(7_000_000)},2\n`)).table.rows).toBe(1);
    const deep = `[{"a":${'{"b":'.repeat(60)}1${'}'.repeat(60)}}]`;
    expect((await only('deep.json', deep)).table.columns).toHaveLength(1);
  });
});

import ExcelJS from 'exceljs';
import { strToU8, zipSync } from 'fflate';
import { rawRow } from '../../tables';
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
    expect(rowsOf(part)).toEqual([{ a: '1,5', b: "it's" }, { a: '2', b: '3' }]); // prettier-ignore
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
    expect(rowsOf(part).filter((_, r) => r !== 1)).toEqual([{ a: '1', b: '2' }, { a: '3', b: '4' }]); // prettier-ignore
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
      sheet.addRow(['Tove', new Date(Date.UTC(1911, 2, 3)), new Date(Date.UTC(1911, 2, 3, 14, 30)), 12.1, true, { formula: 'D2*2', result: 24.2 }, { richText: [{ text: 'grey ' }, { text: 'bere' }] }]); // prettier-ignore
      sheet.getCell('C2').numFmt = 'dd/mm/yyyy hh:mm';
      sheet.addRow(['Alban & Co <x>', null, null, 0.1 + 0.2, false, { formula: 'D9' }, '007']);
      sheet.getCell('D2').numFmt = '0.00 "days"';
    });
    const part = await only('a.xlsx', bytes);
    expect(rowsOf(part)).toEqual([
      { name: 'Tove', sent: '1911-03-03', at: '1911-03-03 14:30', packets: '12.1', known: 'yes', sum: '24.2', note: 'grey bere' },
      { name: 'Alban & Co <x>', sent: '', at: '', packets: '0.3', known: 'no', sum: '', note: '007' },
    ]); // prettier-ignore
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

  test('nodes and links under their names', async () => {
    const found = await parts('a.json', '{"title":"x","nodes":[{"id":"a"}],"links":[{"source":"a","target":"b"}]}');
    expect(found.map(({ name, table }) => [name, table.rows])).toEqual([['nodes', 1], ['links', 1]]); // prettier-ignore
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
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article', doi: '10.1/x' });
    expect(rowsOf(part)[1]).toMatchObject({ title: 'Kale', kind: 'book' });
    expect(part.notes).toEqual(['1 record without an end (ER): what stands there was taken.', '1 line outside of a record left out.']); // prettier-ignore
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

  test('CSL-JSON', async () => {
    const part = await only(
      'a.json',
      JSON.stringify([
        {
          id: 'B1',
          type: 'article-journal',
          title: bulletin.title,
          author: [{ family: 'Pell', given: 'Alban' }, { 'non-dropping-particle': 'van der', family: 'Holm', given: 'Élise' }],
          issued: { 'date-parts': [[1911, 3]] },
          keyword: 'bean, bere',
          references: ['B2', { key: 'B3' }],
          'container-title': 'Seed Bulletin',
        },
      ]), // prettier-ignore
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
    expect(rowsOf(nodes)).toEqual([{ id: 'in', age: '7' }, { id: 'a & b', age: '3' }, { id: 'c', age: '7' }]); // prettier-ignore
    expect(nodes.types).toEqual({ age: { type: 'number' } });
    expect(rowsOf(edges)).toEqual([{ from: 'a & b', to: 'c', 'from 2': '<x>' }]);
    expect(edges.how).toContain('; directed');
    expect(nodes.notes).toEqual(['1 hyperedge or port left out.']);
  });

  test('directions that differ become a column', async () => {
    const edges = (await parts('a.graphml', '<graphml><graph edgedefault="undirected"><edge source="a" target="b"/><edge source="b" target="c" directed="true"/></graph></graphml>'))[0]; // prettier-ignore
    expect(rowsOf(edges).map(({ directed }) => directed)).toEqual(['no', 'yes']);
  });
});

describe('broken files end in a sentence', () => {
  const sheet = (xml: string): Uint8Array =>
    zipSync({
      'xl/workbook.xml': strToU8('<workbook xmlns:r="r"><sheets><sheet name="s" sheetId="1" r:id="r1"/></sheets></workbook>'),
      'xl/_rels/workbook.xml.rels': strToU8('<Relationships><Relationship Id="r1" Type="t/worksheet" Target="worksheets/s.xml"/></Relationships>'),
      'xl/worksheets/s.xml': strToU8(xml),
    }); // prettier-ignore
  const bomb = zipSync({ 'xl/workbook.xml': new Uint8Array(80 * 1048576) });
  const lying = sheet('<worksheet><sheetData><row><c t="inlineStr"><is><t>a</t></is></c></row></sheetData></worksheet>').slice(0, 300); // prettier-ignore
  test.each<[string, string, string | Uint8Array, RegExp]>([
    ['an empty file', 'a.csv', '', /is empty/],
    ['a picture called CSV', 'a.csv', new Uint8Array([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 13, 0, 0, 0, 1, 2, 3]), /is no text/],
    ['an old workbook', 'a.xls', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), /old binary kind/],
    ['a quote never closed', 'a.csv', 'a,b\n1,"2\n3,4\n', /opens on line 2 is never closed/],
    ['a cut archive', 'a.xlsx', lying, /cannot be unpacked/],
    ['an archive that is no workbook', 'a.xlsx', zipSync({ 'b.txt': strToU8('x') }), /without a workbook/],
    ['an archive that unpacks to too much', 'a.xlsx', bomb, /unpacked/],
    ['a sheet cut off', 'a.xlsx', sheet('<worksheet><sheetData><row><c>'), /no complete XML/],
    ['a workbook without cells', 'a.xlsx', sheet('<worksheet><sheetData/></worksheet>'), /no sheet with cells/],
    ['another kind of archive', 'a.ods', zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet') }), /no workbook|without a workbook|no XLSX/],
    ['entities of its own', 'a.graphml', '<!DOCTYPE graphml [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><graphml><graph><node id="&b;"/></graph></graphml>', /entities/],
    ['a graph cut off', 'a.graphml', '<graphml><graph><node id="a"/><node', /no complete XML: line 1/],
    ['deep nesting in XML', 'a.graphml', `<graphml>${'<graph>'.repeat(1000)}`, /nested more than/],
    ['other XML', 'a.xml', '<?xml version="1.0"?><rss><a/></rss>', /no GraphML/],
    ['JSON cut off', 'a.json', '[{"a":1},{"a":', /no complete JSON/],
    ['JSON with a stray comma', 'a.json', '[\n{"a":1},\n{"a":2,}\n]', /line 3/],
    ['deep nesting in JSON', 'a.json', '['.repeat(200000), /no complete JSON|nested too deeply|no records/],
    ['JSON without records', 'a.json', '"x"', /no complete JSON|holds no records/],
    ['RIS without records', 'a.ris', 'AU  - x\nER  - \n', /has no record/],
    ['BibTeX without entries', 'a.bib', '% nothing\n', /no entry/],
  ])('%s', async (_what, name, content, sentence) => {
    const fault: unknown = await parts(name, content).catch((error: unknown) => error);
    expect(fault).toMatchObject({ name: 'Fault' });
    expect((fault as Error).message).toMatch(sentence);
  }); // prettier-ignore

  test('what is odd but readable is read', async () => {
    expect((await only('nul.csv', `a,b\nx\0y,2\n${'q,r\n'.repeat(40)}`)).table.columns[0].dictionary).toContain('xy');
    expect((await only('mixed.csv', 'a,b\r1,2\r\n3,4\n5,6')).table.rows).toBe(3);
    expect((await only('quotes.csv', 'a,b\n"x "y" z",2\n')).table.rows + (await only('q.csv', 'a,b\n"x""y",2\n')).table.rows).toBe(2); // prettier-ignore
    expect(rowsOf(await only('formula.csv', 'a,b\n=1+1,@x\n-3,+4\n'))[0]).toEqual({ a: '=1+1', b: '@x' });
    expect(namesOf(await only('doubled.csv', 'a,,a\nx,y,z\n'))).toEqual(['a', 'column 2', 'a 2']);
    expect((await only('long.csv', `a,b\n${'x'.repeat(7_000_000)},2\n`)).table.rows).toBe(1);
    const deep = `[{"a":${'{"b":'.repeat(60)}1${'}'.repeat(60)}}]`;
    expect((await only('deep.json', deep)).table.columns).toHaveLength(1);
  });
});

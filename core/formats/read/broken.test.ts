import { strToU8, zipSync } from 'fflate';
import { namesOf, only, parts, rowsOf } from './samples';

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

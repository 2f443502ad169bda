/** Spreadsheets of OpenDocument, as offices write them, and as nobody should. */
import { strToU8, zipSync } from 'fflate';
import { only, parts, rowsOf } from './samples';

const names =
  'xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0"';
const kind = 'application/vnd.oasis.opendocument.spreadsheet';
function ods(tables: string, more: Record<string, string> = {}, mimetype = kind, styles = ''): Uint8Array {
  const content = `<?xml version="1.0"?><office:document-content ${names}><office:automatic-styles>${styles}</office:automatic-styles><office:body><office:spreadsheet>${tables}</office:spreadsheet></office:body></office:document-content>`;
  const texts = Object.entries({ 'content.xml': content, ...more }).map(([name, text]) => [name, strToU8(text)]);
  return zipSync({ mimetype: [strToU8(mimetype), { level: 0 }], ...(Object.fromEntries(texts) as object) });
}
const sheet = (name: string, ...rows: string[]): string =>
  `<table:table table:name="${name}">${rows.join('')}</table:table>`;
const row = (...cells: string[]): string => `<table:table-row>${cells.join('')}</table:table-row>`;
const cell = (text: string, more = ''): string =>
  `<table:table-cell ${more}><text:p>${text}</text:p></table:table-cell>`;
const typed = (type: string, value: string, text: string): string =>
  cell(
    text,
    `office:value-type="${type}" office:${type === 'float' || type === 'percentage' ? '' : `${type}-`}value="${value}"`,
  );

test('numbers, days, times, yes and no by what they are, not as they are shown; texts with their breaks', async () => {
  const bytes = ods(
    sheet(
      'ledger',
      row(
        ...['name', 'sent', 'at', 'took', 'packets', 'share', 'known', 'note'].map((one) =>
          cell(one, 'office:value-type="string"'),
        ),
      ),
      row(
        cell('Tove<text:s text:c="2"/>Wick'),
        typed('date', '1911-03-03', '03.03.11'),
        typed('date', '1911-03-03T14:30:00', '3. März'),
        typed('time', 'PT10H05M00S', '10:05'),
        typed('float', '0.30000000000000004', '0,3'),
        typed('percentage', '0.25', '25 %'),
        typed('boolean', 'true', 'WAHR'),
        '<table:table-cell office:value-type="string"><office:annotation><text:p>a remark</text:p></office:annotation><text:p>grey <text:span>bere</text:span></text:p><text:p>and<text:tab/>kale</text:p></table:table-cell>',
      ),
      row(
        cell('Alban &amp; Co'),
        typed('date', '1911-03-03T00:00:00', ''),
        '<table:table-cell table:number-columns-repeated="3"/>',
        typed('float', 'much', 'much'),
        typed('boolean', 'false', 'FALSCH'),
        '<table:table-cell table:formula="of:=[.A1]"/>',
      ),
    ),
  );
  const part = await only('a.ods', bytes);
  expect(rowsOf(part)).toEqual([
    {
      name: 'Tove  Wick',
      sent: '1911-03-03',
      at: '1911-03-03 14:30',
      took: '10:05',
      packets: '0.3',
      share: '0.25',
      known: 'yes',
      note: 'grey bere\nand\tkale',
    },
    { name: 'Alban & Co', sent: '1911-03-03', at: '', took: '', packets: '', share: 'much', known: 'no', note: '' },
  ]);
  expect(part.how).toBe('sheet “ledger”; header in line 1');
  expect(part.notes).toEqual(['1 formula without a stored result: the cells are empty.']);
});

test('each sheet with cells is a table; cells and rows that are written once and stand often', async () => {
  const styles =
    '<style:style style:name="ta2" style:family="table"><style:table-properties table:display="false"/></style:style>';
  const empty =
    '<table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>';
  const bytes = ods(
    [
      sheet(
        'one',
        row(cell('from'), cell('to'), cell('packets')),
        `<table:table-row table:number-rows-repeated="2">${cell('a', 'table:number-columns-repeated="2"')}${typed('float', '3', '3')}</table:table-row>`,
        '<table:table-row table:number-rows-repeated="4"><table:table-cell/></table:table-row>',
        row(cell('b'), '<table:covered-table-cell/>', typed('float', '4', '4')),
        empty,
      ),
      sheet('empty', empty),
      '<table:table table:name="two" table:style-name="ta2">' +
        row(cell('x'), cell('y')) +
        row(cell('p'), cell('q')) +
        '</table:table>',
    ].join(''),
    {},
    kind,
    styles,
  );
  const [one, two, ...more] = await parts('a.ods', bytes);
  expect(more).toEqual([]);
  expect(rowsOf(one)).toEqual([
    { from: 'a', to: 'a', packets: '3' },
    { from: 'a', to: 'a', packets: '3' },
    { from: 'b', to: '', packets: '4' },
  ]);
  expect(Array.from(one.table.lines)).toEqual([2, 3, 8]);
  expect([two.name, two.notes[0]]).toEqual(['two', 'This sheet is hidden in its workbook.']);
});

test('it is known by what it says of itself, also under another name, and by its name alone', async () => {
  const bytes = ods(sheet('s', row(cell('a'), cell('b')), row(cell('1'), cell('2'))));
  expect(rowsOf(await only('saved as.zip', bytes))).toEqual([{ a: '1', b: '2' }]);
  const unsaid = zipSync({
    'content.xml': strToU8(`<o xmlns:table="t" xmlns:text="x">${sheet('s', row(cell('a')), row(cell('1')))}</o>`),
  });
  expect(rowsOf(await only('a.ods', unsaid))).toEqual([{ a: '1' }]);
});

test.each<[string, Uint8Array, RegExp]>([
  ['without content', zipSync({ mimetype: [strToU8(kind), { level: 0 }] }), /without a spreadsheet/],
  ['without cells', ods(sheet('s')), /no sheet with cells/],
  ['cut off', ods(sheet('s', row(cell('a')))).slice(0, 400), /cannot be unpacked/],
  ['no XML', ods('<table:table>'), /no complete XML/],
  ['locked', ods('', { 'META-INF/manifest.xml': '<m><encryption-data/></m>' }), /locked with a password/],
  [
    'rows without end',
    ods(sheet('s', `<table:table-row table:number-rows-repeated="1048576">${cell('a')}</table:table-row>`.repeat(2))),
    /over 1,048,576 rows/,
  ],
  [
    'cells without end',
    ods(
      sheet(
        's',
        `<table:table-row table:number-rows-repeated="9000">${cell('a', 'table:number-columns-repeated="16384"')}</table:table-row>`,
      ),
    ),
    /over 40,000,000 cells|columns/,
  ],
  [
    'entities of its own',
    zipSync({
      mimetype: [strToU8(kind), { level: 0 }],
      'content.xml': strToU8('<!DOCTYPE a [<!ENTITY x "y">]><a>&x;</a>'),
    }),
    /entities of its own/,
  ],
])('%s: a sentence', async (_name, bytes, sentence) => {
  await expect(parts('a.ods', bytes)).rejects.toThrow(sentence);
});

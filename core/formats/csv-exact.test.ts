/** What the application writes as CSV comes back to the letter, in pieces of any size. */
import fc from 'fast-check';
import { csvRows } from './csv-write';
import { ExactCsv } from './csv-exact';

function read(bytes: Uint8Array, columns: readonly string[], step = 7): string[][] {
  const reader = new ExactCsv('tables/a.csv', columns);
  const rows: string[][] = [];
  for (let at = 0; at < bytes.length; at += step) rows.push(...reader.push(bytes.slice(at, at + step)));
  rows.push(...reader.end());
  expect(reader.rows).toBe(rows.length);
  return rows;
}
const of = (text: string): Uint8Array => new TextEncoder().encode(text);

test('every row and letter comes back, whatever stands in the cells and wherever the pieces end', () => {
  const cell = fc.oneof(
    fc.string({ unit: 'grapheme' }).filter((text) => !text.includes('\ud800')),
    fc.constantFrom(
      '',
      ' ',
      '"',
      '""',
      '\r',
      '\n',
      '\r\n',
      '# no remark',
      '=1+1',
      "'a'",
      '\ufeffa',
      ',',
      'a,"b"\r\nc',
      'é',
    ),
  );
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 4 }).chain((width) =>
        fc.record({
          rows: fc.array(fc.array(cell, { minLength: width, maxLength: width }), { maxLength: 8 }),
          columns: fc.array(cell, { minLength: width, maxLength: width }),
          step: fc.integer({ min: 1, max: 9 }),
        }),
      ),
      ({ rows, columns, step }) => {
        expect(read(of(csvRows([columns, ...rows])), columns, step)).toEqual(rows);
      },
    ),
    { numRuns: 400 },
  );
});

test('a file that an editor saved is read as well: line ends of LF, a mark at its beginning, no last line end', () => {
  expect(read(of('\ufeffa,b\n1,2\n"3\n",4'), ['a', 'b'])).toEqual([
    ['1', '2'],
    ['3\n', '4'],
  ]);
  expect(read(of('a\r\n""\r\n'), ['a'])).toEqual([['']]);
  // A row of one empty cell is no empty line, which others pass over.
  expect(csvRows([['a'], ['']])).toBe('a\r\n""\r\n');
  expect(read(of('a,b'), ['a', 'b'])).toEqual([]);
});

test.each([
  ['', /is empty/],
  ['a,c\r\n', /other columns/],
  ['a\r\n', /other columns/],
  ['a,b\r\n1,2\r\n1\r\n', /1 cell in row 2 and 2 columns/],
  ['a,b\r\n1,2,3\r\n', /3 cells in row 1/],
  ['a,b\r\n1,"2\r\n', /never closed/],
  ['a,b\r\n1,"2"x\r\n3,4\r\n', /stray quote/],
])('%j is refused in a sentence', (text, sentence) => {
  expect(() => read(of(text), ['a', 'b'], 3)).toThrow(sentence);
});

test('bytes that are no UTF-8 are refused', () => {
  expect(() => read(new Uint8Array([97, 44, 98, 13, 10, 255, 44, 49, 13, 10]), ['a', 'b'])).toThrow(/UTF-8/);
});

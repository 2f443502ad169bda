import { trailSchema } from '../trail';
import fc from 'fast-check';
import { type Column, TableBuilder, type ColumnType, cellText } from '../tables';
import { Fault } from '../fault';
import { network } from '../graph';
import {
  CsvReader,
  type FaultyRow,
  type FaultyRule,
  csv,
  csvCell,
  csvRows,
  edgeTable,
  fromArrow,
  graphml,
  nodeTable,
  toArrow,
} from '.';
import { archiveFiles, readArchive } from './archive';

function read(text: string | Uint8Array, options: { piece?: number; rule?: FaultyRule } = {}) {
  const bytes = typeof text === 'string' ? new TextEncoder().encode(text) : text;
  const rows: string[][] = [];
  const faulty: FaultyRow[] = [];
  const take = { rows: (cells: string[]) => void rows.push(cells), faulty: (row: FaultyRow) => void faulty.push(row) };
  const reader = new CsvReader('file.csv', take, options.rule);
  const piece = options.piece ?? 1 << 16;
  for (let i = 0; i < bytes.length; i += piece) reader.push(bytes.subarray(i, i + piece));
  return { found: reader.end(), rows, faulty };
}

describe('reading CSV', () => {
  test.each([
    [',', 'a,b\n1,2\n'],
    [';', 'a;b\n1;2\n'],
    ['\t', 'a\tb\n1\t2\n'],
    [';', 'a;b\n"1,5";"2,5"\n'],
  ])('finds the delimiter %j', (delimiter, text) => {
    const { found, rows } = read(text);
    expect(found.delimiter).toBe(delimiter);
    expect(found.columns).toEqual(['a', 'b']);
    expect(rows).toHaveLength(1);
  });

  test('quotes, line ends of all kinds, blank lines and a mark at the beginning', () => {
    const { found, rows } = read('\uFEFFa,b\r\n"x, ""y""","two\nlines"\r\n\r\nlast,😀');
    expect(found.columns).toEqual(['a', 'b']);
    expect(rows).toEqual([
      ['x, "y"', 'two\nlines'],
      ['last', '😀'],
    ]);
    expect(read('a,b\r1,2\r3,4').rows).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
  });

  test('rows that do not fit are named with their line, set aside or made to fit', () => {
    const text = 'a,b\n1,2\n"3\n3"\n4,5,6\n7,8\n';
    const aside = read(text);
    expect(aside.rows).toEqual([
      ['1', '2'],
      ['7', '8'],
    ]);
    expect(aside.faulty.map(({ line, reason }) => [line, reason])).toEqual([
      [3, '1 cell instead of 2'],
      [5, '3 cells instead of 2'],
    ]);
    expect(read(text, { rule: 'fit' }).rows).toEqual([
      ['1', '2'],
      ['3\n3', ''],
      ['4', '5'],
      ['7', '8'],
    ]);
  });

  test('headers without names and with doubled ones are given names of their own', () => {
    const { found } = read('a,,a,a 2\n1,2,3,4\n');
    expect(found.columns).toEqual(['a', 'column 2', 'a 2', 'a 2 2']);
    expect(found.notes).toHaveLength(2);
  });

  test('1,000 columns are read', () => {
    const names = Array.from({ length: 1000 }, (_, i) => `c${i}`);
    expect(read(`${names.join(',')}\n${names.map((name) => `x${name}`).join(',')}\n`).rows[0]).toHaveLength(1000);
  });

  test('other encodings are found and said', () => {
    const utf16 = Buffer.from('\uFEFFa,b\nZoë,2\n', 'utf16le');
    expect(read(utf16)).toMatchObject({ rows: [['Zoë', '2']], found: { encoding: 'utf-16le' } });
    const latin = read(Buffer.from('a,b\nZo\xeb,2\n', 'latin1'));
    expect(latin.rows).toEqual([['Zoë', '2']]);
    expect(latin.found.notes.join()).toContain('windows-1252');
  });

  test.each([
    ['an empty file', '', /is empty/],
    ['blank lines', '\n\n', /is empty/],
    ['no text', new Uint8Array([1, 0, 2, 0]), /is no text/],
    ['an open quote', 'a,b\n1,2\n"3,4\n5,6\n', /line 3 is never closed/],
    ['too many columns', Array(2002).fill('a').join(','), /2002 columns/],
  ])('%s is refused in a sentence', (_name, text, sentence) => {
    expect(() => read(text)).toThrow(sentence);
    expect(() => read(text)).toThrow(Fault);
  });

  test('only a header is a table without rows', () => {
    expect(read('a,b\n')).toMatchObject({ rows: [], found: { columns: ['a', 'b'] } });
  });

  const cell = fc.string({ unit: fc.constantFrom('a', 'é', '"', ',', ';', '\n', '\r', ' ', '😀', '1'), maxLength: 6 });

  test('what was written is read back, however the bytes are cut', () => {
    const line = fc.tuple(cell, cell, cell);
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 8 }), fc.integer({ min: 1, max: 9 }), (lines, piece) => {
        const text = csvRows([['x', 'y', 'z'], ...lines]);
        // A row in which no cell is filled is no record.
        const wanted = lines
          .map((cells) => cells.map((one) => one.replace(/\r\n?/g, '\n')))
          .filter((cells) => cells.some((one) => one.trim() !== ''));
        expect(read(text, { piece }).rows).toEqual(wanted);
      }),
    );
  });

  test('any bytes end in rows or in a sentence', () => {
    const dirt = fc.oneof(
      fc.uint8Array({ maxLength: 300 }),
      fc
        .string({ unit: fc.constantFrom('a', '"', ',', '\n', '\r', '\t', '\0'), maxLength: 80 })
        .map((text) => new TextEncoder().encode(text)),
    );
    fc.assert(
      fc.property(dirt, (bytes) => {
        try {
          const { rows, found } = read(bytes);
          for (const row of rows) expect(row).toHaveLength(found.columns.length);
        } catch (error) {
          expect(error).toHaveProperty('name', 'Fault');
        }
      }),
      { numRuns: 500 },
    );
  });
});

describe('writing', () => {
  test.each([
    ['=1+1', "'=1+1"],
    ['+cmd', "'+cmd"],
    ['@x', "'@x"],
    ['-5.2', '-5.2'],
    ['-x', "'-x"],
    ['a,b', '"a,b"'],
    ['say "x"', '"say ""x"""'],
  ])('the cell %j is written %j', (text, written) => expect(csvCell(text)).toBe(written));

  const net = {
    ...network({ nodes: 2, edges: [[0, 1]], weight: [2.5], directed: true }),
    ids: ['a & b', '"<x>"'],
    labels: ['=A', 'B'],
    nodeColumns: [
      { type: 'number', name: 'degree', values: Float64Array.of(1, NaN) },
      { type: 'yesno', name: 'label', values: Int8Array.of(1, -1) },
    ] as Column[],
    positions: Float32Array.of(1, 2, 3, 4),
  };

  test('nodes and edges as CSV with all columns; doubled names get a number', () => {
    expect(csv(nodeTable(net))).toBe('id,label,degree,label_2\r\na & b,\'=A,1,yes\r\n"""<x>""",B,,\r\n');
    expect(csv(edgeTable(net))).toBe('source,target,weight\r\na & b,"""<x>""",2.5\r\n');
  });

  test('GraphML escapes what is markup and leaves empty cells out', () => {
    const text = graphml(net);
    expect(text).toContain('edgedefault="directed"');
    expect(text).toContain('<node id="a &amp; b"><data key="n0">=A</data><data key="n1">1</data>');
    expect(text).toContain('<edge source="a &amp; b" target="&quot;&lt;x&gt;&quot;"><data key="e0">2.5</data></edge>');
    expect(text.match(/<data key="n1">/g)).toHaveLength(1);
  });
});

describe('Arrow', () => {
  const types: ColumnType[] = ['text', 'number', 'yesno', 'date', 'list', 'place', 'link'];
  test('a table goes there and back, misfits included, and gives the same bytes again', async () => {
    const cell = fc.constantFrom('', 'a', 'b; c', '12', '1911-03', 'yes', 'é😀', '1911?', '1911/..', '4, 5');
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(cell, cell, cell, cell, cell, cell, cell), { maxLength: 20 }),
        async (rows) => {
          const builder = new TableBuilder(
            't',
            types.map((type) => ({ name: `a ${type}`, type })),
          );
          rows.forEach((row) => builder.push(row));
          const table = builder.done();
          const back = fromArrow(await toArrow(table));
          expect(back.misfits).toEqual(table.misfits);
          expect(back.rows).toBe(rows.length);
          table.columns.forEach((col, c) => {
            for (let r = 0; r < rows.length; r++) expect(cellText(back.columns[c], r)).toBe(cellText(col, r));
          });
          expect(await toArrow(back)).toEqual(await toArrow(table));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('many texts of all letters, halves of letters and a mark of byte order among them, come back as they were', async () => {
    const builder = new TableBuilder('t', [{ name: 'a', type: 'text' }]);
    // The first thousands take a byte a letter; then runs with one that takes more; then halves that must not join across texts.
    const odd: Record<number, string> = {
      2500: 'Ærø',
      2501: '\u{1F9CA}',
      3100: '\uFEFFmark',
      3600: 'x\uD83D',
      3601: '\uDE00y',
    };
    const texts = Array.from({ length: 5000 }, (_, i) => odd[i] ?? `text ${i}`);
    for (const text of texts) builder.push([text]);
    const table = builder.done();
    let breaths = 0;
    const back = fromArrow(
      await toArrow(table, () => {
        breaths++;
        return Promise.resolve();
      }),
    );
    const [col] = back.columns;
    expect(breaths).toBeGreaterThan(1);
    // Half a letter cannot be written in UTF-8: a mark stands in its place, and its neighbour is untouched.
    expect(Array.from({ length: 5000 }, (_, r) => cellText(col, r)).filter((_, r) => !(r in odd))).toEqual(
      texts.filter((_, r) => !(r in odd)),
    );
    expect([2500, 2501, 3100].map((r) => cellText(col, r))).toEqual([odd[2500], odd[2501], odd[3100].trim()]);
    expect([cellText(col, 3600), cellText(col, 3601)]).toEqual(['x\uFFFD', '\uFFFDy']);
  });
});

describe('the archive', () => {
  const trail = trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' }] });
  const columns = [{ name: 'a', type: 'text' as const }];
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const files = (changed: Record<string, string | undefined> = {}) => {
    const all: Record<string, string | undefined> = {
      'network.json': archiveFiles('n', trail, [{ key: 't', name: 'T', columns }])['network.json'],
      'tables/t.csv': csvRows([['a'], ['=x'], ['-y']]),
      ...changed,
    };
    return (path: string) => (all[path] === undefined ? undefined : bytes(all[path]));
  };

  test('keeps cells as they were written', () => {
    const { source, archive } = readArchive(files(), 'here');
    expect(archive.name).toBe('n');
    const [col] = source.table('t').columns;
    expect([0, 1].map((r) => cellText(col, r))).toEqual(['=x', '-y']);
  });

  test.each([
    [{ 'network.json': undefined }, /no network.json/],
    [{ 'network.json': '{' }, /no JSON/],
    [{ 'network.json': '{"format":"x"}' }, /does not fit at format/],
    [{ 'tables/t.csv': undefined }, /has no tables\/t.csv/],
    [{ 'tables/t.csv': 'b\n1\n' }, /other columns/],
  ])('what is broken is named: %j', (changed, sentence) => {
    expect(() => readArchive(files(changed), 'here')).toThrow(sentence);
  });
});

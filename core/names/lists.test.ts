import fc from 'fast-check';
import { type ColumnSpec, TableBuilder, cellText } from '../tables';
import {
  type Entries,
  dropped,
  formsOf,
  gatherValues,
  joined,
  joinedAll,
  matchValues,
  namedTable,
  namesFile,
  nearestKnown,
  noNames,
  preferredOf,
  readNamesFile,
  renamed,
  split,
  withFile,
} from '.';
import {} from './samples';

describe('joining', () => {
  const start: Entries = joined(noNames.entries, ['peas', 'Pea'], 'pea');
  test('spellings follow their form when it is joined, renamed, dropped or split', () => {
    expect(start).toEqual({ peas: 'pea', Pea: 'pea' });
    const wider = joined(start, ['pea', 'garden pea'], 'garden pea');
    expect(wider).toEqual({ peas: 'garden pea', Pea: 'garden pea', pea: 'garden pea' });
    expect(renamed(wider, 'garden pea', 'pea')).toEqual({ peas: 'pea', Pea: 'pea', 'garden pea': 'pea' });
    expect(dropped(start, ['pea'])).toEqual({ peas: '', Pea: '', pea: '' });
    expect(split(start, ['Pea'])).toEqual({ peas: 'pea' });
    expect(preferredOf(dropped(start, ['?']), '?')).toBe('');
    expect(preferredOf(start, 'constructor')).toBe('constructor');
  });

  test('many at once end where their chains end, in any order', () => {
    const pairs = [
      { from: 'a', to: 'b' },
      { from: 'b', to: 'c' },
      { from: 'x', to: 'c' },
    ];
    expect(joinedAll({}, pairs)).toEqual({ a: 'c', b: 'c', x: 'c' });
    expect(joinedAll({}, [...pairs].reverse())).toEqual({ a: 'c', b: 'c', x: 'c' });
    expect(
      Object.keys(
        joinedAll({}, [
          { from: 'a', to: 'b' },
          { from: 'b', to: 'a' },
        ]),
      ).length,
    ).toBeLessThan(2);
  });

  test('no chain is ever left: every form stands for itself', () => {
    const form = fc.constantFrom('a', 'b', 'c', 'd', 'e');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('join', 'rename', 'drop', 'split'), form, form), { maxLength: 12 }),
        (steps) => {
          let entries: Entries = {};
          for (const [what, a, b] of steps) {
            if (what === 'join') entries = joined(entries, [a, b], b);
            else if (what === 'rename') entries = renamed(entries, a, b);
            else if (what === 'drop') entries = dropped(entries, [a]);
            else entries = split(entries, [a]);
          }
          for (const to of Object.values(entries)) expect(preferredOf(entries, to)).toBe(to);
        },
      ),
    );
  });
});

const table = (specs: ColumnSpec[], rows: string[][]) => {
  const builder = new TableBuilder('t', specs);
  rows.forEach((row) => builder.push(row));
  return builder.done();
};

const sent = table(
  [
    { name: 'from', type: 'text' },
    { name: 'to', type: 'text' },
    { name: 'what', type: 'list' },
  ],
  [
    ['Tove', 'Alban Pell', 'bean; beans; kale'],
    ['Pell, Alban', 'Alban Pell', 'beans'],
    ['?', 'Tove', 'kale; ?'],
  ],
);

const keepers = table([{ name: 'name', type: 'text' }], [['Tove'], ['Alban Pell']]);

describe('counting', () => {
  const columns = [
    { table: 'sent', column: 'from' },
    { table: 'sent', column: 'to' },
    { table: 'keepers', column: 'name' },
  ];
  const tables = new Map([
    ['sent', sent],
    ['keepers', keepers],
  ]);

  test('records are counted once, in any spelling, over all columns of the list', () => {
    const held = gatherValues(tables, columns);
    const { forms, dropped: gone } = formsOf(held, { 'Pell, Alban': 'Alban Pell', '?': '' });
    // Alban: rows 1 and 2 of sent (twice in row 2), and his own.
    expect(forms).toEqual([
      { form: 'Alban Pell', count: 3, variants: [{ value: 'Pell, Alban', count: 1 }], known: true },
      { form: 'Tove', count: 3, variants: [], known: true },
    ]);
    expect(gone).toEqual([{ value: '?', count: 1 }]);
  });

  test('a table counts as its names say; a list cell holds a thing once', () => {
    const lists = [
      {
        ...noNames,
        name: 'Varieties',
        version: 3,
        columns: [{ table: 'sent', column: 'what' }],
        entries: { beans: 'bean', '?': '' },
      },
    ];
    const read = namedTable(sent, 'sent', lists);
    expect([0, 1, 2].map((r) => cellText(read.columns[2], r))).toEqual(['bean; kale', 'bean', 'kale']);
    expect(read.columns[0]).toBe(sent.columns[0]);
    expect(namedTable(keepers, 'keepers', lists)).toBe(keepers);
  });
});

describe('matching to records', () => {
  const target = {
    rows: 3,
    id: (r: number) => ['K1', 'K2', 'K3'][r],
    name: (r: number) => ['Tove', 'Holm', 'Holm'][r],
  };
  test('by id, by name, through Names; several stay several', () => {
    const { rows } = matchValues(['K2', 'Tove', 'Tuve', 'Holm', 'nobody'], target, { Tuve: 'Tove' });
    expect(Object.fromEntries(rows)).toEqual({ K2: [1], Tove: [0], Tuve: [0], Holm: [1, 2] });
  });
  test('a name joined in the other table is found under both', () => {
    const { rows } = matchValues(['Tove', 'Tova'], { ...target, name: (r) => ['Tova', 'x', 'y'][r] }, { Tova: 'Tove' });
    expect(Object.fromEntries(rows)).toEqual({ Tove: [0], Tova: [0] });
  });
  test('the nearest known name is suggested for those without a record', async () => {
    const near = await nearestKnown(
      [
        { value: 'Edwin Yarow', count: 2 },
        { value: 'Voe Nursery', count: 6 },
      ],
      ['Edwin Yarrow', 'Tove Lorne'],
      new Set(),
    );
    expect(near.map(({ from, to }) => [from, to])).toEqual([['Edwin Yarow', 'Edwin Yarrow']]);
  });
});

describe('the names file', () => {
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  test('goes out and comes in', () => {
    const entries = { 'Pell, "A"': 'Alban Pell', '?': '', '=x': 'y' };
    expect(readNamesFile(bytes(namesFile(entries)), 'n.csv').entries).toEqual(entries);
  });
  test('columns by name or by place, chains to their end, a lone variant is dropped', () => {
    expect(readNamesFile(bytes('preferred;variant\nb;a\nc;b\n;d\n'), 'n.csv').entries).toEqual({
      a: 'c',
      b: 'c',
      d: '',
    });
    expect(readNamesFile(bytes('x,y\na,b\nc\n,z\n'), 'n.csv')).toEqual({
      entries: { x: 'y', a: 'b', c: '' },
      passed: 1,
      notes: [expect.stringMatching(/no header/)],
    });
    expect(readNamesFile(bytes('variant,preferred\na,b\n'), 'n.csv').notes).toEqual([]);
    expect(() => readNamesFile(bytes('variant,preferred\nx,a\na,b\nb,c\nc,a\n'), 'n.csv')).toThrow(
      'leads in a circle: “a” to “b” to “c” to “a”',
    );
    expect(readNamesFile(bytes('variant,preferred\na,a\nb,a\n'), 'n.csv').entries).toEqual({ b: 'a' });
  });
  test.each([
    ['a,b,c\n1,2,3\n', /needs two columns/],
    ['variant,preferred\na,b\na,c\n', /line 3: “a” is to be “c” here and “b” above/],
    ['', /is empty/],
  ])('%j is refused', (text, sentence) => {
    expect(() => readNamesFile(bytes(text), 'n.csv')).toThrow(sentence);
  });
  test('is laid over a list: what it says goes first, and forms follow', () => {
    expect(withFile({ peas: 'pea', beans: 'bean' }, { pea: 'garden pea' })).toEqual({
      peas: 'garden pea',
      pea: 'garden pea',
      beans: 'bean',
    });
    expect(withFile({ peas: 'pea' }, { peas: 'neep' })).toEqual({ peas: 'neep' });
  });
});

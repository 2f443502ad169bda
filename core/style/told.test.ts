import { network } from '../graph';
import type { Column } from '../tables';
import { type LegendPart, type StyleSettings, dress, plainStyle } from '.';
import { standsFor } from './standing';
import { lineOf, told } from './told';

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const net = {
  ...network({
    nodes: 6,
    edges: [
      [0, 1],
      [1, 2],
      [2, 3],
    ],
  }),
  nodeColumns: [
    text('role', 'keeper', 'owner', 'keeper', '', 'keeper', 'owner'),
    text('island', ...Array.from('abcdea')),
  ],
  edgeColumns: [text('medium', 'letter', 'parcel', 'letter')],
};
const style: StyleSettings = {
  ...plainStyle,
  nodeColour: { by: 'category', column: 'role', palette: 'nunatak', colours: {} },
  nodeShape: { by: 'category', column: 'island', shapes: { a: 'square', b: 'diamond' } },
  edgePattern: { by: 'category', column: 'medium', patterns: {} },
  rules: {
    nodeRim: [
      {
        where: { match: 'all', rules: [{ about: 'degree', column: '', is: 'at least', value: '2', to: '' }] },
        look: { colour: '#17242B', width: 2 },
        words: 'well connected',
      },
    ],
  },
};
const legend = dress(net, style).legend;
const lines = (parts: readonly LegendPart[]) =>
  parts.map((part) => [lineOf(part), part.title, ...('entries' in part ? part.entries.map(({ label }) => label) : [])]);

test('every line of the legend names its channel and whose it is', () => {
  expect(legend.map(({ channel, of, column, rules }) => [channel, of, column, rules])).toEqual([
    ['nodeColour', 'nodes', 'role', undefined],
    ['nodeShape', 'nodes', 'island', undefined],
    ['nodeRim', 'nodes', undefined, true],
    ['edgePattern', 'edges', 'medium', undefined],
  ]);
});

test('lines come in the order that is wanted, the others after them, in other words where there are any', () => {
  const found = told(legend, [
    { line: 'edgePattern', title: 'How it went', words: { letter: 'by letter', gone: 'nothing' } },
    { line: 'nodeRim rules', words: { 'well connected': 'two ties and more' } },
    { line: 'nodeSize', words: {} },
  ]);
  expect(lines(found)).toEqual([
    ['edgePattern', 'How it went', 'by letter', 'parcel'],
    ['nodeRim rules', 'Rim', 'two ties and more'],
    ['nodeColour', 'Role', 'keeper', 'owner'],
    ['nodeShape', 'Island', 'c and 2 others', 'a', 'b'],
  ]);
  expect(found[0].was).toBe('Medium');
});

test('words of its own are in the style, and go with every picture', () => {
  const dressed = dress(net, {
    ...style,
    legendLines: [{ line: 'nodeColour', title: '', words: { owner: '__proto__' } }],
  });
  expect(lines(dressed.legend)[0]).toEqual(['nodeColour', '', 'keeper', '__proto__']);
  expect(lines(told(legend, [{ line: 'nodeColour', words: {} }]))[0]).toEqual(lines(legend)[0]);
});

describe('an entry stands for', () => {
  const of = (line: string, label: string): number[] => {
    const part = legend.find((one) => lineOf(one) === line);
    const entry = part && 'entries' in part ? part.entries.find((one) => one.label === label) : undefined;
    if (!part || !entry?.stands) throw new Error(`${line} ${label}`);
    return [...standsFor(net, style, part, entry.stands)];
  };
  test.each([
    ['nodeColour', 'keeper', [0, 2, 4]],
    ['nodeColour', 'owner', [1, 5]],
    ['nodeShape', 'c and 2 others', [2, 3, 4]],
    ['edgePattern', 'letter', [0, 2]],
    ['nodeRim rules', 'well connected', [1, 2]],
  ])('%s: %s', (line, label, places) => {
    expect(of(line, label)).toEqual(places);
  });

  test('the values that are not named, and those without one', () => {
    const many = {
      ...network({ nodes: 16, edges: [] }),
      nodeColumns: [{ ...text('kind', ...Array.from('abcdefghijklmn'), '', 'n'), marks: [] } as Column],
    };
    const coloured = { ...plainStyle, nodeColour: { ...style.nodeColour, column: 'kind' } } as StyleSettings;
    const [part] = dress(many, coloured).legend;
    const last = 'entries' in part ? part.entries.slice(-2) : [];
    expect(last.map(({ label }) => label)).toEqual(['2 more', 'in no group (1)']);
    const all = last.map(({ stands }) => [...standsFor(many, coloured, part, stands ?? {})]);
    expect(all[1]).toEqual([14]);
    expect(all[0]).toHaveLength(2);
    expect(all[0]).not.toContain(14);
  });

  test('nothing where a line has no column, and a sentence where the column is gone', () => {
    expect(standsFor(net, style, { channel: 'nodeSize' }, { values: ['a'] })).toHaveLength(0);
    expect(() => standsFor(net, style, { of: 'nodes', column: 'gone' }, { values: ['a'] })).toThrow('gone');
  });
});

test('colours and shapes of one column are one line, in both; of two columns they are two', () => {
  const both = dress(net, { ...style, nodeShape: { by: 'category', column: 'role', shapes: {} } }).legend;
  const [first] = both;
  expect(both.map(lineOf)).toEqual(['nodeColour', 'nodeRim rules', 'edgePattern']);
  expect(first.kind === 'shapes' && first.entries.map(({ label, shape }) => [label, shape])).toEqual([
    ['keeper', 'circle'],
    ['owner', 'square'],
  ]);
  expect(
    first.kind === 'shapes' && first.entries.every(({ colour, stands }) => colour?.startsWith('#') && stands),
  ).toBe(true);
  expect(legend.map(lineOf)).toContain('nodeShape');
});

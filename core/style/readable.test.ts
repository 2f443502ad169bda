import { type Network, network } from '../graph';
import type { Column } from '../tables';
import { type StyleSettings, dress, plainStyle } from '.';
import { type Remark, remarks } from './readable';

const text = (name: string, values: string[]): Column => {
  const dictionary = [...new Set(values)];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const made = (n: number, values: (v: number) => string, wide = 300, edges = 1): Network => ({
  ...network({ nodes: n, edges: Array.from({ length: edges }, (_, i) => [i % n, (i + 1) % n] as const) }),
  nodeColumns: [
    text(
      'kind',
      Array.from({ length: n }, (_, v) => values(v)),
    ),
  ],
  positions: Float32Array.from({ length: 2 * n }, (_, i) => (i % 2 ? 0 : (wide * i) / (2 * n - 2))),
});
const found = (net: Network, change: object): Remark[] => {
  const style: StyleSettings = { ...plainStyle, ...change };
  return remarks(net, style, dress(net, style));
};
const titles = (net: Network, change: object): string[] => found(net, change).map(({ title }) => title);
/** The style after the remedy of the only remark: it has to help. */
function helps(net: Network, change: object): boolean {
  const [remark] = found(net, change);
  return remark.remedy !== undefined && found(net, { ...change, ...remark.remedy.change }).length === 0;
}
const colour = (more: object = {}) => ({
  nodeColour: { by: 'category', column: 'kind', palette: 'moraine', colours: {}, ...more },
});
const three = made(12, (v) => 'abc'[v % 3]);

test('the default palette has nothing to remark, for any kind of sight', () => {
  expect(found(three, colour())).toEqual([]);
  expect(
    found(
      made(200, (v) => `group ${v % 12}`),
      colour(),
    ),
  ).toEqual([]);
});

test('two colours that a red- or green-blind reader cannot tell apart are named, and the measured palette helps', () => {
  const near = colour({ colours: { a: '#8a8a00', b: '#a07a10' } });
  const [remark] = found(three, near);
  expect(remark).toMatchObject({ title: 'Colours' });
  expect(remark.words).toMatch(/^a and b are hard to tell apart for (all readers|readers who see no (red|green))/);
  expect(helps(three, near)).toBe(true);
});

test('more categories than colours, and colours by ids', () => {
  const many = made(100, (v) => `k${v % 30}`);
  expect(titles(many, colour({ palette: 'Okabe–Ito' }))).toContain('More categories than colours');
  expect(
    titles(
      made(40, (v) => `id ${v}`),
      colour(),
    ),
  ).toContain('Colour by an id');
  expect(titles(three, colour())).toEqual([]);
});

test('the smallest node and the thinnest line are measured on a page 16 cm wide, and raised', () => {
  const wide = made(10, () => 'a', 8000);
  expect(titles(wide, { nodeSize: { by: 'all', radius: 4 } })).toEqual(['Sizes', 'Lines']);
  const [sizes] = found(wide, { nodeSize: { by: 'all', radius: 4 }, edgeWidth: { by: 'all', width: 9 } });
  expect(sizes.words).toBe('The smallest nodes print at 0.2 mm on a page 16 cm wide.');
  expect(helps(wide, { nodeSize: { by: 'all', radius: 4 }, edgeWidth: { by: 'all', width: 9 } })).toBe(true);
  expect(helps(wide, { nodeSize: { by: 'all', radius: 90 } })).toBe(true);
});

test('labels that hardly stand out are counted, and ink helps', () => {
  const faint = { labelColour: { by: 'all', colour: '#e8e4d8' } };
  expect(found(three, faint)[0].words).toMatch(/^12 labels/);
  expect(helps(three, faint)).toBe(true);
  expect(found(three, { ...faint, ground: 'night' })).toEqual([]);
});

test('all labels of a large network, and many strong ties', () => {
  expect(
    titles(
      made(400, () => 'a'),
      { labels: { show: 'all', top: 10, size: 12 } },
    ),
  ).toEqual(['Labels']);
  const dense = made(100, () => 'a', 300, 3000);
  expect(titles(dense, { edgeOpacity: 0.9 })).toEqual(['Ties over nodes']);
  expect(helps(dense, { edgeOpacity: 0.9 })).toBe(true);
});

test('an empty network, and one without places, bear it', () => {
  expect(found(network({ nodes: 0, edges: [] }), {})).toEqual([]);
  expect(found(network({ nodes: 1, edges: [] }), {})).toEqual([]);
});

test('signs of the legend without words are counted; the words of the columns help', () => {
  const silent = { ...colour(), legendLines: [{ line: 'nodeColour', words: { a: ' ', b: '' } }] };
  expect(found(three, silent)[0].words).toBe('2 signs of the legend have no words.');
  expect(helps(three, silent)).toBe(true);
  const amount = { nodeSize: { by: 'amount', column: 'degree', min: 2, max: 9, scale: 'linear' } };
  const sized: Network = {
    ...three,
    nodeColumns: [...three.nodeColumns, { type: 'number', name: 'degree', values: Float64Array.from({ length: 12 }, (_, v) => v) }], // prettier-ignore
  };
  expect(titles(sized, { ...amount, legendLines: [{ line: 'nodeSize', title: '', words: {} }] })).toContain('Legend');
  expect(titles(sized, amount)).not.toContain('Legend');
});

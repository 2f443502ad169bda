import { type Network, network } from '../graph';
import { atOnce } from '../measure';
import { type Column, dayNumber } from '../tables';
import { type Layout, layouts } from '.';
import { axis, dateTicks, numberTicks, rowNames } from './guides';

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const born = [1900, 1904, 1912, 1912, 1931, NaN];
const net: Network = {
  ...network({
    nodes: 6,
    edges: [
      [0, 1],
      [1, 2],
    ],
  }),
  nodeColumns: [
    { type: 'number', name: 'born', values: Float64Array.from(born) },
    { type: 'number', name: 'sent', values: Float64Array.of(0, 10, 100, 1000, 5000, 2) },
    text('kind', 'person', 'person', 'person', 'society', 'society', ''),
  ],
};
async function laid(method: keyof typeof layouts, settings: object, change = (at: Float32Array) => at) {
  const layout = layouts[method] as Layout;
  const whole = layout.schema.parse(settings);
  const found = await layout.place(net, whole, atOnce);
  const at = change(found instanceof Float32Array ? found : found.positions);
  return { at, guides: (await layout.guides?.(net, whole, at)) ?? [] };
}

test('each row has its name at its left end, at its height; columns have theirs on top', async () => {
  const { at, guides } = await laid('rows', { by: 'kind' });
  expect(guides.map(({ text: words }) => words).sort()).toEqual(['person', 'society', 'without']);
  const left = Math.min(...[0, 1, 2, 3, 4, 5].map((v) => at[2 * v]));
  for (const { text: words, x, y, anchor } of guides) {
    const v = { person: 0, society: 3, without: 5 }[words] as number;
    expect(y).toBeCloseTo(at[2 * v + 1], 4);
    expect([anchor, x < left]).toEqual(['end', true]);
  }
  const upright = await laid('rows', { by: 'kind', upright: true });
  const top = Math.min(...[0, 1, 2, 3, 4, 5].map((v) => upright.at[2 * v + 1]));
  for (const { y, anchor } of upright.guides) expect([anchor, y < top]).toEqual(['middle', true]);
});

test('rows that were moved into each other have no names any more', async () => {
  const { at } = await laid('rows', { by: 'kind' });
  expect(rowNames(net, 'kind', false, at)).toHaveLength(3);
  // One person comes to stand among the societies.
  expect(rowNames(net, 'kind', false, at.with(1, at[7]))).toEqual([]);
});

test('years stand below the nodes of their year, wherever the picture was moved and however it was stretched', async () => {
  const change = (at: Float32Array) => at.map((value, i) => (i % 2 ? value : 3 * value - 50));
  const { at, guides } = await laid('time', { column: 'born', wide: 900 }, change);
  expect(guides.map(({ text: words }) => words)).toEqual([
    '1900',
    '1905',
    '1910',
    '1915',
    '1920',
    '1925',
    '1930',
    'Born',
  ]);
  const yearAt = (x: number): number => 1900 + (31 * (x - at[0])) / (at[8] - at[0]);
  for (const { text: words, x, y, line } of guides.slice(0, -1)) {
    expect(yearAt(x)).toBeCloseTo(Number(words), 1);
    expect(y).toBeGreaterThan(Math.max(...[0, 1, 2, 3, 4].map((v) => at[2 * v + 1])));
    expect([line?.[0], line?.[2]]).toEqual([x, x]);
  }
});

test('there is no axis where nodes no longer stand along it', async () => {
  const { guides } = await laid('time', { column: 'born' }, (at) => at.with(4, -9000));
  expect(guides).toEqual([]);
  const mirrored = await laid('time', { column: 'born' }, (at) => at.map((value, i) => (i % 2 ? value : -value)));
  expect(mirrored.guides.length).toBeGreaterThan(3);
});

test('two amounts have an axis each; on a bent scale values stand where their nodes are', async () => {
  const { at, guides } = await laid('amounts', { x: 'born', y: 'sent', yScale: 'log', xScale: 'linear' });
  const up = guides.slice(guides.findIndex(({ text: words }) => words === 'Born') + 1);
  expect(guides.length).toBeGreaterThan(up.length);
  expect(up.at(-1)?.text).toBe('Sent');
  const of = (words: string): number => up.find((one) => one.text === words)?.y ?? NaN;
  expect(of('1,000')).toBeCloseTo(at[2 * 3 + 1], 3);
  expect(of('1,000')).toBeGreaterThan(of('5,000'));
});

test('one value, no value and one node have no axis', () => {
  const one = {
    ...network({ nodes: 1, edges: [] }),
    nodeColumns: [{ type: 'number' as const, name: 'a', values: Float64Array.of(4) }],
  };
  expect(axis(one, 'a', 'x', Float32Array.of(0, 0))).toEqual([]);
  const same = {
    ...network({ nodes: 3, edges: [] }),
    nodeColumns: [{ type: 'number' as const, name: 'a', values: Float64Array.of(4, 4, NaN) }],
  };
  expect(axis(same, 'a', 'x', new Float32Array(6))).toEqual([]);
});

test.each([
  [0, 1, ['0', '0.2', '0.4', '0.6', '0.8', '1']],
  [-30, 40, ['−30', '−20', '−10', '0', '10', '20', '30', '40']],
  [1900, 1931, ['1,900']],
])('round numbers from %s to %s', (low, high, words) => {
  const found = numberTicks(low, high).map(({ text: said }) => said);
  if (low === 1900) expect(found[0]).toBe('1900');
  else expect(found).toEqual(words);
});

test('dates have years, months or days, by how long it is', () => {
  const said = (low: number, high: number) => dateTicks(low, high).map(({ text: words }) => words);
  expect(said(dayNumber(1899, 6, 1), dayNumber(1931, 2, 1))).toEqual([
    '1900',
    '1905',
    '1910',
    '1915',
    '1920',
    '1925',
    '1930',
  ]);
  expect(said(dayNumber(1921, 1, 20), dayNumber(1921, 6, 3))).toEqual([
    'Feb 1921',
    'Mar 1921',
    'Apr 1921',
    'May 1921',
    'Jun 1921',
  ]);
  expect(said(dayNumber(1921, 3, 1), dayNumber(1921, 3, 5))).toEqual(['1 Mar', '2 Mar', '3 Mar', '4 Mar', '5 Mar']);
  expect(said(dayNumber(802, 3, 1), dayNumber(907, 3, 5))[0]).toBe('820');
  expect(said(dayNumber(9998, 3, 1), dayNumber(9999, 12, 31)).at(-1)).toMatch(/9999$/);
});

test('a row of 200,000 nodes has its name, and numbers beyond 2^53 have an end', () => {
  const n = 200_000;
  const wide = { ...network({ nodes: n, edges: [] }), nodeColumns: [text('kind', ...Array<string>(3).fill('a'))] };
  const [column] = wide.nodeColumns;
  const whole = { ...wide, nodeColumns: [{ ...column, codes: new Int32Array(n) } as Column] };
  expect(rowNames(whole, 'kind', false, new Float32Array(2 * n))).toMatchObject([{ text: 'a', y: 0 }]);
  expect(numberTicks(1e16, 1e16 + 4).length).toBeLessThan(41);
});

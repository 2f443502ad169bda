/** Networks as JSON: typed values, names as they are, and the same network when it is read again. */
import { network } from '../graph';
import { networkJson, networkLines } from './json-write';

const net = {
  ...network({
    nodes: 3,
    edges: [
      [0, 1],
      [1, 1],
    ],
    weight: [2.5, 1],
    directed: true,
  }),
  labels: ['Alban “Al” Pell', '</script>', '日本'],
  positions: Float32Array.of(1, 2, 3, 4, 5.5, 6),
  nodeColumns: [
    { type: 'number' as const, name: 'degree', values: Float64Array.of(1, NaN, 0) },
    { type: 'yesno' as const, name: '__proto__', values: Int8Array.of(1, 0, -1) },
    { type: 'text' as const, name: 'x', dictionary: ['a\nb'], codes: Int32Array.of(0, -1, 0) },
  ],
  edgeColumns: [{ type: 'text' as const, name: 'source', dictionary: ['ledger'], codes: Int32Array.of(0, 0) }],
};

test('one object holds nodes with typed columns and places, and links by ids', () => {
  const { directed, nodes, links } = JSON.parse(networkJson(net)) as {
    directed: boolean;
    nodes: object[];
    links: object[];
  };
  expect(directed).toBe(true);
  expect(Object.entries(nodes[0])).toEqual([
    ['id', '0'],
    ['label', 'Alban “Al” Pell'],
    ['degree', 1],
    ['__proto__', true],
    ['x', 'a\nb'],
    ['x_2', 1],
    ['y', 2],
  ]);
  expect(Object.values(nodes[1])).toEqual(['1', '</script>', null, false, null, 3, 4]);
  expect(links).toEqual([
    { source: '0', target: '1', weight: 2.5, source_2: 'ledger' },
    { source: '1', target: '1', weight: 1, source_2: 'ledger' },
  ]);
});

test('lines are the same rows, each by itself', () => {
  const lines = networkLines(net)
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as Record<string, object>);
  expect(lines.flatMap((line) => Object.keys(line))).toEqual(['node', 'node', 'node', 'link', 'link']);
  const { nodes, links } = JSON.parse(networkJson(net)) as { nodes: object[]; links: object[] };
  expect(lines.flatMap((line) => Object.values(line))).toEqual([...nodes, ...links]);
});

test('a network of nothing is two empty lists, and no line', () => {
  const none = network({ nodes: 0, edges: [] });
  expect(JSON.parse(networkJson(none))).toEqual({ directed: false, nodes: [], links: [] });
  expect(networkLines(none)).toBe('');
});

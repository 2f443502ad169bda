import fc from 'fast-check';
import { network } from '../graph';
import { contactsOf, cyclesUpTo, edgeConnectivity, maximumFlow, shortestPaths, simplePaths, spanningForest } from '.';

type Pairs = [number, number][];
const square: Pairs = [
  [0, 1],
  [1, 3],
  [0, 2],
  [2, 3],
  [3, 4],
];
const nodes = (list: { paths: { nodes: number[] }[] }): string[] =>
  list.paths.map((path) => path.nodes.join(' ')).sort();

describe('paths', () => {
  test('all shortest ones between two nodes, along edges, and either way', () => {
    const net = network({ nodes: 5, edges: square, directed: true });
    expect(nodes(shortestPaths(net, [0], [4], 'out', 'none', 9))).toEqual(['0 1 3 4', '0 2 3 4']);
    expect(nodes(shortestPaths(net, [4], [0], 'out', 'none', 9))).toEqual([]);
    expect(nodes(shortestPaths(net, [4], [0], 'both', 'none', 9))).toEqual(['4 3 1 0', '4 3 2 0']);
    expect(shortestPaths(net, [0], [4], 'out', 'none', 1)).toMatchObject({ more: true });
  });
  test('by length: strong ties are short', () => {
    const net = network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
        [0, 2],
      ],
      weight: [4, 4, 1],
    });
    expect(shortestPaths(net, [0], [2], 'out', 'strength', 9).paths).toEqual([{ nodes: [0, 1, 2], length: 0.5 }]);
  });
  test('between sets only the nearest pairs', () => {
    expect(nodes(shortestPaths(network({ nodes: 5, edges: square }), [0, 1], [3, 4], 'out', 'none', 9))).toEqual([
      '1 3',
    ]);
  });
  test('all simple paths up to a length, against all sequences of nodes', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 14 }), fc.boolean(), (edges, directed) => {
        const net = network({ nodes: 6, edges, directed });
        const tied = (a: number, b: number): boolean =>
          edges.some(([x, y]) => (x === a && y === b) || (!directed && x === b && y === a));
        const found: string[] = [];
        const grow = (path: number[]): void => {
          const last = path[path.length - 1];
          if (last === 5) found.push(path.join(' '));
          else if (path.length <= 4)
            for (let v = 0; v < 6; v++) if (!path.includes(v) && tied(last, v)) grow([...path, v]);
        };
        grow([0]);
        expect(nodes(simplePaths(net, [0], [5], 'out', 4, 1000))).toEqual(found.sort());
      }),
      { numRuns: 60 },
    );
  });
  test('cycles, each once', () => {
    expect(nodes(cyclesUpTo(network({ nodes: 5, edges: square }), 'out', 5, 9))).toEqual(['0 1 3 2 0']);
    const net = network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 0],
        [1, 2],
        [2, 0],
      ],
      directed: true,
    });
    expect(nodes(cyclesUpTo(net, 'out', 3, 9))).toEqual(['0 1 0', '0 1 2 0']);
    expect(cyclesUpTo(net, 'out', 2, 9).paths).toHaveLength(1);
  });
});

describe('trees and flows', () => {
  test('the least and the greatest forest', () => {
    const net = network({ nodes: 5, edges: [[0, 1], [1, 2], [2, 0], [3, 3]], weight: [1, 2, 3, 9] }); // prettier-ignore
    expect([...spanningForest(net, 'minimum')]).toEqual([1, 1, 0, 0]);
    expect([...spanningForest(net, 'maximum')]).toEqual([0, 1, 1, 0]);
  });
  test('the largest flow is the smallest cut, found by trying all sides', () => {
    const rows = fc.array(fc.tuple(fc.nat(5), fc.nat(5), fc.integer({ min: 0, max: 4 })), { maxLength: 14 });
    fc.assert(
      fc.property(rows, fc.boolean(), (edges, directed) => {
        const net = network({
          nodes: 6,
          edges: edges.map(([a, b]) => [a, b] as const),
          weight: edges.map(([, , w]) => w),
          directed,
        });
        let least = Infinity;
        for (let side = 0; side < 64; side++) {
          if (!(side & 1) || side & 32) continue;
          const out = edges.reduce((sum, [a, b, w]) => {
            const [x, y] = [(side >> a) & 1, (side >> b) & 1];
            return sum + (directed ? (x && !y ? w : 0) : x !== y ? w : 0);
          }, 0);
          least = Math.min(least, out);
        }
        const { value, cut, edges: over } = maximumFlow(net, 0, 5, 'weights');
        expect(value).toBeCloseTo(least, 9);
        expect(cut.reduce((sum, e) => sum + net.weight[e], 0)).toBeCloseTo(value, 9);
        // What arrives leaves again, but at the ends.
        for (let v = 1; v < 5; v++)
          expect(
            edges.reduce((sum, [a, b], e) => sum + (b === v ? over[e] : 0) - (a === v ? over[e] : 0), 0),
          ).toBeCloseTo(0, 9);
      }),
      { numRuns: 60 },
    );
  });
  test('edge connectivity counts ties of the simple view', () => {
    expect(edgeConnectivity(network({ nodes: 5, edges: [...square, [0, 1]] }), 0, 3)).toBe(2);
    expect(edgeConnectivity(network({ nodes: 5, edges: square }), 0, 4)).toBe(1);
    expect(() => maximumFlow(network({ nodes: 2, edges: [] }), 0, 0, 'ones')).toThrow(/two different/);
  });
});

test('contacts of two sets: directly, and through third nodes', () => {
  const net = network({ nodes: 7, edges: [[0, 2], [0, 4], [1, 4], [4, 2], [4, 3], [5, 0], [6, 6]], directed: true }); // prettier-ignore
  const found = contactsOf(net, [0, 1], [2, 3]);
  expect(found.direct).toEqual([0]);
  expect(found.thirds).toEqual([{ node: 4, first: 2, second: 2, pairs: 4 }]);
  expect([found.pairsDirect, found.pairsThrough]).toEqual([1, 4]);
  expect(contactsOf(net, [5], [6])).toMatchObject({ direct: [], thirds: [], pairsThrough: 0 });
});

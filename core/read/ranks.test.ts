import { network } from '../graph';
import { degrees, highestOf, rankOf, rankedNodes } from './ranks';

const values = Float64Array.of(3, 9, NaN, 9, 1);

test('equal values share a rank; undefined ones have none', () => {
  expect([9, 3, 1].map((value) => rankOf(values, value))).toEqual([1, 3, 4]);
  expect(highestOf(values)).toBe(9);
});
test('the highest nodes, ties in the order of the nodes', () => {
  const net = { ...network({ nodes: 5, edges: [] }), nodeColumns: [{ type: 'number' as const, name: 'x', values }] };
  expect(rankedNodes(net, 'x', 3).map(({ node }) => node)).toEqual([1, 3, 0]);
  expect(rankedNodes(net, 'y', 3)).toEqual([]);
});
/** All pieces of the work; how many there were, and what came of them. */
function all<R>(work: Generator<undefined, R>): { pieces: number; came: R } {
  for (let pieces = 1; ; pieces++) {
    const { done, value } = work.next();
    if (done) return { pieces, came: value };
  }
}

test('degrees count edge ends', () => {
  const net = network({
    nodes: 3,
    edges: [
      [0, 1],
      [1, 1],
    ],
  });
  expect([...all(degrees(net)).came]).toEqual([1, 3, 0]);
});

test('many edges are counted in pieces, each once; what is known is not counted again', () => {
  const net = network({ nodes: 7, edges: Array.from({ length: 100_001 }, (_, e) => [e % 7, (3 * e) % 7] as const) });
  const expected = new Uint32Array(7);
  for (let e = 0; e < 100_001; e++) {
    expected[net.source[e]]++;
    expected[net.target[e]]++;
  }
  const { pieces, came } = all(degrees(net));
  expect(pieces).toBe(3);
  expect(came).toEqual(expected);
  expect(all(degrees(net))).toEqual({ pieces: 1, came });
});

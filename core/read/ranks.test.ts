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
test('degrees count edge ends', () => {
  expect([
    ...degrees(
      network({
        nodes: 3,
        edges: [
          [0, 1],
          [1, 1],
        ],
      }),
    ),
  ]).toEqual([1, 3, 0]);
});

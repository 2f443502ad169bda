import fc from 'fast-check';
import { type Network, components, network, simpleAdjacency } from '../graph';
import { foldTrees } from './fold';

const fold = (net: Network) => {
  const { of, sizes } = components(net);
  return foldTrees(simpleAdjacency(net, 'both'), of, sizes);
};

test('a star folds into nothing: its middle lies between all pairs of its leaves', () => {
  const { members, hanging, stands } = fold(
    network({
      nodes: 5,
      edges: [
        [0, 1],
        [0, 2],
        [0, 3],
        [0, 4],
      ],
    }),
  );
  expect(members).toHaveLength(0);
  expect(hanging[0]).toBe(6);
  expect(Math.max(...stands)).toBe(5);
});

test('a triangle with a tail keeps the triangle; the tail stands in its node', () => {
  const { members, stands, hanging, core } = fold(
    network({
      nodes: 5,
      edges: [
        [0, 1],
        [1, 2],
        [2, 0],
        [2, 3],
        [3, 4],
      ],
    }),
  );
  expect([...members]).toEqual([0, 1, 2]);
  expect([...members].map((v) => stands[v])).toEqual([1, 1, 3]);
  // Node 3 lies between 4 and the three of the triangle; node 2 between its two hanging nodes and the two others.
  expect([...hanging]).toEqual([0, 0, 4, 3, 0]);
  expect([...core.to]).toEqual([1, 2, 0, 2, 0, 1]);
});

test('what is left has no node with one neighbour, and stands for all nodes that hang on a circle', () => {
  const edges = fc.array(fc.tuple(fc.nat(14), fc.nat(14)), { maxLength: 22 });
  fc.assert(
    fc.property(edges, (pairs) => {
      const net = network({ nodes: 15, edges: pairs });
      const { of, sizes } = components(net);
      const { core, members, stands } = fold(net);
      for (let i = 0; i < members.length; i++) expect(core.offsets[i + 1] - core.offsets[i]).toBeGreaterThan(1);
      const bySize = new Map<number, number>();
      for (const v of members) bySize.set(of[v], (bySize.get(of[v]) ?? 0) + stands[v]);
      for (const [component, count] of bySize) expect(count).toBe(sizes[component]);
    }),
  );
});

import fc from 'fast-check';
import { type Network, components, network, simpleAdjacency, subnetwork } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { leiden, modularity, numberBySize } from '.';

const group = (net: Network, resolution = 1, seed = 1): Promise<Uint32Array> =>
  leiden(simpleAdjacency(net, 'both'), { resolution, random: seeded(seed), breath: atOnce });

/** `count` complete graphs of `size` nodes, each tied to the next by one edge, the last to the first. */
function ringOfCliques(count: number, size: number): Network {
  const edges: [number, number][] = [];
  for (let c = 0; c < count; c++) {
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) edges.push([c * size + i, c * size + j]);
    edges.push([c * size, ((c + 1) % count) * size + 1]);
  }
  return network({ nodes: count * size, edges });
}

test('modularity by hand: two triangles and a bridge', () => {
  const net = network({ nodes: 6, edges: [[0, 1], [1, 2], [2, 0], [3, 4], [4, 5], [5, 3], [2, 3]] }); // prettier-ignore
  expect(modularity(net, Uint32Array.of(0, 0, 0, 1, 1, 1))).toBeCloseTo(2 * (3 / 7 - 0.25), 12);
  expect(modularity(net, Uint32Array.of(0, 0, 0, 0, 0, 0))).toBeCloseTo(0, 12);
  expect(modularity(net, Uint32Array.of(0, 0, 0, 1, 1, 1), 2)).toBeCloseTo(2 * (3 / 7 - 0.5), 12);
});

test('finds the cliques of a ring, whatever the seed', async () => {
  const net = ringOfCliques(8, 6);
  for (let seed = 0; seed < 10; seed++) {
    const of = await group(net, 1, seed);
    expect(Math.max(...of)).toBe(7);
    for (let v = 0; v < 48; v++) expect(of[v]).toBe(of[6 * Math.floor(v / 6)]);
  }
});

test('weights part what bare ties would join', async () => {
  const net = network({ nodes: 4, edges: [[0, 1], [1, 2], [2, 3], [3, 0]], weight: [10, 1, 10, 1] }); // prettier-ignore
  const of = await group(net);
  expect([of[0] === of[1], of[2] === of[3], of[0] === of[2]]).toEqual([true, true, false]);
});

test('a higher resolution gives more groups', async () => {
  const net = ringOfCliques(10, 4);
  const counts = await Promise.all(
    [0.05, 1, 30].map(async (resolution) => Math.max(...(await group(net, resolution))) + 1),
  );
  expect(counts[0]).toBeLessThan(counts[1]);
  expect(counts[1]).toBeLessThan(counts[2]);
});

test('every group is connected, no group is better split off whole, and the same seed gives the same groups', async () => {
  const edges = fc.array(fc.tuple(fc.nat(19), fc.nat(19)), { maxLength: 60 });
  await fc.assert(
    fc.asyncProperty(edges, fc.double({ min: 0.2, max: 3, noNaN: true }), async (pairs, resolution) => {
      const net = network({ nodes: 20, edges: pairs });
      const of = await group(net, resolution);
      expect(await group(net, resolution)).toEqual(of);
      const reached = modularity(net, of, resolution);
      expect(reached).toBeGreaterThanOrEqual(modularity(net, Uint32Array.from(net.ids.keys()), resolution) - 1e-9);
      for (let g = 0; g <= Math.max(...of); g++) {
        const part = subnetwork(
          net,
          Uint8Array.from(of, (one) => (one === g ? 1 : 0)),
        );
        expect(components(part).sizes).toHaveLength(1);
      }
      // No single node gains by moving to a group next to it.
      for (let v = 0; v < 20; v++) {
        for (const target of new Set(of)) {
          const moved = of.slice();
          moved[v] = target;
          expect(modularity(net, moved, resolution)).toBeLessThanOrEqual(reached + 1e-9);
        }
      }
    }),
    { numRuns: 60 },
  );
});

test('no edges: everyone alone; no nodes: nothing', async () => {
  expect([...(await group(network({ nodes: 3, edges: [[1, 1]] })))]).toEqual([0, 1, 2]);
  expect(await group(network({ nodes: 0, edges: [] }))).toHaveLength(0);
});

test('groups are numbered by size, equal ones by their first node', () => {
  const of = Uint32Array.of(5, 3, 3, 9, 9, 9, 5);
  expect(numberBySize(of)).toBe(3);
  expect([...of]).toEqual([1, 2, 2, 0, 0, 0, 1]);
});

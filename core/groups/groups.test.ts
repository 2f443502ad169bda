import fc from 'fast-check';
import { type Network, components, network, simpleAdjacency, subnetwork } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { adjustedRand, crossTable } from '../compare';
import {
  type GroupAsk,
  type Found,
  aimFor,
  averageLinkage,
  cutInto,
  directedModularity,
  explore,
  findGroups,
  louvain,
  modularity,
  modularityOf,
  numberBySize,
  potts,
  steadiness,
} from '.';
import { group, ringOfCliques } from './samples';

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

const plain: GroupAsk = { method: 'leiden', resolution: 1, seed: 1, weights: false, directed: false };

const find = (net: Network, ask: Partial<GroupAsk>): Promise<Found> => findGroups(net, { ...plain, ...ask }, atOnce);

/** Groups of 20 with ties inside at one probability and between at another. */
function planted(groups: number, inside: number, between: number, seed: number, directed = false): Network {
  const random = seeded(seed);
  const n = groups * 20;
  const edges: [number, number][] = [];
  for (let v = 0; v < n; v++) {
    for (let u = 0; u < (directed ? n : v); u++) {
      if (u !== v && random.unit() < (Math.floor(v / 20) === Math.floor(u / 20) ? inside : between)) edges.push([v, u]);
    }
  }
  return network({ nodes: n, edges, directed });
}

describe('other ways to find groups', () => {
  test('Leiden is at least as good as the best of 20 runs of Louvain', async () => {
    for (const net of [
      planted(6, 0.3, 0.05, 1),
      planted(4, 0.25, 0.1, 2),
      planted(9, 0.4, 0.06, 3),
      ringOfCliques(12, 5),
    ]) {
      let best = -Infinity;
      for (let seed = 0; seed < 20; seed++) {
        const of = await louvain(simpleAdjacency(net, 'both'), { resolution: 1, random: seeded(seed), breath: atOnce });
        best = Math.max(best, modularity(net, of));
      }
      expect((await find(net, {})).quality).toBeGreaterThanOrEqual(best - 1e-12);
    }
  });
  test.each(['leiden', 'louvain', 'labels', 'potts'] as const)('%s finds planted groups', async (method) => {
    const net = planted(5, 0.6, 0.01, 4);
    const { of, count } = await find(net, { method, resolution: method === 'potts' ? 0.15 : 1 });
    expect(count).toBe(5);
    expect(
      adjustedRand(
        crossTable(
          of,
          Uint32Array.from(net.ids.keys(), (v) => Math.floor(v / 20)),
        ),
      ),
    ).toBe(1);
  });
  test('directed modularity by hand, and undirected edges both ways give the plain one', async () => {
    const net = network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 0],
        [2, 3],
        [1, 2],
      ],
      directed: true,
    });
    // Inside 3 of 4; leaving and arriving: 3 and 2 at the first two, 1 and 2 at the others.
    expect(directedModularity(net, Uint32Array.of(0, 0, 1, 1), 1, false)).toBeCloseTo(3 / 4 - (3 * 2 + 1 * 2) / 16, 12);
    const plainNet = ringOfCliques(4, 4);
    const both = network({
      nodes: 16,
      edges: Array.from(plainNet.source, (a, e): [number, number][] => [
        [a, plainNet.target[e]],
        [plainNet.target[e], a],
      ]).flat(),
      directed: true,
    });
    const of = Uint32Array.from({ length: 16 }, (_, v) => v >> 2);
    expect(directedModularity(both, of, 1, false)).toBeCloseTo(modularity(plainNet, of), 12);
    const found = await find(planted(4, 0.5, 0.02, 5, true), { directed: true });
    expect(found.count).toBe(4);
    expect(found.quality).toBeGreaterThan(0.5);
  });
  test('no single move makes constant Potts or directed modularity better', async () => {
    const net = planted(3, 0.4, 0.15, 6, true);
    const potted = await find(net, { method: 'potts', resolution: 0.3 });
    const ones = { ...simpleAdjacency(net, 'both') };
    ones.weight = new Float64Array(ones.weight.length).fill(1);
    const directed = await find(net, { directed: true });
    for (let v = 0; v < 60; v++) {
      for (const g of [0, 1, 2, 3]) {
        const move = (of: Uint32Array): Uint32Array => of.map((group, u) => (u === v ? g : group));
        expect(potts(ones, move(potted.of), 0.3)).toBeLessThanOrEqual(potts(ones, potted.of, 0.3) + 1e-9);
        expect(directedModularity(net, move(directed.of), 1, false)).toBeLessThanOrEqual(
          (directed.quality ?? 0) + 1e-9,
        );
      }
    }
  });
  test('edge removal parts two triangles at their bridge; too many ties are refused', async () => {
    const net = network({ nodes: 6, edges: [[0, 1], [1, 2], [2, 0], [3, 4], [4, 5], [5, 3], [2, 3]] }); // prettier-ignore
    expect([...(await find(net, { method: 'removal' })).of]).toEqual([0, 0, 0, 1, 1, 1]);
    await expect(find(planted(4, 0.9, 0.2, 1), { method: 'removal' })).rejects.toThrow(/up to 500 ties/);
  });
  test('likeness of ties: the two sides of a two-mode network, however the distance is taken', async () => {
    const net = network({ nodes: 6, edges: [0, 1, 2].flatMap((a) => [3, 4, 5].map((b): [number, number] => [a, b])) });
    for (const distance of ['euclidean', 'correlation'] as const) {
      const { of, merges } = await find(net, { method: 'profiles', count: 2, distance });
      expect([...of]).toEqual([0, 0, 0, 1, 1, 1]);
      expect(merges?.at(-1)?.size).toBe(6);
    }
  });
  test('average linkage by hand', () => {
    const d = [0, 2, 6, 10, 2, 0, 5, 9, 6, 5, 0, 4, 10, 9, 4, 0];
    const merges = averageLinkage(Float64Array.from(d), 4);
    expect(merges).toEqual([
      { a: 0, b: 1, height: 2, size: 2 },
      { a: 2, b: 3, height: 4, size: 2 },
      { a: 4, b: 5, height: 7.5, size: 4 },
    ]);
    expect([...cutInto(merges, 4, 2)]).toEqual([0, 0, 1, 1]);
  });
  test('components and shells', async () => {
    const net = network({
      nodes: 5,
      edges: [
        [0, 1],
        [1, 2],
        [2, 0],
        [3, 0],
      ],
    });
    expect([...(await find(net, { method: 'components' })).of]).toEqual([0, 0, 0, 0, 1]);
    expect([...(await find(net, { method: 'cores' })).of]).toEqual([0, 0, 0, 1, 2]);
  });
  test('weights below 0 are an error that names the edge', async () => {
    await expect(find(network({ nodes: 2, edges: [[0, 1]], weight: [-1] }), { weights: true })).rejects.toThrow(
      /edge 0 – 1 has -1/,
    );
  });
});

describe('the range of resolutions', () => {
  const net = planted(6, 0.5, 0.02, 7);
  test('where groups are planted they are steady', async () => {
    const points = await explore(net, plain, [0.1, 1, 8], 4, atOnce);
    expect(points.map(({ groups }) => groups)[1]).toBe(6);
    expect(points[1].stability).toBe(1);
    expect(points[0].groups).toBeLessThan(6);
    expect(points[2].groups).toBeGreaterThan(6);
    expect((await steadiness(planted(1, 0.3, 0, 2), { ...plain, resolution: 3 }, 4, atOnce)).stability).toBeLessThan(1);
  });
  test.each([3, 6, 20])('aims for %d groups', async (wanted) => {
    const point = await aimFor(net, plain, wanted, 3, atOnce);
    expect(Math.abs(point.groups - wanted)).toBeLessThanOrEqual(wanted === 20 ? 1 : 0);
  });
});

describe('groups are counted', () => {
  test('of two nodes or more, in the largest connected part', async () => {
    const cliques = ringOfCliques(4, 5);
    const edges = Array.from(cliques.source, (a, e): [number, number] => [a, cliques.target[e]]);
    // Beside the ring: a pair, and three isolates.
    const net = network({ nodes: 25, edges: [...edges, [20, 21]] });
    const point = await steadiness(net, { ...plain, resolution: 1 }, 3, atOnce);
    expect(point).toMatchObject({ groups: 4, part: 20 });
    expect((await aimFor(net, plain, 4, 2, atOnce)).groups).toBe(4);
  });
});

describe('Louvain', () => {
  test('no node gains by going to another group, also where its neighbours stayed while groups grew', async () => {
    const random = seeded(3);
    const edges = Array.from({ length: 900 }, (): [number, number] => [random.below(150), random.below(150)]);
    const net = network({ nodes: 150, edges });
    const rows = simpleAdjacency(net, 'both');
    for (const seed of [1, 2, 3, 4, 5]) {
      const of = await louvain(rows, { resolution: 1, random: seeded(seed), breath: atOnce });
      const groups = new Set(of);
      const q = modularityOf(rows, of, 1);
      // Whole groups are not parted, so what holds is that no two of them had better be one.
      for (const a of groups)
        for (const b of groups)
          if (a < b)
            expect(
              modularityOf(
                rows,
                of.map((g) => (g === b ? a : g)),
                1,
              ),
            ).toBeLessThanOrEqual(q + 1e-9);
    }
  });
});

import fc from 'fast-check';
import { network } from '../graph';
import { atOnce } from '.';
import { betweennessOf } from './between';
import { pagerankOf } from './walk';
import { graph, loops, values } from './samples-by-hand';

describe('degree and strength, by hand', () => {
  test('undirected: parallel edges count each, a loop twice', async () => {
    const net = network({ nodes: 4, edges: loops, weight: [1, 2, 4, 8] });
    expect(await values('degree', net)).toEqual([2, 3, 3, 0]);
    expect(await values('in_degree', net)).toEqual([2, 3, 3, 0]);
    expect(await values('strength', net)).toEqual([3, 7, 20, 0]);
  });
  test('directed: a loop counts once in and once out', async () => {
    const net = network({ nodes: 4, edges: loops, weight: [1, 2, 4, 8], directed: true });
    expect(await values('degree', net)).toEqual([2, 3, 3, 0]);
    expect(await values('in_degree', net)).toEqual([0, 2, 2, 0]);
    expect(await values('out_degree', net)).toEqual([2, 1, 1, 0]);
  });
});

/** Betweenness from its definition: all shortest paths between all pairs, counted one by one. */
function bySearch(n: number, edges: [number, number][], directed: boolean): number[] {
  const next = Array.from({ length: n }, () => new Set<number>());
  for (const [a, b] of edges) {
    if (a === b) continue;
    next[a].add(b);
    if (!directed) next[b].add(a);
  }
  const sums = new Array<number>(n).fill(0);
  for (let s = 0; s < n; s++) {
    for (let t = 0; t < n; t++) {
      if (s === t) continue;
      let found: number[][] = [];
      let layer: number[][] = [[s]];
      for (let length = 0; length < n && !found.length; length++) {
        layer = layer.flatMap((path) =>
          [...next[path.at(-1) as number]].filter((v) => !path.includes(v)).map((v) => [...path, v]),
        );
        found = layer.filter((path) => path.at(-1) === t);
      }
      for (const path of found) for (const v of path.slice(1, -1)) sums[v] += 1 / found.length;
    }
  }
  return directed ? sums : sums.map((sum) => sum / 2);
}

describe('betweenness', () => {
  test('by hand: a star, a path, a square', async () => {
    expect([
      ...(
        await betweennessOf(
          network({
            nodes: 4,
            edges: [
              [0, 1],
              [0, 2],
              [0, 3],
            ],
          }),
          atOnce,
        )
      )[0],
    ]).toEqual([3, 0, 0, 0]);
    const [raw, normalised] = await betweennessOf(
      network({
        nodes: 3,
        edges: [
          [0, 1],
          [1, 2],
        ],
      }),
      atOnce,
    );
    expect([...raw]).toEqual([0, 1, 0]);
    expect([...normalised]).toEqual([0, 1, 0]);
    const square = network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 0],
      ],
    });
    expect([...(await betweennessOf(square, atOnce))[0]]).toEqual([0.5, 0.5, 0.5, 0.5]);
    const cycle = network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
        [2, 0],
      ],
      directed: true,
    });
    expect([...(await betweennessOf(cycle, atOnce))[1]]).toEqual([0.5, 0.5, 0.5]);
  });

  test('agrees with the paths counted one by one', async () => {
    await fc.assert(
      fc.asyncProperty(graph(7), async ({ edges, directed }) => {
        const [raw] = await betweennessOf(network({ nodes: 7, edges, directed }), atOnce);
        bySearch(7, edges, directed).forEach((value, v) => expect(raw[v]).toBeCloseTo(value, 10));
      }),
      { numRuns: 150 },
    );
  });

  test('hanging trees of several branches, beside another component', async () => {
    const edges: [number, number][] = [[0, 1], [1, 2], [2, 0], [2, 3], [3, 4], [3, 5], [5, 6], [7, 8], [8, 9]]; // prettier-ignore
    const [raw] = await betweennessOf(network({ nodes: 10, edges }), atOnce);
    bySearch(10, edges, false).forEach((value, v) => expect(raw[v]).toBeCloseTo(value, 10));
  });
});

/** PageRank as the solution of its linear equations, by Gaussian elimination. */
function solved(n: number, edges: [number, number][], weight: number[], directed: boolean): number[] {
  const walk = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  edges.forEach(([a, b], e) => {
    walk[a][b] += weight[e];
    if (!directed) walk[b][a] += weight[e];
  });
  const rows = walk.map((row) => {
    const sum = row.reduce((x, y) => x + y, 0);
    return row.map((w) => (sum > 0 ? w / sum : 1 / n));
  });
  const system = Array.from({ length: n }, (_, i) => [
    ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0) - 0.85 * rows[j][i]),
    0.15 / n,
  ]);
  for (let c = 0; c < n; c++) {
    const pivot = system
      .slice(c)
      .reduce((best, row, i) => (Math.abs(row[c]) > Math.abs(system[best][c]) ? c + i : best), c);
    [system[c], system[pivot]] = [system[pivot], system[c]];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const factor = system[r][c] / system[c][c];
      for (let k = c; k <= n; k++) system[r][k] -= factor * system[c][k];
    }
  }
  return system.map((row, i) => row[n] / row[i]);
}

describe('PageRank', () => {
  test('agrees with its linear equations: weights, loops, parallel edges, dangling nodes', async () => {
    const weighted = graph(6).chain((shape) =>
      fc.record({
        shape: fc.constant(shape),
        weight: fc.array(fc.integer({ min: 1, max: 9 }), {
          minLength: shape.edges.length,
          maxLength: shape.edges.length,
        }),
      }),
    );
    await fc.assert(
      fc.asyncProperty(weighted, fc.boolean(), async ({ shape, weight }, useWeights) => {
        const net = network({ nodes: 6, ...shape, weight });
        const rank = await pagerankOf(net, atOnce, useWeights);
        const wanted = solved(6, shape.edges, useWeights ? weight : weight.map(() => 1), shape.directed);
        wanted.forEach((value, v) => expect(Math.abs(rank[v] - value)).toBeLessThan(1e-11));
        expect(rank.reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 12);
      }),
      { numRuns: 150 },
    );
  });

  test('refuses negative weights and names the edge', async () => {
    const net = network({ nodes: 2, edges: [[0, 1]], weight: [-1] });
    await expect(pagerankOf(net, atOnce, true)).rejects.toThrow(/the edge 0 – 1 has -1/);
  });
});

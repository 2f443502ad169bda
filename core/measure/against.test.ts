/** Measures held against values worked by hand, printed in their papers, or found by slow independent methods. */
import fc from 'fast-check';
import { type Network, network } from '../graph';
import { atOnce, measureOf, plainOptions, triadNames, triadEdges } from '.';
import { type MeasureOptions } from './measure';
import { edgeBetweenness, sampledBetweenness } from './betweenness';
import { dyadCensus, triadCensus } from './census';
import { katzOf } from './eigenvector';
import { arrivals, principalVector, singularVectors, spectralRadius } from './leading';
import { mostBetween } from './two-mode';
import { brokerageOf, participationOf } from './roles';
import { pagerankOf } from './pagerank';
import { structuralHoles } from './constraint';

type Pairs = [number, number][];
const values = async (
  key: string,
  net: Network,
  options: Partial<MeasureOptions> = {},
  on: 'nodes' | 'edges' = 'nodes',
): Promise<number[]> => {
  const measure = measureOf(key, on);
  const at = measure?.columns.findIndex((col) => col.key === key) ?? -1;
  return [...((await measure?.compute(net, atOnce, { ...plainOptions, ...options }))?.[at] ?? [])];
};
const close = (found: Iterable<number>, wanted: readonly number[], digits = 9): void => {
  const list = [...found];
  expect(list).toHaveLength(wanted.length);
  list.forEach((value, i) => expect(value).toBeCloseTo(wanted[i], digits));
};
const graph = (n: number, most = 3 * n): fc.Arbitrary<{ edges: Pairs; directed: boolean; weight: number[] }> =>
  fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.constantFrom(0.5, 1, 2, 3)), { maxLength: most }).chain((rows) =>
    fc.boolean().map((directed) => ({
      edges: rows.map(([a, b]): [number, number] => [a, b]),
      weight: rows.map(([, , w]) => w),
      directed,
    })),
  );
const path: Pairs = [
  [0, 1],
  [1, 2],
];
const kite: Pairs = [[0, 1], [0, 2], [0, 3], [0, 5], [1, 3], [1, 4], [1, 6], [2, 3], [2, 5], [3, 4], [3, 5], [3, 6], [4, 6], [5, 6], [5, 7], [6, 7], [7, 8], [8, 9]]; // prettier-ignore

/** Matrix of arrivals times a vector, entry by entry. */
function arrivalsTimes(net: Network, weighted: boolean, x: ArrayLike<number>): number[] {
  const a = Array.from(net.ids, () => new Map<number, number>());
  net.source.forEach((from, e) => {
    const to = net.target[e];
    const add = (v: number, u: number, w: number): void => void a[v].set(u, weighted ? (a[v].get(u) ?? 0) + w : w);
    if (from === to) add(to, from, net.directed ? (weighted ? net.weight[e] : 1) : weighted ? 2 * net.weight[e] : 2);
    else {
      add(to, from, weighted ? net.weight[e] : 1);
      if (!net.directed) add(from, to, weighted ? net.weight[e] : 1);
    }
  });
  return a.map((row) => [...row].reduce((sum, [u, w]) => sum + w * x[u], 0));
}

describe('participation and z within groups, from the definition', () => {
  test('on random networks of several groups', () => {
    fc.assert(
      fc.property(
        graph(14, 50),
        fc.array(fc.integer({ min: -1, max: 3 }), { minLength: 14, maxLength: 14 }),
        (given, groups) => {
          const net = network({ nodes: 14, ...given });
          const [participation, z] = participationOf(net, { of: Int32Array.from(groups), names: ['a', 'b', 'c', 'd'] });
          const near = net.ids.map((_, v) => {
            const ends = given.edges.flatMap(([a, b]) => (a === b ? [] : a === v ? [b] : b === v ? [a] : []));
            return [...new Set(ends)];
          });
          const inside = near.map((others, v) => others.filter((u) => groups[u] === groups[v]).length);
          groups.forEach((g, v) => {
            if (g < 0) return expect([participation[v], z[v]]).toEqual([NaN, NaN]);
            const shares = [-1, 0, 1, 2, 3].map((s) => near[v].filter((u) => groups[u] === s).length / near[v].length);
            const wanted = near[v].length ? 1 - shares.reduce((sum, share) => sum + share ** 2, 0) : 0;
            expect(participation[v]).toBeCloseTo(wanted, 10);
            const mates = inside.filter((_, u) => groups[u] === g);
            const mean = mates.reduce((sum, k) => sum + k, 0) / mates.length;
            const sd = Math.sqrt(mates.reduce((sum, k) => sum + (k - mean) ** 2, 0) / mates.length);
            expect(z[v]).toBeCloseTo(sd > 0 ? (inside[v] - mean) / sd : 0, 10);
            return undefined;
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('closeness, harmonic closeness, eccentricity, reach', () => {
  test('the kite of ten (Krackhardt 1990): the printed closeness', async () => {
    const net = network({ nodes: 10, edges: kite });
    close(await values('closeness', net), [0.529, 0.529, 0.5, 0.6, 0.5, 0.643, 0.643, 0.6, 0.429, 0.31], 3);
    expect(await values('eccentricity', net)).toEqual([4, 4, 4, 4, 4, 3, 3, 2, 3, 4]);
  });
  test('two parts: what is not reached counts', async () => {
    const net = network({ nodes: 5, edges: path });
    // The middle: 2 of 4 others reached, at 1 step each; an end: at 1 and 2 steps.
    close(await values('closeness', net), [(2 / 4) * (2 / 3), (2 / 4) * (2 / 2), (2 / 4) * (2 / 3), 0, 0]);
    close(await values('harmonic_closeness', net), [1.5 / 4, 2 / 4, 1.5 / 4, 0, 0]);
  });
  test('directed: outgoing, and from others', async () => {
    const net = network({ nodes: 3, edges: path, directed: true });
    close(await values('closeness', net), [2 / 3, 1 / 2, 0]);
    close(await values('in_closeness', net), [0, 1 / 2, 2 / 3]);
    expect(await values('reach_out', net, { steps: 1 })).toEqual([1, 1, 0]);
    expect(await values('reach_in', net, { steps: 2 })).toEqual([0, 1, 2]);
    expect(await values('reach_both', net, { steps: 1 })).toEqual([1, 2, 1]);
  });
  test('against distances by Floyd and Warshall, with steps and with lengths', async () => {
    await fc.assert(
      fc.asyncProperty(graph(8), async ({ edges, directed, weight }) => {
        const net = network({ nodes: 8, edges, directed, weight });
        for (const weighted of [false, true]) {
          const d = distancesOf(net, weighted);
          const suffix = weighted ? '_weighted' : '';
          const at = (v: number, u: number, into: boolean): number => (into ? d[u][v] : d[v][u]);
          for (const into of [false, true]) {
            const [near, harmonic] = [[], []] as number[][];
            for (let v = 0; v < 8; v++) {
              const others = d.map((_, u) => at(v, u, into)).filter((far, u) => u !== v && far < Infinity);
              const sum = others.reduce((total, far) => total + far, 0);
              near.push(others.length ? (others.length / 7) * (others.length / sum) : 0);
              harmonic.push(others.reduce((total, far) => total + 1 / far, 0) / 7);
            }
            close(await values(`${into ? 'in_' : ''}closeness${suffix}`, net), near);
            close(await values(`${into ? 'in_' : ''}harmonic_closeness${suffix}`, net), harmonic);
          }
        }
      }),
      { numRuns: 40 },
    );
  });
});

/** Lengths of shortest paths, by Floyd and Warshall: parallel strengths are summed. */
function distancesOf(net: Network, weighted: boolean): number[][] {
  const n = net.ids.length;
  const w = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  net.source.forEach((a, e) => {
    w[a][net.target[e]] += net.weight[e];
    if (!net.directed) w[net.target[e]][a] += net.weight[e];
  });
  const d = w.map((row, v) => row.map((sum, u) => (v === u ? 0 : sum === 0 ? Infinity : weighted ? 1 / sum : 1)));
  for (let k = 0; k < n; k++)
    for (let v = 0; v < n; v++) for (let u = 0; u < n; u++) d[v][u] = Math.min(d[v][u], d[v][k] + d[k][u]);
  return d;
}

describe('weighted betweenness', () => {
  test('by hand: the strong detour is the short way; as distances the other way round', async () => {
    const net = network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
        [0, 2],
      ],
      weight: [4, 4, 1],
    });
    expect(await values('betweenness_weighted', net)).toEqual([0, 1, 0]);
    expect(await values('betweenness_weighted', net, { weightAs: 'distance' })).toEqual([0, 0, 0]);
  });
  test('0.1 + 0.2 is as long as 0.3', async () => {
    const net = network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
        [0, 2],
      ],
      weight: [0.1, 0.2, 0.3],
    });
    close(await values('betweenness_weighted', net, { weightAs: 'distance' }), [0, 0.5, 0]);
  });
  test('a weight of 0 or less is an error that names the edge', async () => {
    const net = network({ nodes: 3, edges: path, weight: [1, 0] });
    await expect(values('betweenness_weighted', net)).rejects.toThrow(/edge 1 – 2 has 0/);
    await expect(values('closeness_weighted', network({ nodes: 2, edges: [[0, 1]], weight: [-2] }))).rejects.toThrow(
      /has -2/,
    );
  });
  test('with all weights equal it is the plain one, of nodes and of edges', async () => {
    await fc.assert(
      fc.asyncProperty(graph(8, 16), async ({ edges, directed }) => {
        const simple = [
          ...new Map(
            edges.filter(([a, b]) => a !== b).map((pair) => [(directed ? pair : [...pair].sort()).join(), pair]),
          ).values(),
        ];
        const net = network({ nodes: 8, edges: simple, directed });
        close(await values('betweenness_weighted', net), await values('betweenness', net));
        close(await edgeBetweenness(net, atOnce, 'strength'), [...(await edgeBetweenness(net, atOnce))]);
      }),
      { numRuns: 30 },
    );
  });
  test('edge betweenness: every path of d steps runs over d edges', async () => {
    await fc.assert(
      fc.asyncProperty(graph(7, 14), async ({ edges, directed }) => {
        const simple = [
          ...new Map(
            edges.filter(([a, b]) => a !== b).map((pair) => [(directed ? pair : [...pair].sort()).join(), pair]),
          ).values(),
        ];
        const net = network({ nodes: 7, edges: simple, directed });
        const all = distancesOf(net, false)
          .flat()
          .filter((far) => far < Infinity)
          .reduce((sum, far) => sum + far, 0);
        const sum = (await edgeBetweenness(net, atOnce)).reduce((total, b) => total + b, 0);
        expect(sum).toBeCloseTo(directed ? all : all / 2, 9);
      }),
      { numRuns: 30 },
    );
  });
  test('a sample of all sources is exact with no error; of half of them the error tells how far it is off', async () => {
    const edges: Pairs = Array.from({ length: 60 }, (_, i) => [i % 30, (i * 7 + 3) % 30]);
    const net = network({ nodes: 30, edges });
    const exact = await values('betweenness', net);
    const [all, , none] = await sampledBetweenness(net, atOnce, 'none', 30, 1);
    close(all, exact);
    close(none, new Array<number>(30).fill(0));
    let [off, said] = [0, 0];
    for (let seed = 0; seed < 40; seed++) {
      const [raw, , error] = await sampledBetweenness(net, atOnce, 'none', 15, seed);
      raw.forEach((value, v) => {
        off += (value - exact[v]) ** 2;
        said += error[v] ** 2;
      });
    }
    expect(off / said).toBeGreaterThan(0.6);
    expect(off / said).toBeLessThan(1.6);
  });
});

describe('eigenvector, Katz, hubs and authorities', () => {
  test('by hand: a star, a triangle with a tail', async () => {
    close(await values('eigenvector', network({ nodes: 5, edges: [[0, 1], [0, 2], [0, 3], [0, 4]] })), [1, 0.5, 0.5, 0.5, 0.5]); // prettier-ignore
    const [x, lambda] = [2.1700864866, 2.1700864866];
    const tail = await values(
      'eigenvector',
      network({
        nodes: 4,
        edges: [
          [0, 1],
          [1, 2],
          [2, 0],
          [2, 3],
        ],
      }),
    );
    close(tail, [1 / (x - 1), 1 / (x - 1), 1, 1 / lambda], 8);
  });
  test('what stalls plain iteration: two nearly equal hubs', async () => {
    const edges: Pairs = [];
    for (let i = 0; i < 50; i++) edges.push([0, 2 + i]);
    for (let i = 0; i < 50; i++) edges.push([1, 52 + i]);
    edges.push([2, 52]);
    const net = network({ nodes: 102, edges });
    const x = await values('eigenvector', net);
    const next = arrivalsTimes(net, false, x);
    close(
      next,
      x.map((value) => value * next[0]),
      10,
    );
    expect(x[1]).toBeCloseTo(1, 9);
  });
  test('is its own image, up to a factor, wherever it is defined', async () => {
    await fc.assert(
      fc.asyncProperty(graph(8), async ({ edges, directed, weight }) => {
        const net = network({ nodes: 8, edges, directed, weight });
        for (const weighted of [false, true]) {
          let x: Float64Array;
          try {
            x = principalVector(net, arrivals(net, weighted));
          } catch {
            continue;
          }
          const next = arrivalsTimes(net, weighted, x);
          const top = x.indexOf(1);
          close(
            next,
            [...x].map((value) => value * next[top]),
            7,
          );
          expect(next[top]).toBeCloseTo(spectralRadius(net, arrivals(net, weighted)), 7);
        }
      }),
      { numRuns: 60 },
    );
  });
  test('undefined where nothing returns, and where two parts are equally strong', async () => {
    await expect(values('eigenvector', network({ nodes: 3, edges: path, directed: true }))).rejects.toThrow(
      /No directed walk/,
    );
    await expect(
      values(
        'eigenvector',
        network({
          nodes: 4,
          edges: [
            [0, 1],
            [2, 3],
          ],
        }),
      ),
    ).rejects.toThrow(/not unique/);
    await expect(values('eigenvector', network({ nodes: 2, edges: [] }))).rejects.toThrow(/without edges/);
    await expect(values('hub', network({ nodes: 3, edges: path }))).rejects.toThrow(/not unique/);
    await expect(
      values(
        'hub',
        network({
          nodes: 4,
          edges: [
            [0, 1],
            [2, 3],
          ],
          directed: true,
        }),
      ),
    ).rejects.toThrow(/repeated/);
  });
  test('what a leading circle feeds has a share: x downstream is arrivals over λ', async () => {
    // A triangle 0 → 1 → 2 → 0 with λ = 1 feeds 3, which feeds 4.
    close(await values('eigenvector', network({ nodes: 5, edges: [[0, 1], [1, 2], [2, 0], [2, 3], [3, 4]], directed: true })), [1, 1, 1, 1, 1]); // prettier-ignore
  });
  test('Katz solves x = 1 + αAᵀx; by hand on a path; refused at the limit', async () => {
    close((await katzOf(network({ nodes: 3, edges: path, directed: true }), 0.5)).values, [1, 1.5, 1.75]);
    const net = network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 2],
        [2, 0],
        [2, 3],
        [3, 3],
      ],
    });
    const { values: x, alpha, limit } = await katzOf(net);
    expect(alpha).toBeCloseTo(0.85 * limit, 12);
    close(
      x,
      arrivalsTimes(net, false, x).map((sum) => 1 + alpha * sum),
      8,
    );
    await expect(katzOf(net, limit)).rejects.toThrow(/must be below/);
    await expect(katzOf(net, 1)).rejects.toThrow(String(Number(limit.toPrecision(6))).slice(0, 6));
  });
  test('hubs and authorities by hand: one sends to two, another to one of them', () => {
    const net = network({
      nodes: 4,
      edges: [
        [0, 2],
        [0, 3],
        [1, 3],
      ],
      directed: true,
    });
    const [hub, authority] = singularVectors(net, arrivals(net, false));
    const golden = (1 + Math.sqrt(5)) / 2;
    close(hub, [golden / (1 + golden), 1 / (1 + golden), 0, 0]);
    close(authority, [0, 0, 1 / (1 + golden), golden / (1 + golden)]);
  });
  test('PageRank begun at one node stays near it', async () => {
    const net = network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 0],
        [2, 3],
        [3, 2],
      ],
      directed: true,
    });
    close(await pagerankOf(net, atOnce, false, 0.85, [0]), [1 / 1.85, 0.85 / 1.85, 0, 0]);
  });
});

describe('clustering', () => {
  test('directed (Fagiolo 2007): a cycle is one of two possible triangles, undirected ties are the plain coefficient', async () => {
    close(
      await values(
        'clustering_directed',
        network({
          nodes: 3,
          edges: [
            [0, 1],
            [1, 2],
            [2, 0],
          ],
          directed: true,
        }),
      ),
      [0.5, 0.5, 0.5],
    );
    const both: Pairs = kite.flatMap(([a, b]): Pairs => [
      [a, b],
      [b, a],
    ]);
    close(
      await values('clustering_directed', network({ nodes: 10, edges: both, directed: true })),
      await values('clustering', network({ nodes: 10, edges: kite })),
    );
  });
  test('weighted, by hand: a triangle with weights 1, 2, 4 and a tail of 1', async () => {
    const net = network({ nodes: 4, edges: [[0, 1], [1, 2], [2, 0], [0, 3]], weight: [1, 2, 4, 1] }); // prettier-ignore
    // Barrat at 0: strength 6, 3 neighbours, the closed pair weighs (1 + 4) / 2, counted both ways round.
    close(await values('clustering_barrat', net), [5 / (6 * 2), 1, 1, 0]);
    const intensity = Math.cbrt((1 / 4) * (2 / 4) * 1);
    close(await values('clustering_onnela', net), [intensity / 3, intensity, intensity, 0]);
  });
  test('density among neighbours counts directed ties', async () => {
    close(
      await values(
        'ego_density',
        network({
          nodes: 3,
          edges: [
            [0, 1],
            [0, 2],
            [1, 2],
          ],
          directed: true,
        }),
      ),
      [0.5, 0.5, 0.5],
    );
  });
  test('core numbers: the kite; in and out of a directed chain', async () => {
    expect(await values('core_number', network({ nodes: 10, edges: kite }))).toEqual([3, 3, 3, 3, 3, 3, 3, 2, 1, 1]);
    const net = network({
      nodes: 4,
      edges: [
        [0, 1],
        [1, 2],
        [2, 0],
        [2, 3],
      ],
      directed: true,
    });
    expect(await values('in_core_number', net)).toEqual([1, 1, 1, 1]);
    expect(await values('out_core_number', net)).toEqual([1, 1, 1, 0]);
  });
});

describe('structural holes (Burt 1992)', () => {
  test('by hand: a star has none but its own, a triangle is closed', () => {
    const star = structuralHoles(
      network({
        nodes: 4,
        edges: [
          [0, 1],
          [0, 2],
          [0, 3],
        ],
      }),
      false,
    );
    close(star.constraint, [1 / 3, 1, 1, 1]);
    close(star.effectiveSize, [3, 1, 1, 1]);
    const triangle = structuralHoles(
      network({
        nodes: 3,
        edges: [
          [0, 1],
          [1, 2],
          [2, 0],
        ],
      }),
      false,
    );
    close(triangle.constraint, [1.125, 1.125, 1.125]);
    close(triangle.effectiveSize, [1, 1, 1]);
    close(triangle.efficiency, [0.5, 0.5, 0.5]);
    close(triangle.hierarchy, [0, 0, 0]);
  });
  test('from the definition, term by term', () => {
    fc.assert(
      fc.property(graph(7, 16), ({ edges, directed, weight }) => {
        const net = network({ nodes: 7, edges, directed, weight });
        const z = Array.from({ length: 7 }, () => new Array<number>(7).fill(0));
        edges.forEach(([a, b], e) => {
          if (a === b) return;
          z[a][b] += weight[e];
          z[b][a] += weight[e];
        });
        const found = structuralHoles(net, true);
        for (let i = 0; i < 7; i++) {
          const total = (v: number): number => z[v].reduce((sum, w) => sum + w, 0);
          const p = (v: number, u: number): number => (total(v) > 0 ? z[v][u] / total(v) : 0);
          let [constraint, size] = [0, 0];
          for (let j = 0; j < 7; j++) {
            if (z[i][j] === 0) continue;
            let [through, redundant] = [0, 0];
            for (let q = 0; q < 7; q++) {
              if (q === i || q === j) continue;
              through += p(i, q) * p(q, j);
              redundant += p(i, q) * (z[j][q] / Math.max(...z[j]));
            }
            constraint += (p(i, j) + through) ** 2;
            size += 1 - redundant;
          }
          if (total(i) === 0) expect(found.constraint[i]).toBeNaN();
          else close([found.constraint[i], found.effectiveSize[i]], [constraint, size]);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('cuts, roles, two modes', () => {
  test('bridges and articulation points: more parts without them', async () => {
    await fc.assert(
      fc.asyncProperty(graph(7, 12), async ({ edges, directed }) => {
        const net = network({ nodes: 7, edges, directed });
        const parts = (nodes: number, left: Pairs): number => {
          const of = [...Array(nodes).keys()];
          const root = (v: number): number => (of[v] === v ? v : root(of[v]));
          for (const [a, b] of left) of[root(a)] = root(b);
          return of.filter((v, i) => v === i).length;
        };
        const whole = parts(7, edges);
        const bridges = edges.map(([a, b]) =>
          a !== b &&
          parts(
            7,
            edges.filter(([x, y]) => !((x === a && y === b) || (x === b && y === a))),
          ) > whole
            ? 1
            : 0,
        );
        expect(await values('bridge', net, {}, 'edges')).toEqual(bridges);
        // A node taken away leaves one part less of its own.
        const cut = [...Array(7).keys()].map((v) =>
          parts(
            7,
            edges.filter((pair) => !pair.includes(v)),
          ) -
            1 >
          whole
            ? 1
            : 0,
        );
        expect(await values('articulation_point', net)).toEqual(cut);
      }),
      { numRuns: 60 },
    );
  });
  test('participation and z by hand', () => {
    const net = network({
      nodes: 5,
      edges: [
        [0, 1],
        [0, 2],
        [0, 3],
        [1, 2],
      ],
    });
    const [p, z] = participationOf(net, { of: Int32Array.of(0, 0, 0, 1, 1), names: ['a', 'b'] });
    close(p, [1 - (4 / 9 + 1 / 9), 0, 0, 0, 0]);
    close(z, [0, 0, 0, 0, 0]);
  });
  test('brokerage: each role once, none where the ends are tied', () => {
    const net = network({ nodes: 3, edges: path, directed: true });
    const roles = (of: number[]): number[] =>
      brokerageOf(net, { of: Int32Array.from(of), names: ['a', 'b', 'c'] }).map((role) => role[1]);
    expect([[0, 0, 0], [0, 1, 0], [0, 1, 1], [0, 0, 1], [0, 1, 2]].map(roles)).toEqual([0, 1, 2, 3, 4].map((one) => [0, 1, 2, 3, 4].map((role) => (role === one ? 1 : 0)))); // prettier-ignore
    const closed = network({ nodes: 3, edges: [...path, [0, 2]], directed: true });
    expect(brokerageOf(closed, { of: Int32Array.of(0, 0, 0), names: ['a'] })[0][1]).toBe(0);
  });
  test('two-mode: a star of five is as central as can be', async () => {
    expect(mostBetween(1, 5)).toBe(10);
    const net = network({ nodes: 6, edges: [1, 2, 3, 4, 5].map((v): [number, number] => [0, v]) });
    net.sides = ['hub', 'leaf'];
    net.nodeColumns = [
      { type: 'text', name: 'kind', codes: Int32Array.of(0, 1, 1, 1, 1, 1), dictionary: ['hub', 'leaf'] },
    ];
    close(await values('two_mode_degree', net), [1, 1, 1, 1, 1, 1]);
    close(await values('two_mode_closeness', net), [1, 1, 1, 1, 1, 1]);
    close(await values('two_mode_betweenness', net), [1, 0, 0, 0, 0, 0]);
  });
});

describe('edges', () => {
  test('overlap, shared neighbours, returned: by hand', async () => {
    const net = network({ nodes: 4, edges: [[0, 1], [1, 2], [2, 0], [2, 3], [1, 0], [3, 3]], directed: true }); // prettier-ignore
    expect(await values('reciprocated', net, {}, 'edges')).toEqual([1, 0, 0, 0, 1, 0]);
    expect(await values('shared_neighbours', net, {}, 'edges')).toEqual([1, 1, 1, 0, 1, 0]);
    close(await values('overlap', net, {}, 'edges'), [1, 0.5, 0.5, 0, 1, 0]);
  });
});

describe('dyads and triads', () => {
  test('each kind is counted as itself', () => {
    triadNames.forEach((name, i) => {
      const net = network({ nodes: 3, edges: triadEdges[name], directed: true });
      expect([...triadCensus(net)]).toEqual(triadNames.map((_, k) => (k === i ? 1 : 0)));
      const { mutual, asymmetric, none } = dyadCensus(net);
      expect(`${mutual}${asymmetric}${none}`).toBe(name.slice(0, 3));
    });
  });
  test('against all sets of three, one by one', () => {
    const kindOf = (has: (a: number, b: number) => boolean, nodes: number[]): number =>
      triadNames.findIndex((name) =>
        orders.some((order) => {
          const drawn = new Set(triadEdges[name].map(([a, b]) => `${order[a]} ${order[b]}`));
          return [0, 1, 2].every((a) =>
            [0, 1, 2].every((b) => a === b || has(nodes[a], nodes[b]) === drawn.has(`${a} ${b}`)),
          );
        }),
      );
    fc.assert(
      fc.property(graph(8, 30), ({ edges, directed }) => {
        const net = network({ nodes: 8, edges, directed });
        const has = (a: number, b: number): boolean =>
          edges.some(([x, y]) => (x === a && y === b) || (!directed && x === b && y === a));
        const counts = new Array<number>(16).fill(0);
        for (let a = 0; a < 8; a++)
          for (let b = 0; b < a; b++) for (let c = 0; c < b; c++) counts[kindOf(has, [a, b, c])]++;
        expect([...triadCensus(net)]).toEqual(counts);
      }),
      { numRuns: 40 },
    );
  });
});
const orders = [[0, 1, 2], [0, 2, 1], [1, 0, 2], [1, 2, 0], [2, 0, 1], [2, 1, 0]]; // prettier-ignore

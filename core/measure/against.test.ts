/** Measures held against values worked by hand, printed in their papers, or found by slow independent methods. */
import fc from 'fast-check';
import { network } from '../graph';
import { triadNames, triadEdges } from '.';
import { dyadCensus, triadCensus } from './census';
import { mostBetween } from './two-mode';
import { brokerageOf, participationOf } from './roles';
import { structuralHoles } from './holes';
import { close, graph, kite, type Pairs, path, values } from './samples';

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

const orders = [
  [0, 1, 2],
  [0, 2, 1],
  [1, 0, 2],
  [1, 2, 0],
  [2, 0, 1],
  [2, 1, 0],
];

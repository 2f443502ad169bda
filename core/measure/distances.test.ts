import fc from 'fast-check';
import { type Network, network } from '../graph';
import { atOnce } from '.';
import { edgeBetweenness, sampledBetweenness } from './between';
import { close, graph, kite, type Pairs, path, values } from './samples';

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

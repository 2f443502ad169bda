import fc from 'fast-check';
import { type Network, network } from '../graph';
import { atOnce } from '.';
import { katzOf } from './eigenvector';
import { arrivals, principalVector, singularVectors, spectralRadius } from './leading';
import { pagerankOf } from './walk';
import { close, graph, type Pairs, path, values } from './samples';

// prettier-ignore

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

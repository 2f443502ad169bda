import fc from 'fast-check';
import { type Network, network } from '../graph';
import { seeded } from '../random';
import { atOnce } from '.';
import { pagerankOf } from './walk';

/** The definition, step by step: the walk's matrix applied until nothing changes. */
function byPower(net: Network, damping: number, start: readonly number[] | undefined, weighted: boolean): number[] {
  const n = net.ids.length;
  const walk = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  net.source.forEach((a, e) => {
    const w = weighted ? net.weight[e] : 1;
    walk[a][net.target[e]] += w;
    if (!net.directed) walk[net.target[e]][a] += w;
  });
  const base = Array.from({ length: n }, (_, v) => (start ? (start.includes(v) ? 1 / start.length : 0) : 1 / n));
  let rank = new Array<number>(n).fill(1 / n);
  for (let i = 0; i < 4000; i++) {
    const next = base.map((share) => (1 - damping) * share);
    for (let v = 0; v < n; v++) {
      const out = walk[v].reduce((sum, w) => sum + w, 0);
      for (let u = 0; u < n; u++) next[u] += damping * rank[v] * (out > 0 ? walk[v][u] / out : 1 / n);
    }
    rank = next;
  }
  return rank;
}

const small = fc.record({
  nodes: fc.integer({ min: 2, max: 7 }),
  ends: fc.array(fc.tuple(fc.nat(6), fc.nat(6), fc.integer({ min: 1, max: 9 })), { maxLength: 14 }),
  directed: fc.boolean(),
});
const made = ({ nodes, ends, directed }: { nodes: number; ends: [number, number, number][]; directed: boolean }) => {
  // A loop of an undirected network counts at both of its ends; here it is left out.
  const edges = ends.map(([a, b, w]) => [a % nodes, b % nodes, w] as const).filter(([a, b]) => a !== b);
  return network({ nodes, edges: edges.map(([a, b]) => [a, b] as const), weight: edges.map(([, , w]) => w), directed });
};

test.each([
  ['begun anywhere', () => undefined],
  ['begun at one node', () => [1]],
  ['begun at several nodes', (n: number) => Array.from({ length: Math.ceil(n / 2) }, (_, i) => i)],
])('PageRank %s is what the walk comes to', async (_name, startOf) => {
  await fc.assert(
    fc.asyncProperty(small, fc.boolean(), async (given, weighted) => {
      const net = made(given);
      const start = startOf(given.nodes);
      const found = await pagerankOf(net, atOnce, weighted, 0.85, start);
      byPower(net, 0.85, start, weighted).forEach((wanted, v) => expect(found[v]).toBeCloseTo(wanted, 9));
    }),
    { numRuns: 40 },
  );
});

test('several starts share what the walk begins with', async () => {
  const net = network({ nodes: 4, edges: [], directed: true });
  const found = await pagerankOf(net, atOnce, false, 0.85, [0, 1]);
  expect([...found].map((share) => share.toFixed(4))).toEqual(['0.2875', '0.2875', '0.2125', '0.2125']);
});

/** The sum by which one more step of the walk would change the ranks. */
function residual(net: Network, rank: ArrayLike<number>, damping: number): number {
  const n = net.ids.length;
  const out = new Float64Array(n);
  for (const a of net.source) out[a]++;
  let dangling = 0;
  for (let v = 0; v < n; v++) if (out[v] === 0) dangling += rank[v];
  const next = new Float64Array(n).fill((1 - damping + damping * dangling) / n);
  net.source.forEach((a, e) => (next[net.target[e]] += (damping * rank[a]) / out[a]));
  return next.reduce((sum, value, v) => sum + Math.abs(value - rank[v]), 0);
}

/** Groups of which few ties lead out, so that ranks flow slowly from one to the next. */
function slow(groups: number, size: number, seed: number): Network {
  const random = seeded(seed);
  const n = groups * size;
  const edges = Array.from({ length: 5 * n }, (): [number, number] => {
    const a = random.below(n);
    const home = a - (a % size);
    return [a, random.unit() < 0.995 ? home + random.below(size) : random.below(n)];
  });
  return network({ nodes: n, edges, directed: true });
}

test('where ranks flow slowly they are led on, and what is found is what the walk comes to', async () => {
  for (const seed of [1, 2, 3, 4]) {
    const net = slow(12, 60, seed);
    let rounds = 0;
    const rank = await pagerankOf(net, { breathe: () => void rounds++ }, false);
    expect(residual(net, rank, 0.85)).toBeLessThan(1e-12);
    // 80 without being led on.
    expect(rounds).toBeLessThan(60);
    const long = await pagerankOf(net, atOnce, false, 0.99);
    expect(residual(net, long, 0.99)).toBeLessThan(1e-12);
  }
});

test('circles, chains and stars, whose changes say little, end no later than by rounds alone', async () => {
  const ring = Array.from({ length: 50 }, (_, v): [number, number] => [v, (v + 1) % 50]);
  const star = Array.from({ length: 49 }, (_, v): [number, number] => [v + 1, 0]);
  for (const edges of [ring, ring.slice(1), star, star.map(([a, b]): [number, number] => [b, a]), [...ring, ...star]]) {
    const net = network({ nodes: 50, edges, directed: true });
    let rounds = 0;
    const rank = await pagerankOf(net, { breathe: () => void rounds++ }, false);
    expect(residual(net, rank, 0.85)).toBeLessThan(1e-12);
    // 0.85 to the power of 180 is below 1e-12 times 0.15.
    expect(rounds).toBeLessThan(180);
  }
});

test('the loop in WebAssembly and the plain one give the same bits', async () => {
  const net = slow(6, 200, 7);
  net.weight.forEach((_, e) => (net.weight[e] = 1 + (e % 7)));
  for (const given of [net, { ...net, directed: false }])
    for (const weighted of [false, true])
      for (const start of [undefined, [3, 5]]) {
        const [plain, held] = [
          await pagerankOf(given, atOnce, weighted, 0.85, start, true),
          await pagerankOf(given, atOnce, weighted, 0.85, start, false),
        ];
        expect(held).toEqual(plain);
        expect(held.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
      }
});

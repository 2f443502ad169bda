import fc from 'fast-check';
import { type Network, components, network, simpleAdjacency } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { keepApart } from './apart';
import { type ForceSettings, forceLayout } from './force';
import { ladder } from './ladder';
import { packParts } from './pack';
import { Quadtree } from './quadtree';
import { layoutQuality } from './quality';
import { Ranges } from './ranges';

const settings: ForceSettings = {
  pull: 0.2,
  spread: 40,
  apart: 12,
  iterations: 120,
  seed: 3,
  weights: false,
  pack: true,
};
const lay = (net: Network, change: Partial<ForceSettings> = {}): Promise<Float32Array> =>
  forceLayout(net, { ...settings, ...change }, atOnce);
const distance = (at: Float32Array, a: number, b: number): number =>
  Math.hypot(at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]);

const twoCliques = network({
  nodes: 10,
  edges: [
    ...[0, 1, 2, 3, 4].flatMap((i) => [0, 1, 2, 3, 4].filter((j) => j < i).map((j) => [i, j] as const)),
    ...[5, 6, 7, 8, 9].flatMap((i) => [5, 6, 7, 8, 9].filter((j) => j < i).map((j) => [i, j] as const)),
    [0, 5] as const,
  ],
});

test('the same seed gives the same bits, another seed other ones', async () => {
  expect(await lay(twoCliques)).toEqual(await lay(twoCliques));
  expect(await lay(twoCliques, { seed: 4 })).not.toEqual(await lay(twoCliques));
});

test('neighbours end nearer than strangers', async () => {
  const at = await lay(twoCliques);
  let inside = 0;
  let between = 0;
  for (let i = 0; i < 5; i++)
    for (let j = 0; j < 5; j++) {
      inside += distance(at, i, j) / 20;
      between += distance(at, i, 5 + j) / 25;
    }
  expect(between).toBeGreaterThan(2 * inside);
});

test('spread scales the drawing', async () => {
  const size = (at: Float32Array): number => Math.max(...at) - Math.min(...at);
  const narrow = await lay(twoCliques, { apart: 0 });
  const wide = await lay(twoCliques, { apart: 0, spread: 80 });
  expect(size(wide) / size(narrow)).toBeCloseTo(2, 3);
});

test('pull holds parts together', async () => {
  const net = network({ nodes: 40, edges: Array.from({ length: 20 }, (_, i) => [2 * i, 2 * i + 1] as const) });
  const ratio = async (pull: number): Promise<number> => {
    const at = await lay(net, { pull, apart: 0 });
    return distance(at, 0, 1) / Math.max(...at);
  };
  expect(await ratio(1)).toBeGreaterThan(await ratio(0));
});

test('heavier ties are shorter when weights count', async () => {
  const net = network({
    nodes: 3,
    edges: [
      [0, 1],
      [0, 2],
    ],
    weight: [100, 1],
  });
  const at = await lay(net, { weights: true, apart: 0 });
  expect(distance(at, 0, 1)).toBeLessThan(distance(at, 0, 2));
});

test.each([
  ['nothing', network({ nodes: 0, edges: [] })],
  ['one node', network({ nodes: 1, edges: [[0, 0]] })],
  ['no edges', network({ nodes: 30, edges: [] })],
  ['two nodes', network({ nodes: 2, edges: [[0, 1]] })],
])('%s: positions are numbers', async (_name, net) => {
  const at = await lay(net);
  expect(at).toHaveLength(2 * net.ids.length);
  expect(at.every((value) => Number.isFinite(value))).toBe(true);
});

test('positions are reported while it runs, and a stop ends it', async () => {
  const seen: Float32Array[] = [];
  await forceLayout(twoCliques, settings, atOnce, (at) => seen.push(at));
  expect(seen.length).toBeGreaterThan(100);
  let breaths = 0;
  const stopping = {
    breathe: () => {
      if (++breaths > 5) throw new Error('stopped');
    },
  };
  await expect(forceLayout(twoCliques, settings, stopping)).rejects.toThrow('stopped');
});

test('nodes are kept apart', async () => {
  const points = fc.array(fc.float({ min: 0, max: 60, noNaN: true }), { minLength: 2, maxLength: 60 });
  await fc.assert(
    fc.asyncProperty(points, async (values) => {
      const at = Float32Array.from(values.length % 2 ? values.slice(1) : values);
      await keepApart(at, 10, atOnce);
      for (let a = 0; 2 * a < at.length; a++)
        for (let b = 0; b < a; b++) expect(distance(at, a, b)).toBeGreaterThan(9.99);
    }),
  );
});

/** Bodies at random, some of them in one place. */
function bodies(n: number, seed: number) {
  const random = seeded(seed);
  const at = Float64Array.from({ length: 2 * n }, () => Math.round(random.unit() * 40) / 10);
  const mass = Float64Array.from({ length: n }, () => 1 + random.below(5));
  return { at, mass };
}

test('the tree of ranges holds each body in one leaf, and its cells sum up what is in them', () => {
  const n = 500;
  const { at, mass } = bodies(n, 5);
  const tree = new Ranges(n);
  for (let round = 0; round < 2; round++) {
    tree.build(at, mass);
    const held: number[] = [];
    for (let c = 0; c < tree.cells; c++) {
      const inside = [...tree.order.slice(tree.first[c], tree.end[c])];
      if (tree.skip[c] === c + 1) held.push(...inside);
      const sum = inside.reduce((all, v) => all + mass[v], 0);
      expect(tree.mass[c]).toBeCloseTo(sum, 8);
      expect(tree.x[c]).toBeCloseTo(inside.reduce((all, v) => all + at[2 * v] * mass[v], 0) / sum, 8);
      expect(tree.y[c]).toBeCloseTo(inside.reduce((all, v) => all + at[2 * v + 1] * mass[v], 0) / sum, 8);
    }
    expect(held.sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, v) => v));
    expect(tree.skip[0]).toBe(tree.cells);
  }
});

describe.each([
  ['quadtree', Quadtree],
  ['tree of ranges', Ranges],
])('%s', (_name, Tree) => {
  test.each([[1], [2], [8], [60], [2000]])('the push of %s bodies is close to the sum over all pairs', (n) => {
    const { at, mass } = bodies(n, 11);
    const tree = new Tree(n);
    tree.build(at, mass);
    const found = new Float64Array(2 * n);
    tree.push(found);
    let [off, all] = [0, 0];
    for (let i = 0; i < n; i++) {
      let [fx, fy] = [0, 0];
      for (let j = 0; j < n; j++) {
        const [dx, dy] = [at[2 * i] - at[2 * j], at[2 * i + 1] - at[2 * j + 1]];
        const f = mass[j] / (dx * dx + dy * dy + 1e-7);
        fx += dx * f;
        fy += dy * f;
      }
      off += (found[2 * i] - fx) ** 2 + (found[2 * i + 1] - fy) ** 2;
      all += fx ** 2 + fy ** 2;
    }
    expect(Math.sqrt(off)).toBeLessThanOrEqual(0.04 * Math.sqrt(all) + 1e-9);
    if (n <= 2) expect(off).toBeLessThan(1e-15);
  });
});

describe('large networks, level by level', () => {
  const random = seeded(3);
  /** Forty groups of fifty nodes; of ten ties seven stay inside. */
  const planted = network({
    nodes: 2000,
    edges: Array.from({ length: 10_000 }, () => {
      const from = random.below(2000);
      return [from, random.below(10) < 7 ? from - (from % 50) + random.below(50) : random.below(2000)] as const;
    }),
  });

  test('rungs are smaller each, with all the mass, and every node in one of the next', () => {
    const rungs = ladder(simpleAdjacency(planted, 'both'), seeded(1), 100);
    expect(rungs.length).toBeGreaterThan(1);
    const masses = rungs.map(({ strength }) => strength.reduce((sum, one) => sum + one, 0));
    rungs.slice(1).forEach(({ strength }, i) => {
      expect(strength.length).toBeLessThan(0.8 * rungs[i].strength.length);
      expect(masses[i + 1]).toBeCloseTo(masses[0], 6);
      const up = rungs[i].up ?? new Uint32Array();
      expect(up).toHaveLength(rungs[i].strength.length);
      expect(new Set(up).size).toBe(strength.length);
    });
  });

  test('tight groups keep neighbours near, and more of them than even spacing', async () => {
    const radius = new Float32Array(2000);
    const kept = async (grows: number) =>
      (await layoutQuality(planted, await lay(planted, { grows, apart: 0 }), radius, atOnce)).kept;
    const [tight, even] = [await kept(0), await kept(1)];
    expect(tight).toBeGreaterThan(0.12);
    expect(tight).toBeGreaterThan(2 * even);
  });

  test('it ends by itself, long before the rounds that were asked for', async () => {
    let rounds = 0;
    await forceLayout(planted, { ...settings, iterations: 5000, apart: 0, grows: 0 }, atOnce, () => rounds++);
    expect(rounds).toBeLessThan(120);
  });

  test('10,000 parts without ties between them are placed', async () => {
    const pairs = network({
      nodes: 20_000,
      edges: Array.from({ length: 10_000 }, (_, i) => [2 * i, 2 * i + 1] as const),
    });
    const at = await lay(pairs, { apart: 0, grows: 0 });
    expect(at.every((value) => Number.isFinite(value))).toBe(true);
    const lengths = Array.from({ length: 10_000 }, (_, i) => distance(at, 2 * i, 2 * i + 1)).sort((a, b) => a - b);
    expect(lengths[9_999]).toBeLessThan(10 * lengths[5_000]);
  });
});

test('a heap of nodes in one spot opens into a disc around it, all apart', async () => {
  const n = 900;
  const at = new Float32Array(2 * n + 2).fill(50);
  at.set([400, 0], 2 * n);
  await keepApart(at, 10, atOnce);
  const radius = Array.from({ length: n }, (_, v) => Math.hypot(at[2 * v] - 50, at[2 * v + 1] - 50));
  // A disc of that area, and hardly more; the node beside it stays.
  expect(Math.max(...radius)).toBeLessThan(1.4 * 10 * Math.sqrt(n / Math.PI));
  expect([...at.slice(2 * n)]).toEqual([400, 0]);
  let nearest = Infinity;
  for (let v = 0; v < n; v++) for (let u = 0; u < v; u++) nearest = Math.min(nearest, distance(at, u, v));
  expect(nearest).toBeGreaterThan(9.9);
});

describe('parts that no edge joins', () => {
  const edges: [number, number][] = [];
  for (let i = 0; i < 30; i++) for (const j of [1, 2, 5]) edges.push([i, (i + j) % 30]);
  // Beside the ring of 30: four pairs and 20 isolates.
  for (let p = 0; p < 4; p++) edges.push([30 + 2 * p, 31 + 2 * p]);
  const net = network({ nodes: 58, edges });
  const box = (at: Float32Array, nodes: number[]) => ({
    left: Math.min(...nodes.map((v) => at[2 * v])),
    right: Math.max(...nodes.map((v) => at[2 * v])),
    top: Math.min(...nodes.map((v) => at[2 * v + 1])),
    bottom: Math.max(...nodes.map((v) => at[2 * v + 1])),
  });
  const main = Array.from({ length: 30 }, (_, v) => v);
  const rest = Array.from({ length: 28 }, (_, i) => 30 + i);

  test('stand in rows beside the largest, and take little room', async () => {
    const at = await lay(net);
    const [a, b] = [box(at, main), box(at, rest)];
    expect(b.left).toBeGreaterThan(a.right);
    expect(b.bottom - b.top).toBeLessThan(1.6 * (a.bottom - a.top));
    expect(b.right - b.left).toBeLessThan(a.right - a.left);
    // Isolates stand in rows: few different heights.
    const heights = new Set(rest.slice(8).map((v) => Math.round(at[2 * v + 1])));
    expect(heights.size).toBeLessThan(12);
  });

  test('few small parts stand as a block beside the largest, not as one high column', () => {
    // A long chain, and twenty pairs.
    const n = 200 + 40;
    const net = network({
      nodes: n,
      edges: [
        ...Array.from({ length: 199 }, (_, i): [number, number] => [i, i + 1]),
        ...Array.from({ length: 20 }, (_, i): [number, number] => [200 + 2 * i, 201 + 2 * i]),
      ],
    });
    const at = Float32Array.from({ length: 2 * n }, (_, i) => (i % 2 ? 40 * (i >> 1) : (i >> 1) % 2));
    packParts(at, components(net), 10);
    const [x, y] = [0, 1].map((axis) => Array.from({ length: 40 }, (_, i) => at[2 * (200 + i) + axis]));
    const side = (values: number[]): number => Math.max(...values) - Math.min(...values);
    expect(side(x)).toBeGreaterThan(side(y) / 4);
    expect(Math.min(...x)).toBeGreaterThan(1);
    // In the middle of its height.
    expect((Math.max(...y) + Math.min(...y)) / 2).toBeCloseTo(199 * 20, -2);
  });

  test('none lies over another, each keeps its shape, and unpacked they stay where forces put them', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(23), fc.nat(23)), { maxLength: 30 }), fc.integer(), (pairs, seed) => {
        const any = network({ nodes: 24, edges: pairs });
        const parts = components(any);
        const random = seeded(seed);
        const before = Float32Array.from({ length: 48 }, () => 200 * random.unit());
        const at = before.slice();
        packParts(at, parts, 10);
        const boxes = Array.from(parts.sizes, (_, part) =>
          box(
            at,
            [...parts.of.keys()].filter((v) => parts.of[v] === part),
          ),
        );
        boxes.forEach((one, i) =>
          boxes.slice(0, i).forEach((other) => {
            const over =
              one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;
            expect(over).toBe(false);
          }),
        );
        for (const [a, b] of pairs) expect(distance(at, a, b)).toBeCloseTo(distance(before, a, b), 2);
      }),
      { numRuns: 50 },
    );
  });
});

import fc from 'fast-check';
import { type Network, components, network } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { keepApart } from './apart';
import { type ForceSettings, forceLayout } from './force';
import { packParts } from './pack';
import { Quadtree } from './quadtree';

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

test('the quadtree holds all mass once, and its cells sum up what is in them', () => {
  const random = seeded(5);
  const n = 500;
  const x = Float64Array.from({ length: n }, () => Math.round(random.unit() * 40) / 10);
  const y = Float64Array.from({ length: n }, () => Math.round(random.unit() * 40) / 10);
  const mass = Float64Array.from({ length: n }, () => 1 + random.below(5));
  const tree = new Quadtree(n);
  for (let round = 0; round < 2; round++) {
    tree.build(x, y, mass);
    let leaves = 0;
    for (let c = 0; c < tree.cells; c++) if (tree.side2[c] === 0) leaves += tree.mass[c];
    const all = mass.reduce((sum, one) => sum + one, 0);
    expect(leaves).toBeCloseTo(all, 8);
    expect(tree.mass[0]).toBeCloseTo(all, 8);
    expect(tree.skip[0]).toBe(tree.cells);
    expect(tree.x[0]).toBeCloseTo(x.reduce((sum, at, i) => sum + at * mass[i], 0) / all, 8);
  }
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

/** Layouts that go on from a picture. */
import type { Onto } from './onto';
import { type Network, network } from '../graph';
import { seeded } from '../random';
import { atOnce } from '../split';
import { begunAt, begunOf, laidOnto, layouts, longestPacked, manyBegunOf, mostBegun, mostPacked } from '.';
import { forceLayout } from './force';
import { inUnits } from './begun';
import { layoutQuality } from './quality';
import { packPlaces, placesIn } from './packed';
import { stressLayout } from './stress';

/** Groups of ten with ties inside and a few between. */
function groups(count: number, seed = 1): Network {
  const random = seeded(seed);
  const n = 10 * count;
  const edges: [number, number][] = [];
  for (let v = 0; v < n; v++) {
    const own = v - (v % 10);
    for (let i = 0; i < 3; i++) edges.push([v, own + random.below(10)]);
    if (v % 10 === 0) edges.push([v, (v + 10) % n]);
  }
  return network({ nodes: n, edges: edges.filter(([a, b]) => a !== b) });
}
const plain = { pull: 0.2, spread: 44, apart: 0, iterations: 300, seed: 7, weights: false, pack: true };
const quality = (net: Network, at: Float32Array): ReturnType<typeof layoutQuality> =>
  layoutQuality(net, at, new Float32Array(net.ids.length), atOnce);
const placesOf = (net: Network, at: Float32Array) =>
  Object.fromEntries(net.ids.map((id, v) => [id, [at[2 * v], at[2 * v + 1]] as [number, number]]));

/** Mean way of the nodes from one picture to the other, turned and moved onto it, over its size. */
function farApart(net: Network, from: Float32Array, to: Float32Array): number {
  const laid = laidOnto(net, to, placesOf(net, from));
  let [way, size] = [0, 0];
  for (let v = 0; v < net.ids.length; v++) {
    way += Math.hypot(laid[2 * v] - from[2 * v], laid[2 * v + 1] - from[2 * v + 1]);
    size += Math.hypot(from[2 * v], from[2 * v + 1]);
  }
  return way / size;
}

/** 1,500 nodes: too many for single places to be remembered. */
const large = groups(150);

describe('places of many nodes', () => {
  test('come back from their text to 1/4,096 of the picture, in whatever order the nodes stand', () => {
    const random = seeded(3);
    const ids = Array.from({ length: 5000 }, (_, v) => `näme ${v}`);
    const at = Float32Array.from({ length: 10_000 }, () => 3000 * random.unit() - 1000);
    const text = packPlaces(ids, at);
    expect(text.length).toBeLessThan(8.1 * 5000);
    const back = placesIn([...ids, 'new'], text) ?? new Float32Array(0);
    expect([...back.slice(10_000)]).toEqual([NaN, NaN]);
    let lost = 0;
    for (let i = 0; i < 10_000; i++) {
      if (Number.isNaN(back[i])) lost++;
      else expect(Math.abs(back[i] - at[i])).toBeLessThan(0.4);
    }
    // Two ids in 16,777,216 hashes meet once in 1,342 pairs of 5,000 nodes.
    expect(lost).toBeLessThan(12);
    const turned = Float32Array.from({ length: 10_000 }, (_, i) => at[9998 - (i - (i % 2)) + (i % 2)]);
    expect(packPlaces([...ids].reverse(), turned)).toBe(text);
  });
  test('are those asked for; ids of one hash, places that are none, and all on one spot', () => {
    // FNV-1a, folded to 24 bits, of these two is the same.
    const [a, b] = ['n5805', 'n22333'];
    const at = Float32Array.of(1, 1, 2, 2, 5, 9, NaN, 3);
    const back = placesIn([a, b, 'c', 'd'], packPlaces([a, b, 'c', 'd'], at));
    expect([...(back ?? [])].map(Math.round)).toEqual([NaN, NaN, NaN, NaN, 5, 9, NaN, NaN]);
    expect([
      ...(placesIn(
        ['c', 'a'],
        packPlaces(['c', 'a'], at, (id) => id === 'a'),
      ) ?? []),
    ]).toEqual([NaN, NaN, 2, 2]);
    expect([...(placesIn(['c'], packPlaces(['c'], Float32Array.of(7, 8))) ?? [])]).toEqual([7, 8]);
    expect(packPlaces([], new Float32Array(0))).toBe('');
    const ids = Array.from({ length: mostPacked }, (_, i) => `${i}`);
    const { length } = packPlaces(ids, new Float32Array(2 * mostPacked));
    expect(longestPacked).toBeGreaterThanOrEqual(length);
    expect(longestPacked - length).toBeLessThan(100);
  });
  // The last two are no numbers, or too large ones, where the picture begins.
  test.each(['', 'AAAA', '%%', btoa('x'.repeat(13)), btoa('\xff'.repeat(18)), btoa('\x7e'.repeat(18))])(
    'a text that is none: “%s”',
    (text) => {
      expect(placesIn(['a'], text)).toBeUndefined();
      expect(begunAt(large, {}, text)).toBeUndefined();
    },
  );
  test('are remembered of networks between those of which single ones are and the largest', () => {
    const all = (): boolean => true;
    const of = (n: number) => manyBegunOf(network({ nodes: n, edges: [] }), new Float32Array(2 * n).fill(1), all);
    expect([of(mostBegun), of(mostPacked + 1)]).toEqual([undefined, undefined]);
    expect(of(mostBegun + 1)).not.toBe('');
    expect(manyBegunOf(large, new Float32Array(3000), () => false)).toBeUndefined();
  });
});

describe('places to begin with', () => {
  const path = network({ nodes: 5, edges: [[0, 1], [1, 2], [3, 4]] }); // prettier-ignore
  test('nodes that are known stand where they were, others among their neighbours, parts of which none is known nowhere', () => {
    const at = begunAt(path, { 0: [100, 0], 2: [200, 0] });
    expect([...(at ?? []).slice(0, 2), ...(at ?? []).slice(4, 6)]).toEqual([100, 0, 200, 0]);
    expect(Math.hypot((at?.[2] ?? 0) - 150, at?.[3] ?? 0)).toBeCloseTo(6, 3);
    expect([...(at ?? []).slice(6)]).toEqual([NaN, NaN, NaN, NaN]);
  });
  test('a chain of nodes that are not known follows the known one', () => {
    const chain = network({ nodes: 6, edges: [[0, 1], [1, 2], [2, 3], [3, 4], [4, 5]] }); // prettier-ignore
    const at = begunAt(chain, { 0: [10, 10], 1: [20, 10] }) ?? [];
    expect([...at].some(Number.isNaN)).toBe(false);
    expect(Math.hypot(at[10] - 20, at[11] - 10)).toBeLessThan(40);
  });
  test('too few known ones, none, or a large network begin anew', () => {
    expect(begunAt(path, { 0: [1, 1] })).toBeUndefined();
    expect(begunAt(path, {})).toBeUndefined();
    expect(begunAt(path, { odd: [1, 2], even: [3, 4] })).toBeUndefined();
    const large = network({ nodes: mostBegun + 1, edges: [] });
    expect(begunOf(large, new Float32Array(2 * mostBegun + 2))).toEqual({});
    expect(begunAt(network({ nodes: 0, edges: [] }), {})).toBeUndefined();
  });
  test('at most 500 nodes are remembered', () => {
    const net = network({ nodes: 999, edges: [] });
    expect(Object.keys(begunOf(net, new Float32Array(1998)))).toHaveLength(500);
    expect(begunOf(path, Float32Array.of(1.4, 2.6, 0, 0, 0, 0, 0, 0, 0, 0))).toMatchObject({ 0: [1, 3] });
  });
  test('all in one spot, there is nothing to go on from', () => {
    const other = Float64Array.of(1, 2, 3, 4);
    expect(inUnits(Float32Array.of(5, 5, 5, 5), 1, () => other)).toBe(other);
    expect([...inUnits(Float32Array.of(-3, 0, 3, 0), 0.5, () => other)]).toEqual([-0.5, 0, 0.5, 0]);
    expect([...inUnits(Float32Array.of(-3, 0, 3, 0, NaN, NaN), 0.5, () => Float64Array.of(0, 0, 0, 0, 7, 8))].slice(4)).toEqual([7, 8]); // prettier-ignore
  });
});

test.each([
  ['forces', (net: Network, more: object, begin?: Float32Array) => forceLayout(net, { ...plain, ...more }, atOnce, undefined, begin)],
  ['stress', (net: Network, more: object, begin?: Float32Array) => stressLayout(net, { room: 70, apart: 0, seed: 7, ...more }, atOnce, undefined, { begin })],
] as const)('%s go on from the picture: it hardly moves with another seed, and tells the distances as well', async (_, lay) => {
  const net = groups(12);
  const first = await lay(net, {});
  const anew = await lay(net, { seed: 8 });
  const on = await lay(net, { seed: 8 }, begunAt(net, placesOf(net, first)));
  expect(farApart(net, first, on)).toBeLessThan(0.15);
  expect(farApart(net, first, on)).toBeLessThan(0.5 * farApart(net, first, anew));
  const [before, after] = [await quality(net, first), await quality(net, on)];
  expect(after.stress).toBeLessThan(1.05 * before.stress);
  // The same each time.
  expect(await lay(net, { seed: 8 }, begunAt(net, placesOf(net, first)))).toEqual(on);
}); // prettier-ignore

test('a network of many nodes goes on from the text of its picture, with few rounds, as good as it was', async () => {
  const first = await forceLayout(large, plain, atOnce);
  let rounds = 0;
  const begin = begunAt(large, {}, packPlaces(large.ids, first));
  const on = await forceLayout(large, { ...plain, seed: 8 }, atOnce, () => rounds++, begin);
  expect(rounds).toBeLessThan(20);
  expect(farApart(large, first, on)).toBeLessThan(0.1);
  expect((await quality(large, on)).stress).toBeLessThan(1.02 * (await quality(large, first)).stress);
});

test('nodes that are new find their place among those that stay', async () => {
  const net = groups(10);
  const first = await forceLayout(net, plain, atOnce);
  const known: Onto = Object.fromEntries(Object.entries(placesOf(net, first)).filter((_, v) => v % 10 < 7));
  const on = await forceLayout(net, plain, atOnce, undefined, begunAt(net, known));
  expect(farApart(net, first, on)).toBeLessThan(0.2);
});

test('only layouts that look at it say that they go on', () => {
  expect(Object.values(layouts).filter((layout) => 'goesOn' in layout).map(({ key }) => key)).toEqual(['force', 'stress']); // prettier-ignore
});

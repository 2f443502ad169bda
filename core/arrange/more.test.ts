/** What layers, right angles, boxes, trees and places promise. */
import { atOnce } from '../measure';
import type { Column } from '../tables';
import { boxesLayout, boxesOf } from './boxes';
import { layouts } from '.';
import { layeredLayout } from './layered';
import { placesLayout } from './places';
import { type Pairs, amount, far, kind, made } from './samples';
import { treeLayout } from './tree';

// The kernel that lays out layers takes its time on a busy machine.
jest.setTimeout(60_000);

const directed = (n: number, edges: Pairs) => ({ ...made(n, edges), directed: true });

describe('layers', () => {
  const settings = { towards: 'down' as const, room: 90, apart: 22, around: false, together: true };

  test('each tie of a network without circles leads down, by `room` at least', async () => {
    const net = directed(7, [[0, 1], [0, 2], [1, 3], [2, 3], [3, 4], [0, 4], [5, 6]]); // prettier-ignore
    const { positions: at } = await layeredLayout(net, settings, 'POLYLINE', atOnce);
    net.source.forEach((a, e) => {
      const rise = at[2 * net.target[e] + 1] - at[2 * a + 1];
      expect(rise).toBeGreaterThanOrEqual(89.5);
    });
  });

  test('nodes of a layer keep apart, and ties have ways of their own only where they go around', async () => {
    const edges = Array.from({ length: 60 }, (_, i): [number, number] => [i % 10, 10 + ((i * 7) % 30)]);
    const close = await layeredLayout(directed(40, edges), settings, 'POLYLINE', atOnce);
    for (let a = 0; a < 40; a++) for (let b = 0; b < a; b++) expect(far(close.positions, a, b)).toBeGreaterThan(21.9);
    expect(close.routes).toBeUndefined();
    const long = directed(4, [[0, 1], [1, 2], [2, 3], [0, 3]]); // prettier-ignore
    const { routes } = await layeredLayout(long, { ...settings, around: true }, 'POLYLINE', atOnce);
    expect(routes && routes.offsets[4] - routes.offsets[3]).toBeGreaterThan(2);
  });

  test('towards the right the same holds of x', async () => {
    const net = directed(4, [[0, 1], [1, 2], [0, 3]]); // prettier-ignore
    const { positions: at } = await layeredLayout(net, { ...settings, towards: 'right' }, 'POLYLINE', atOnce);
    net.source.forEach((a, e) => expect(at[2 * net.target[e]]).toBeGreaterThan(at[2 * a] + 80));
  });

  test('a network without directions is told to take another layout; a large one too', () => {
    const asked = (net: ReturnType<typeof made>): string | undefined =>
      layouts.layers.needs?.(net, layouts.layers.schema.parse({}));
    expect(asked(made(3, [[0, 1]]))).toMatch(/no direction/);
    expect(asked(directed(1001, []))).toMatch(/up to 1,000 nodes and 2,500 ties/);
    expect(asked(directed(3, [[0, 1]]))).toBeUndefined();
  });
});

test('at right angles every tie runs along and across only, from one node to the other; parallel ones apart', async () => {
  const net = made(6, [[0, 1], [1, 2], [2, 3], [3, 0], [0, 4], [4, 5], [2, 5], [0, 4], [1, 1]]); // prettier-ignore
  const settings = { towards: 'right' as const, room: 40, apart: 22, around: true, together: true };
  const { positions: at, routes } = await layeredLayout(net, settings, 'ORTHOGONAL', atOnce);
  if (!routes) throw new Error('no routes');
  let turns = 0;
  for (let e = 0; e < net.source.length; e++) {
    const points = [...routes.points.slice(2 * routes.offsets[e], 2 * routes.offsets[e + 1])];
    for (let i = 2; i < points.length; i += 2) {
      expect(Math.min(Math.abs(points[i] - points[i - 2]), Math.abs(points[i + 1] - points[i - 1]))).toBeLessThan(0.01);
      turns++;
    }
    if (!points.length) continue;
    const end = (v: number, x: number, y: number): number => Math.hypot(at[2 * v] - x, at[2 * v + 1] - y);
    expect(end(net.source[e], points[0], points[1])).toBeLessThan(16);
    expect(end(net.target[e], points.at(-2) ?? 0, points.at(-1) ?? 0)).toBeLessThan(16);
  }
  expect(turns).toBeGreaterThan(4);
  const ways = [4, 7].map((e) => String(routes.points.slice(2 * routes.offsets[e], 2 * routes.offsets[e + 1])));
  if (ways[0]) expect(ways[0]).not.toBe(ways[1]);
});

describe('group boxes', () => {
  const settings = { by: 'group', room: 40, gap: 30, seed: 7 };

  test('areas follow the sizes, and boxes do not overlap', () => {
    const boxes = boxesOf(['a', 'b', 'c'], [60, 30, 10], { ...settings, gap: 0 });
    const areas = boxes.map(({ left, right, top, bottom }) => (right - left) * (bottom - top));
    expect(areas[0] / areas[2]).toBeCloseTo(6, 6);
    expect(areas[1] / areas[2]).toBeCloseTo(3, 6);
    boxes.forEach((a, i) =>
      boxes.slice(0, i).forEach((b) => {
        const over = (low: number, high: number): number => Math.max(0, high - low);
        const shared =
          over(Math.max(a.left, b.left), Math.min(a.right, b.right)) *
          over(Math.max(a.top, b.top), Math.min(a.bottom, b.bottom));
        expect(shared).toBeLessThan(1e-6);
      }),
    );
  });

  test('each node stands inside the box of its group', async () => {
    const names = Array.from({ length: 40 }, (_, v) => ['Ness', 'Voe', 'Holm', ''][Math.min(3, Math.floor(v / 12))]);
    const net = made(40, Array.from({ length: 60 }, (_, i): [number, number] => [i % 40, (i * 7) % 40]), kind('group', ...names)); // prettier-ignore
    const at = await boxesLayout(net, settings, atOnce);
    const boxes = boxesOf(['Ness', 'Voe', 'Holm', ''], [12, 12, 12, 4], settings);
    const slack = 10;
    names.forEach((name, v) => {
      const { left, right, top, bottom } = boxes[['Ness', 'Voe', 'Holm', ''].indexOf(name)];
      expect([at[2 * v] > left - slack, at[2 * v] < right + slack]).toEqual([true, true]);
      expect([at[2 * v + 1] > top - slack, at[2 * v + 1] < bottom + slack]).toEqual([true, true]);
    });
  });
});

describe('tree', () => {
  const settings = { round: false, along: false, room: 100, apart: 20 };
  const star: Pairs = [[0, 1], [1, 2], [1, 3], [3, 4], [3, 5], [4, 5]]; // prettier-ignore

  test('each node hangs a step below the one it is reached from; neighbours keep apart', () => {
    const at = treeLayout(made(6, star), settings);
    const depth = Array.from({ length: 6 }, (_, v) => Math.round((at[2 * v + 1] - at[3]) / 100));
    expect(depth).toEqual([1, 0, 1, 1, 2, 2]);
    for (let a = 0; a < 6; a++) for (let b = 0; b < a; b++) expect(far(at, a, b)).toBeGreaterThan(19.9);
  });

  test('a chosen root stands on top; along the ties only what they lead to hangs below', () => {
    const fromFour = treeLayout(made(6, star), { ...settings, root: '4' });
    expect(Array.from({ length: 6 }, (_, v) => Math.round((fromFour[2 * v + 1] - fromFour[9]) / 100))).toEqual([3, 2, 3, 1, 0, 1]); // prettier-ignore
    const net = { ...made(4, [[1, 0], [2, 1], [3, 1]]), directed: true }; // prettier-ignore
    const along = treeLayout(net, { ...settings, along: true });
    // 2 and 3 have nobody above them; 1 hangs on the first of them.
    expect(along[5]).toBeCloseTo(along[7], 3);
    expect(along[3] - along[5]).toBeCloseTo(100, 3);
  });

  test('round, steps are rings around the root, and nodes of a ring keep apart', () => {
    const net = made(31, Array.from({ length: 30 }, (_, i): [number, number] => [Math.floor(i / 2), i + 1])); // prettier-ignore
    const at = treeLayout(net, { ...settings, root: '0', round: true });
    const ring = Array.from({ length: 31 }, (_, v) => far(at, v));
    expect(ring[0]).toBeCloseTo(0, 3);
    for (let v = 1; v < 31; v++) expect(ring[v] / ring[1]).toBeCloseTo(Math.floor(Math.log2(v + 1)), 3);
    for (let a = 0; a < 31; a++) for (let b = 0; b < a; b++) expect(far(at, a, b)).toBeGreaterThan(15);
  });

  test('deeper than a call goes: a path of 15,000 nodes', () => {
    const n = 15_000;
    const at = treeLayout(made(n, Array.from({ length: n - 1 }, (_, i): [number, number] => [i, i + 1])), { ...settings, root: '0' }); // prettier-ignore
    expect(at[2 * n - 1] - at[1]).toBeCloseTo(100 * (n - 1), -2);
  });
});

describe('places', () => {
  const settings = { place: '', latitude: 'lat', longitude: 'lon', projection: 'degrees as they are' as const, wide: 800, apart: 0 }; // prettier-ignore

  test('degrees as they are: x east, y north, `wide` across', async () => {
    const net = made(3, [], amount('lat', 60, 61, 60), amount('lon', 0, 1, 2));
    const at = await placesLayout(net, settings, atOnce);
    expect([at[4] - at[0], at[2] - at[0]]).toEqual([800, 400]);
    expect(at[1] - at[3]).toBeCloseTo(400, 1);
  });

  test('a region across 180° stays whole; a place outside of the world stands below with those that have none', async () => {
    const net = made(5, [], amount('lat', -17, -18, 95, NaN, -17.5), amount('lon', 179, -179, 0, 0, 181));
    const at = await placesLayout(net, settings, atOnce);
    expect(Math.abs(at[2] - at[0])).toBeCloseTo(800, 2);
    const below = Math.max(at[1], at[3]);
    for (const v of [2, 3, 4]) expect(at[2 * v + 1]).toBeGreaterThan(below + 20);
    expect(at.every(Number.isFinite)).toBe(true);
  });

  test('equal angles keep the poles finite; nodes of one place are kept apart', async () => {
    const net = made(3, [], amount('lat', 90, 0, 0), amount('lon', 0, 10, 10));
    const at = await placesLayout(net, { ...settings, projection: 'equal angles', apart: 20 }, atOnce);
    expect(at.every(Number.isFinite)).toBe(true);
    expect(far(at, 1, 2)).toBeGreaterThan(19.9);
  });

  test('by a column of places; one of another kind is named', async () => {
    const place: Column = {
      type: 'place',
      name: 'garden',
      latitude: Float64Array.of(60, 60.5),
      longitude: Float64Array.of(-1, -1.5),
    };
    const net = made(2, [], place, kind('kind', 'a', 'b'));
    const at = await placesLayout(net, { ...settings, place: 'garden' }, atOnce);
    expect(at[0]).toBeGreaterThan(at[2]);
    await expect(placesLayout(net, { ...settings, place: 'kind' }, atOnce)).rejects.toThrow(/holds no places/);
    expect(layouts.places.needs?.(made(2, []), layouts.places.schema.parse({}))).toMatch(
      /no place.*Choose two columns/,
    );
  });
});

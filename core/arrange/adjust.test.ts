/** Adjustments by hand, bundles, and pictures that lie on former ones. */
import fc from 'fast-check';
import { atOnce } from '../measure';
import { adjusted, adjustedAtOnce, adjustedSchema, laidOnto, letGo, ontoOf, putByHand, withAdjustment } from '.';
import type { Adjusted } from '.';
import { bundlesOf } from './bundles';
import { carried, routesOf } from './routes';
import { far, made } from './samples';

const square = (): Float32Array => Float32Array.of(0, 0, 10, 0, 10, 10, 0, 10);
const net = made(4, [[0, 1], [1, 2], [2, 3]]); // prettier-ignore
const after = async (...list: Adjusted[]): Promise<number[]> =>
  Array.from(await adjusted(net, square(), list, atOnce), (part) => Math.round(part * 100) / 100 + 0);

describe('adjustments', () => {
  test.each<[string, Adjusted, number[]]>([
    ['a quarter turn', { do: 'turn', degrees: 90 }, [10, 0, 10, 10, 0, 10, 0, 0]],
    ['mirrored left for right', { do: 'mirror', across: true }, [10, 0, 0, 0, 0, 10, 10, 10]],
    ['mirrored top for bottom', { do: 'mirror', across: false }, [0, 10, 10, 10, 10, 0, 0, 0]],
    ['expanded from the middle', { do: 'size', x: 2, y: 2 }, [-5, -5, 15, -5, 15, 15, -5, 15]],
    ['two of them turned', { do: 'turn', degrees: 180, nodes: ['0', '1'] }, [10, 0, 0, 0, 10, 10, 0, 10]],
    ['lined up in a row', { do: 'line up', row: true }, [0, 5, 10, 5, 10, 5, 0, 5]],
    ['put by hand', { do: 'move', to: { 2: [7, 8], gone: [1, 1] } }, [0, 0, 10, 0, 7, 8, 0, 10]],
    ['for nodes that are gone', { do: 'turn', degrees: 90, nodes: ['gone'] }, [0, 0, 10, 0, 10, 10, 0, 10]],
    ['fitted to 2 : 1', { do: 'fit', width: 2, height: 1, apart: 0 }, [-5, 0, 15, 0, 15, 10, -5, 10]],
  ])('%s', async (_name, one, wanted) => {
    expect(await after(adjustedSchema.parse(one))).toEqual(wanted);
  });

  test('spread evenly between the outermost two', async () => {
    const at = await adjusted(made(4, []), Float32Array.of(0, 5, 1, 6, 2, 7, 30, 8), [{ do: 'spread', across: true }], atOnce); // prettier-ignore
    expect([...at]).toEqual([0, 5, 10, 6, 20, 7, 30, 8]);
  });

  test('after one another; a moved node is turned by what comes after it', async () => {
    expect(await after({ do: 'move', to: { 0: [0, 0] } }, { do: 'mirror', across: true })).toEqual([
      10, 0, 0, 0, 0, 10, 10, 10,
    ]);
  });

  test('a page’s proportions without nodes that cover each other', async () => {
    const many = made(50, []);
    const at = Float32Array.from({ length: 100 }, (_, i) => (i % 2 ? (i * 37) % 11 : i * 3));
    const found = await adjusted(many, at, [{ do: 'fit', width: 4, height: 3, apart: 5 }], atOnce);
    for (let a = 0; a < 50; a++) for (let b = 0; b < a; b++) expect(far(found, a, b)).toBeGreaterThan(4.9);
    const range = (axis: number): number => {
      const parts = Array.from({ length: 50 }, (_, v) => found[2 * v + axis]);
      return Math.max(...parts) - Math.min(...parts);
    };
    expect(range(0) / range(1)).toBeGreaterThan(1.2);
    expect(range(0) / range(1)).toBeLessThan(1.5);
  });

  test('parts are packed beside the largest', async () => {
    const parts = made(5, [[0, 1], [1, 2]]); // prettier-ignore
    const at = await adjusted(parts, Float32Array.of(0, 0, 50, 0, 100, 0, 5000, 0, 0, 9000), [{ do: 'pack', room: 10 }], atOnce); // prettier-ignore
    expect(Math.max(...at)).toBeLessThan(200);
    expect(far(at, 0, 2)).toBe(100);
  });

  test('at once is the same, up to what takes time', () => {
    const list: Adjusted[] = [
      { do: 'turn', degrees: 90 },
      { do: 'fit', width: 4, height: 1, apart: 0 },
    ];
    expect([...adjustedAtOnce(net, square(), list)].map((part) => Math.round(part) + 0)).toEqual([10, 0, 10, 10, 0, 10, 0, 0]); // prettier-ignore
  });

  test('none changes the places it was given; empty and single networks are borne', async () => {
    const given = square();
    await adjusted(net, given, [{ do: 'size', x: 3, y: 3 }], atOnce);
    expect(given).toEqual(square());
    for (const one of ['turn', 'mirror', 'size', 'fit', 'line up', 'spread', 'pack', 'move'] as const) {
      const full = {
        degrees: 30,
        across: true,
        row: true,
        x: 2,
        y: 2,
        width: 4,
        height: 3,
        apart: 5,
        room: 10,
        to: {},
      };
      const step = adjustedSchema.parse({ do: one, ...full });
      expect(await adjusted(made(0, []), new Float32Array(0), [step], atOnce)).toHaveLength(0);
      expect((await adjusted(made(1, []), Float32Array.of(3, 4), [step], atOnce)).every(Number.isFinite)).toBe(true);
    }
  });
});

describe('the list', () => {
  const turned = (degrees: number, nodes?: string[]): Adjusted => ({
    do: 'turn',
    degrees,
    ...(nodes ? { nodes } : {}),
  });

  test('two turns of the same nodes are one, a full turn is none, other nodes have their own', () => {
    expect(withAdjustment([turned(30)], turned(15))).toEqual([turned(45)]);
    expect(withAdjustment([turned(30)], turned(-30))).toEqual([]);
    expect(withAdjustment([turned(30)], turned(15, ['a']))).toHaveLength(2);
    expect(withAdjustment([turned(30, ['a'])], turned(15, ['a']))).toEqual([turned(45, ['a'])]);
    expect(withAdjustment([{ do: 'mirror', across: true }], { do: 'mirror', across: true })).toHaveLength(2);
  });

  test('nodes put by hand are counted once and let go, all or some', () => {
    const list: Adjusted[] = [
      { do: 'move', to: { a: [1, 1], b: [2, 2] } },
      turned(30),
      { do: 'move', to: { a: [3, 3] } },
    ];
    expect([...putByHand({ c: [0, 0] }, list)]).toEqual(['c', 'a', 'b']);
    expect(letGo({ c: [0, 0] }, list)).toEqual({ placed: {}, adjusted: [turned(30)] });
    expect(letGo({ c: [0, 0] }, list, new Set(['a']))).toEqual({
      placed: { c: [0, 0] },
      adjusted: [{ do: 'move', to: { b: [2, 2] } }, turned(30)],
    });
  });
});

describe('a picture that lies on a former one', () => {
  test('turned, mirrored and moved pictures come back to where they were', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -100, max: 100 }), { minLength: 10, maxLength: 10 }),
        fc.integer({ min: 0, max: 359 }),
        fc.boolean(),
        fc.integer({ min: -50, max: 50 }),
        (places, degrees, flip, by) => {
          const former = Float32Array.from(places);
          const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
          const now = former.map((_, i) => {
            const [x, y] = [former[i - (i % 2)] * (flip ? -1 : 1), former[i - (i % 2) + 1]];
            return (i % 2 ? sin * x + cos * y : cos * x - sin * y) + by;
          });
          const onto = Object.fromEntries(Array.from({ length: 5 }, (_, v) => [`${v}`, [former[2 * v], former[2 * v + 1]] as const])); // prettier-ignore
          const back = laidOnto(made(5, []), now, onto);
          back.forEach((part, i) => expect(part).toBeCloseTo(former[i], 2));
        },
      ),
    );
  });

  test('with fewer than two nodes in common it stays as it is', () => {
    const at = square();
    expect(laidOnto(net, at, { 1: [5, 5], gone: [1, 1] })).toBe(at);
  });

  test('some forty nodes say how it lies', () => {
    const many = made(1000, []);
    expect(Object.keys(ontoOf(many, new Float32Array(2000)))).toHaveLength(40);
    expect(ontoOf(net, square())).toMatchObject({ 1: [10, 0] });
  });
});

describe('ways of ties', () => {
  test('the long edge goes along two short ones where that is hardly longer, these stay straight', async () => {
    const three = made(3, [[0, 1], [1, 2], [0, 2], [0, 2], [1, 1]]); // prettier-ignore
    const at = Float32Array.of(0, 0, 50, 20, 100, 0);
    const { offsets, points } = await bundlesOf(three, at, atOnce);
    const counts = [...offsets.slice(1)].map((end, e) => end - offsets[e]);
    expect(counts.map((count) => count > 0)).toEqual([false, false, true, false, false]);
    // The middle of the Bézier curve over three nodes: a quarter, a half, a quarter of each.
    const middle = 2 * offsets[2] + 2 * Math.floor((counts[2] - 1) / 2);
    expect([points[middle], points[middle + 1]]).toEqual([50, 10]);
  });

  test('not where the way around is more than twice as long', async () => {
    const { points } = await bundlesOf(made(4, [[0, 1], [1, 2], [2, 3], [3, 0]]), square(), atOnce); // prettier-ignore
    expect(points).toHaveLength(0);
  });

  test('ways go along when their ends are moved, turned and sized', () => {
    const two = made(2, [[0, 1]]);
    const routes = routesOf(1, () => [5, 5]);
    const at = carried(routes, two, Float32Array.of(0, 0, 10, 0), Float32Array.of(0, 0, 0, 20)).points;
    expect([...at]).toEqual([-10, 10]);
  });
});

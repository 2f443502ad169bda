import fc from 'fast-check';
import { type PlacedLabel, leadTo, pixelRadius, placeLabels } from './labels';
import { textWidth } from '../letters';

const steady = { scale: 1, x: 0, y: 0 };
const box = { width: 300, height: 200 };

/** Nodes at places, all or some of them labelled. */
function crowd(places: readonly { x: number; y: number }[], change: Partial<Parameters<typeof placeLabels>[0]> = {}) {
  const n = places.length;
  return {
    positions: Float32Array.from(places.flatMap(({ x, y }) => [x, y])),
    radius: new Float32Array(n).fill(4),
    labelled: Uint32Array.from(places.keys()),
    labels: places.map((_, i) => `name ${i}`),
    labelSize: new Float32Array(n).fill(12),
    labelPlace: 'auto' as const,
    labelsOnMap: false,
    ...change,
  };
}
const place = (scene: ReturnType<typeof crowd>, camera = steady, ...more: [number[]?, Map<number, number>?]) =>
  placeLabels(scene, camera, box, textWidth, ...more);
const frame = ({ x, y, size, width }: PlacedLabel) => ({
  left: x - width / 2,
  right: x + width / 2,
  top: y - size * 0.8,
  bottom: y + size * 0.2,
});

const places = fc.array(fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 200 }) }), {
  minLength: 1,
  maxLength: 40,
});

test('no label covers another or a labelled node, and each is whole within the box', () => {
  fc.assert(
    fc.property(places, (at) => {
      const scene = crowd(at);
      const placed = place(scene);
      placed.forEach((a, i) => {
        const one = frame(a);
        expect(one.left).toBeGreaterThanOrEqual(0);
        expect(one.right).toBeLessThanOrEqual(300);
        expect(one.top).toBeGreaterThanOrEqual(0);
        expect(one.bottom).toBeLessThanOrEqual(200);
        placed.slice(0, i).forEach((b) => {
          const other = frame(b);
          const over =
            one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;
          expect(over).toBe(false);
        });
        at.forEach(({ x, y }, v) => {
          // Two nodes in one place cannot be told apart.
          if (v === a.node || (x === at[a.node].x && y === at[a.node].y)) return;
          expect(x > one.left && x < one.right && y > one.top && y < one.bottom).toBe(false);
        });
      });
    }),
  );
});

test('of the free places it takes the first that hides no node at all, else the first', () => {
  const node = { x: 150, y: 100 };
  const spotOf = (...others: { x: number; y: number }[]): number | undefined =>
    place(crowd([node, ...others], { labelled: Uint32Array.of(0) }))[0]?.spot;
  expect(spotOf()).toBe(0);
  expect(spotOf({ x: 150, y: 88 })).toBe(1);
  expect(spotOf({ x: 150, y: 88 }, { x: 150, y: 114 })).toBe(2);
  // Hemmed in on all sides.
  const around = Array.from({ length: 60 }, (_, i) => ({ x: 100 + 10 * (i % 11), y: 75 + 10 * Math.floor(i / 11) }));
  expect(spotOf(...around.filter(({ x, y }) => Math.hypot(x - 150, y - 100) > 9))).toBe(0);
});

test.each([
  ['smaller than a cell, where it stands', 1, { x: 150, y: 88 }],
  ['of many cells, all that it covers', 40, { x: 150, y: 45 }],
])('a label goes where it hides no node: one %s', (_how, radius, other) => {
  const scene = crowd([{ x: 150, y: 100 }, other], { radius: Float32Array.of(4, radius) });
  const alone = { ...scene, labelled: Uint32Array.of(0) };
  expect(place(alone)[0].spot).toBe(1);
  // Out of the box it leaves the first place free; where all is moved it does not.
  expect(place({ ...alone, positions: Float32Array.of(150, 100, 150, -100) })[0].spot).toBe(0);
  expect(place(alone, { scale: 1, x: 20, y: 10 })[0].spot).toBe(1);
});

test.each([
  ['above', 0],
  ['below', 1],
  ['right', 2],
  ['left', 3],
  ['over', 8],
] as const)('%s is where it stands where there is room', (labelPlace, spot) => {
  expect(place(crowd([{ x: 150, y: 100 }], { labelPlace }))[0].spot).toBe(spot);
});

test('near a side it stands on the other one', () => {
  const [placed] = place(crowd([{ x: 299, y: 100 }]));
  expect(frame(placed).right).toBeLessThanOrEqual(300);
  const [right] = place(crowd([{ x: 299, y: 100 }], { labelPlace: 'right' }));
  expect(right.spot).toBe(3);
});

test('a label keeps its place while that is free, and comes before others', () => {
  const scene = crowd([
    { x: 50, y: 100 },
    { x: 250, y: 100 },
  ]);
  expect(place(scene)[0]).toMatchObject({ node: 0, spot: 0 });
  const held = place(scene, steady, [], new Map([[1, 3]]));
  expect(held[0]).toMatchObject({ node: 1, spot: 3 });
});

test('what is written beside the nodes is not covered', () => {
  const beside = (x: number, anchor: 'middle' | 'end') =>
    place(crowd([{ x: 150, y: 100 }], { guides: [{ text: 'keepers', x, y: 90, anchor }] }));
  expect(beside(150, 'middle')[0].spot).toBeGreaterThan(0);
  expect(beside(150, 'end')[0].spot).toBeGreaterThan(0);
  expect(beside(100, 'end')[0].spot).toBe(0);
});

test('a selected node is labelled even where another was first', () => {
  const scene = crowd(
    [
      { x: 150, y: 100 },
      { x: 152, y: 100 },
    ],
    { labelled: Uint32Array.of(0) },
  );
  expect(place(scene, steady, [1]).map(({ node }) => node)).toContain(1);
  const edge = crowd([{ x: 1, y: 1 }], { labels: ['a long name that has no room'.repeat(4)] });
  expect(place(edge)).toEqual([]);
  expect(place(edge, steady, [0])).toHaveLength(1);
});

describe('put by hand', () => {
  const offset = Float32Array.of(40, -44, NaN, NaN);
  const scene = crowd(
    [
      { x: 150, y: 100 },
      { x: 190, y: 70 },
    ],
    { labelOffset: offset },
  );

  test('it stands there whatever is under it, and others make room', () => {
    const placed = place(scene);
    const [label] = placed;
    expect(label).toMatchObject({ node: 0, x: 190, spot: -1 });
    expect(label.y - label.size * 0.35).toBeCloseTo(56, 4);
    expect(placed).toHaveLength(2);
    expect(
      frame(placed[1]).left >= frame(label).right ||
        frame(placed[1]).top >= frame(label).bottom ||
        frame(placed[1]).bottom <= frame(label).top,
    ).toBe(true);
  });

  test('it stays at its place on the map at every zoom, and a line leads to the rim of its node', () => {
    const camera = { scale: 2, x: -150, y: -80 };
    const [label] = place(scene, camera);
    expect(label.x).toBeCloseTo(150 + 80, 4);
    const [x, y] = label.from ?? [NaN, NaN];
    expect(Math.hypot(x - 150, y - 120)).toBeCloseTo(pixelRadius(4, camera), 4);
    const [tx, ty] = leadTo(x, y, label);
    expect(tx).toBeLessThan(label.x);
    expect(ty).toBeGreaterThan(label.y - label.size);
  });

  test('no line leads to a label that is still at its node', () => {
    const [label] = place(crowd([{ x: 150, y: 100 }], { labelOffset: Float32Array.of(0, -9) }));
    expect(label.from).toBeUndefined();
  });
});

test('letters on the scale of the map grow with it, and are left out where they would be too small', () => {
  const scene = crowd([{ x: 150, y: 100 }], { labelsOnMap: true });
  const at = (scale: number) => place(scene, { scale, x: 150 - 150 * scale, y: 100 - 100 * scale });
  expect(at(1)[0].size).toBe(12);
  expect(at(2)[0].size).toBe(24);
  expect(at(2)[0].width).toBeCloseTo(2 * at(1)[0].width, 4);
  expect(at(0.2)).toEqual([]);
});

test('a label that its node holds stands in it, grows as the node does, and gives way to nothing', () => {
  const at = [
    { x: 100, y: 100 },
    { x: 104, y: 100 },
  ];
  const scene = crowd(at, { labelInside: Uint8Array.of(1, 1), radius: Float32Array.of(40, 40) });
  const placed = place(scene);
  expect(placed.map(({ node, x, y, size }) => [node, x, y, size])).toEqual([
    [0, 100, 100 + 12 * 0.35, 12],
    [1, 104, 100 + 12 * 0.35, 12],
  ]);
  const [closer] = place(scene, { scale: 4, x: -300, y: -300 });
  expect(closer.size).toBe(24);
  const [farther] = place(scene, { scale: 0.5, x: 0, y: 0 });
  expect([farther.size, farther.width < 2 * pixelRadius(40, { scale: 0.5, x: 0, y: 0 })]).toEqual([6, true]);
});

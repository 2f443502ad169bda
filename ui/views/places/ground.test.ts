import { Path2D as CanvasPath, createCanvas } from '@napi-rs/canvas';
import { bundlesOf, placesMap, spotsOf } from '@/core/places';
import { network } from '@/core/graph';
import { drawGround, scaleBar } from './ground';

Object.assign(globalThis, { Path2D: CanvasPath });

const net = {
  ...network({
    nodes: 3,
    edges: [
      [0, 1],
      [0, 1],
      [1, 2],
    ],
  }),
  nodeColumns: [
    {
      type: 'place' as const,
      name: 'home',
      latitude: Float64Array.of(48, 48, 49),
      longitude: Float64Array.of(-31, -30, -30.5),
    },
  ],
};
const spots = spotsOf(net, { place: 'home' });
const ring: [number, number][] = [
  [-31.05, 47.95],
  [-31.05, 48.05],
  [-30.95, 48.05],
  [-30.95, 47.95],
  [-31.05, 47.95],
];
const map = placesMap(spots, 10, undefined, [{ name: 'Ness', kind: 'area', parts: [ring] }]);

function drawn(bundled: boolean, theme: 'light' | 'dark' = 'light') {
  const canvas = createCanvas(600, 600);
  const camera = { scale: 0.5, x: 300, y: 300 };
  const each = { of: Uint32Array.of(0, 1, 2), places: map.spots };
  const bundles = bundled ? { bundles: bundlesOf(net, spots, each), places: map.spots } : {};
  drawGround(canvas as unknown as HTMLCanvasElement, { map, ...bundles }, camera, 1, theme);
  const context = canvas.getContext('2d');
  return {
    at: (x: number, y: number): string => {
      const [px, py] = [Math.round(x * 0.5 + 300), Math.round(y * 0.5 + 300)];
      const [r, g, b] = context.getImageData(px, py, 1, 1).data;
      return `#${[r, g, b].map((part) => part.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
    },
  };
}

test('land where the outline is, water around it, on either ground', () => {
  const [x, y] = map.positions;
  expect(drawn(false).at(x + 4, y + 4)).toBe('#E6E2D6');
  expect(drawn(false).at(x + 250, y + 31)).toBe('#EEF1EF');
  expect(drawn(false, 'dark').at(x + 4, y + 4)).toBe('#26302F');
});

test('ties between two places are one line, bowed to the left of its way', () => {
  const [x1, y1, x2, y2] = map.spots;
  const middle = [(x1 + x2) / 2 + (y2 - y1) * 0.08, (y1 + y2) / 2 - (x2 - x1) * 0.08] as const;
  // Beside the count that stands in its middle.
  const beside = [middle[0] - 60, middle[1] + 1] as const;
  const dark = (colour: string): boolean => Number.parseInt(colour.slice(1, 3), 16) < 0xd0;
  expect([dark(drawn(false).at(...beside)), dark(drawn(true).at(...beside))]).toEqual([false, true]);
});

test.each([
  [1, 110, 100, 100],
  [0.013, 110, 1, 76.92],
  [0.3, 100, 20, 66.67],
  [0.002, 100, 0.2, 100],
])('a bar of at %s km a pixel', (by, most, kilometres, pixels) => {
  const bar = scaleBar(by, most);
  expect(bar.kilometres).toBeCloseTo(kilometres);
  expect(bar.pixels).toBeCloseTo(pixels, 1);
});

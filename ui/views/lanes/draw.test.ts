import { createCanvas } from '@napi-rs/canvas';
import { axisOf } from '@/core/lanes';
import { blankLooks } from '@/core/style';
import { network } from '@/core/graph';
import { seeded } from '@/core/random';
import { type Picture, drawAxis, density, drawEvents, drawLanes, laneInks } from './draw';
import { type Frame, layoutOf, nudges, xOf, yOf } from './layout';
import { eventsOf } from './testing';

const net = network({
  nodes: 4,
  edges: [
    [0, 3],
    [1, 2],
  ],
});
const looks = {
  ...blankLooks(net),
  edgeWidth: Float32Array.of(2, 2),
  edgeColour: Uint8Array.of(200, 0, 0, 255, 0, 0, 200, 255),
};
looks.fill.fill(40);
const events = { ...eventsOf([0, 1, 3, 0], [1000, 1001, 1, 2]), undated: 0 };
const axis = axisOf(events.from, events.until, true);
const layout = layoutOf(events, axis, false);
const picture: Picture = {
  events,
  axis,
  layout,
  nodes: Uint32Array.of(0, 1, 2, 3),
  looks,
  chosen: Uint8Array.of(0, 0),
  life: { from: Float64Array.of(-500, NaN, NaN, NaN), until: Float64Array.of(2000, NaN, NaN, NaN) },
};
const frame: Frame = { left: 0, wide: 600, width: 600, height: 200, row: 40, scroll: 0, top: 30 };
const ink = laneInks.light;

function painted(draw: (context: CanvasRenderingContext2D) => void) {
  const canvas = createCanvas(600, 200);
  const context = canvas.getContext('2d');
  draw(context as unknown as CanvasRenderingContext2D);
  return (x: number, y: number): number[] => [
    ...context.getImageData(Math.round(x), Math.round(y), 1, 1).data.slice(0, 3),
  ];
}
const all = (more: Partial<Picture> = {}) =>
  painted((context) => {
    drawLanes(context, { ...picture, ...more }, frame, ink);
    drawEvents(context, { ...picture, ...more }, [0, 1], nudges(layout, 4, 600), frame, ink);
    drawAxis(context, picture, frame, ink);
  });
const red = ([r, g, b]: number[]): boolean => r > g + 60 && r > b + 60;

test('lanes across, a line from the first lane to the others in the colour of its tie, an arrowhead at its end', () => {
  const at = all();
  const x = xOf(frame, layout.at[0]);
  expect(red(at(x, yOf(frame, 1.5)))).toBe(true);
  expect(at(xOf(frame, layout.at[1]), yOf(frame, 1.5))[2]).toBeGreaterThan(150);
  // The head is wide where it goes to; where it comes from there is an open dot.
  expect(red(at(x + 2, yOf(frame, 0) + 5))).toBe(true);
  expect(red(at(x + 3, yOf(frame, 3) - 6))).toBe(false);
  expect(Math.min(...at(x, yOf(frame, 3)))).toBeGreaterThan(220);
});

test('folded times have another ground; lives are bars on their lanes', () => {
  const at = all();
  expect(axis.quiet).toHaveLength(1);
  const [[a, b]] = axis.quiet;
  expect(a > 1 && b < 1000).toBe(true);
  expect(at(300, yOf(frame, 1.5))).not.toEqual([251, 250, 247]);
  expect(at(150, yOf(frame, 0) + 3)).not.toEqual(at(150, yOf(frame, 1) + 3));
});

test('what is selected is drawn in a colour of its own', () => {
  const at = all({ chosen: Uint8Array.of(0, 1) });
  expect(red(at(xOf(frame, layout.at[1]), yOf(frame, 1.5)))).toBe(true);
});

test('many are shading: at each pixel as many as a plain loop finds there', () => {
  const { unit, below } = seeded(3);
  const many = eventsOf(
    ...Array.from({ length: 400 }, (): [number, number, number, number] => {
      const day = Math.floor(unit() * 900);
      return [day, day + 1, below(9), below(9)];
    }).sort(([a], [b]) => a - b),
  );
  const wide = layoutOf(many, axisOf(many.from, many.until, false), false);
  const moved = nudges(wide, 9, 600);
  const found = density(wide, [...wide.order], moved, frame);
  const expected = new Uint16Array(600 * 170);
  for (const i of wide.order) {
    const x = Math.round(xOf(frame, wide.at[i]) + moved[i]);
    const high = Math.round(yOf(frame, wide.first[i]) - 30);
    const low = Math.max(high + 2, Math.round(yOf(frame, wide.last[i]) - 30));
    for (let y = Math.max(0, high); x < 600 && y < Math.min(170, low); y++) expected[y * 600 + x]++;
  }
  expect(found).toEqual(expected);
  expect(Math.max(...found)).toBeGreaterThan(2);
});

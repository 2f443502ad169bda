import fc from 'fast-check';
import { type Events, axisOf } from '@/core/lanes';
import { eventsOf } from './testing';
import { type Frame, eventAt, eventsIn, firstFrom, layoutOf, nudges, seen, xOf, yOf } from './layout';

const frame: Frame = { left: 0, wide: 1000, width: 1000, height: 230, row: 20, scroll: 0, top: 30 };
const laid = (events: Events, lasting = false) => layoutOf(events, axisOf(events.from, events.until, false), lasting);

test('an event stands in the middle of what is known of its time, or where it begins to last', () => {
  const events = eventsOf([0, 100, 3, 1], [50, 51, 0, 2], [60, Infinity, 1]);
  const coarse = laid(events);
  expect(coarse.at[0]).toBeCloseTo((coarse.from[0] + coarse.until[0]) / 2);
  expect([[...coarse.first], [...coarse.last], [...coarse.wide]]).toEqual([
    [1, 0, 1],
    [3, 2, 1],
    [1, 0, 1],
  ]);
  expect(laid(events, true).at[0]).toBe(coarse.from[0]);
  expect(coarse.until[2]).toBe(1);
});

test('events of the same two lanes on one day stand beside each other, others where they are; none is moved far', () => {
  const many = eventsOf(
    ...Array.from({ length: 9 }, (): [number, number, number, number] => [5, 6, 0, 1]),
    [5, 6, 1, 2],
    [90, 91, 0, 1],
  );
  const layout = laid(many);
  const moved = nudges(layout, 3, 1000);
  expect([...moved.slice(0, 5)].map(Math.round)).toEqual([0, 4, 8, 12, 16]);
  expect(Math.max(...moved)).toBeLessThanOrEqual(16);
  expect([moved[9], moved[10]].map(Math.round)).toEqual([0, 0]);
});

test('what is in a view is what a plain loop finds there', () => {
  const one = fc.tuple(fc.nat(5000), fc.nat(400), fc.nat(30), fc.nat(30));
  fc.assert(
    fc.property(
      fc.array(one, { minLength: 1, maxLength: 60 }),
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      fc.nat(400),
      fc.boolean(),
      (all, left, scroll, lasting) => {
        const sorted = [...all].sort(([a], [b]) => a - b);
        const events = eventsOf(
          ...sorted.map(([from, long, a, b]): [number, number, number, number] => [from, from + long + 1, a, b]),
        );
        const layout = laid(events, lasting);
        const view = { ...frame, wide: 8000, left, scroll };
        const found = new Set(seen(layout, view));
        sorted.forEach(([, , a, b], i) => {
          const x = xOf(view, layout.at[i]);
          const rows = yOf(view, Math.max(a, b)) >= view.top && yOf(view, Math.min(a, b)) <= view.height;
          if (x >= 0 && x <= view.width && rows) expect(found.has(i)).toBe(true);
          if (x > view.width + 60 || yOf(view, Math.min(a, b)) > view.height + 60) expect(found.has(i)).toBe(false);
        });
        expect([...found].every((i, k, list) => k === 0 || layout.at[list[k - 1]] <= layout.at[i])).toBe(true);
        const k = firstFrom(layout, 0.5);
        expect(layout.order.subarray(0, k).every((i) => layout.at[i] < 0.5)).toBe(true);
      },
    ),
  );
});

test('pointed at, an event is found between its lanes; a box takes those that it touches', () => {
  const events = eventsOf([0, 1, 0, 3], [50, 51, 2, 4], [100, 101, 8, 9]);
  const layout = laid(events);
  const moved = nudges(layout, 10, 1000);
  const x = (i: number): number => xOf(frame, layout.at[i]);
  expect(eventAt(layout, frame, moved, x(0) + 3, yOf(frame, 1))).toBe(0);
  expect(eventAt(layout, frame, moved, x(0) + 9, yOf(frame, 1))).toBe(-1);
  expect(eventAt(layout, frame, moved, x(1), yOf(frame, 1))).toBe(-1);
  expect(eventAt(layout, frame, moved, x(1), yOf(frame, 4) + 4)).toBe(1);
  const box = (x1: number, y1: number, x2: number, y2: number) => eventsIn(layout, frame, moved, { x1, y1, x2, y2 });
  expect(box(x(1) + 5, 40, x(0) - 5, yOf(frame, 2))).toEqual([0, 1]);
  expect(box(0, yOf(frame, 9) + 5, 1000, yOf(frame, 9) + 9)).toEqual([]);
});

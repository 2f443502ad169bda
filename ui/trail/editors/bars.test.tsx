/** @jest-environment jsdom */
import '@/ui/testing';
import { render } from '@testing-library/react';
import { stopsTo } from '@/ui/kit';
import { BarsAlong } from './bars';

type Amounts = [amount: number, nodes: number][];
/** Each bar: how tall it is, from 0 to 1 with the root of its count, and whether it is in the range. */
const drawn = (amounts: Amounts, stops: number[], from?: number, to?: number): [number, boolean][] =>
  Array.from(
    render(<BarsAlong amounts={amounts} stops={stops} from={from} to={to} label="x" />).container.querySelectorAll(
      'rect',
    ),
    (rect) => [Number(rect.getAttribute('height')) / 44, rect.getAttribute('fill') === 'var(--bar)'],
  );

test('few amounts have a bar each, which stands below the handle for it', () => {
  const bars = drawn(
    [
      [0, 4],
      [2, 1],
      [3, 16],
    ],
    [0, 1, 2, 3],
    2,
    2,
  );
  expect(bars).toEqual([
    [0.5, false],
    [0, false],
    [0.25, true],
    [1, false],
  ]);
});

test('of a long tail the bars go along with the stops, and all nodes are in one of them', () => {
  const stops = stopsTo(0, 5000);
  const amounts: Amounts = [
    [1, 900],
    [5, 900],
    [40, 900],
    [700, 900],
    [4999, 900],
  ];
  const bars = drawn(amounts, stops, 700);
  const at = bars.flatMap(([tall], i) => (tall ? [i] : []));
  expect(bars).toHaveLength(30);
  // The band of each amount is where the handle stands for it.
  expect(at).toEqual(
    amounts.map(([amount]) => Math.floor((stops.findLastIndex((stop) => stop <= amount) * 30) / stops.length)),
  );
  expect(new Set(at).size).toBe(5);
  expect(at.map((i) => bars[i][1])).toEqual([false, false, false, true, true]);
});

test('one amount, below the first stop or at the last, and none', () => {
  expect(drawn([[3, 2]], stopsTo(0, 3)).map(([tall]) => tall)).toEqual([0, 0, 0, 1]);
  expect(drawn([[0, 2]], [1, 2]).map(([tall]) => tall)).toEqual([1, 0]);
  expect(drawn([], [0, 1]).map(([tall]) => tall)).toEqual([0, 0]);
});

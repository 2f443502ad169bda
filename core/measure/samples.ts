/** What these tests share. */
import fc from 'fast-check';
import { type Network } from '../graph';
import { atOnce, measureOf, plainOptions } from '.';
import { type MeasureOptions } from './measure';

export type Pairs = [number, number][];

export const values = async (
  key: string,
  net: Network,
  options: Partial<MeasureOptions> = {},
  on: 'nodes' | 'edges' = 'nodes',
): Promise<number[]> => {
  const measure = measureOf(key, on);
  const at = measure?.columns.findIndex((col) => col.key === key) ?? -1;
  return [...((await measure?.compute(net, atOnce, { ...plainOptions, ...options }))?.[at] ?? [])];
};

export const close = (found: Iterable<number>, wanted: readonly number[], digits = 9): void => {
  const list = [...found];
  expect(list).toHaveLength(wanted.length);
  list.forEach((value, i) => expect(value).toBeCloseTo(wanted[i], digits));
};

export const graph = (n: number, most = 3 * n): fc.Arbitrary<{ edges: Pairs; directed: boolean; weight: number[] }> =>
  fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.constantFrom(0.5, 1, 2, 3)), { maxLength: most }).chain((rows) =>
    fc.boolean().map((directed) => ({
      edges: rows.map(([a, b]): [number, number] => [a, b]),
      weight: rows.map(([, , w]) => w),
      directed,
    })),
  );

export const path: Pairs = [
  [0, 1],
  [1, 2],
];

export const kite: Pairs = [
  [0, 1],
  [0, 2],
  [0, 3],
  [0, 5],
  [1, 3],
  [1, 4],
  [1, 6],
  [2, 3],
  [2, 5],
  [3, 4],
  [3, 5],
  [3, 6],
  [4, 6],
  [5, 6],
  [5, 7],
  [6, 7],
  [7, 8],
  [8, 9],
];

/** What these tests share. */
import fc from 'fast-check';
import { type Network } from '../graph';
import { atOnce, measures, plainOptions } from '.';

export const loops: [number, number][] = [
  [0, 1],
  [0, 1],
  [1, 2],
  [2, 2],
];

export const values = async (key: string, net: Network): Promise<number[]> => {
  const measure = measures.find((one) => one.columns.some((col) => col.key === key));
  const at = measure?.columns.findIndex((col) => col.key === key) ?? -1;
  return [...((await measure?.compute(net, atOnce, plainOptions))?.[at] ?? [])];
};

export const graph = (n: number): fc.Arbitrary<{ edges: [number, number][]; directed: boolean }> =>
  fc.record({ edges: fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1)), { maxLength: 3 * n }), directed: fc.boolean() });

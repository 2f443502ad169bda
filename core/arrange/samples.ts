/** Small networks and columns that layouts are tried on. */
import { type Network, network } from '../graph';
import type { Column } from '../tables';

export type Pairs = [number, number][];

export const amount = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});

export const kind = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};

export const made = (n: number, edges: Pairs, ...nodeColumns: Column[]): Network => ({
  ...network({ nodes: n, edges }),
  nodeColumns,
});

export const far = (at: Float32Array, a: number, b = a): number =>
  a === b ? Math.hypot(at[2 * a], at[2 * a + 1]) : Math.hypot(at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]);

/** A square lattice. */
export function grid(wide: number): Network {
  const edges: Pairs = [];
  for (let v = 0; v < wide * wide; v++) {
    if ((v + 1) % wide) edges.push([v, v + 1]);
    if (v + wide < wide * wide) edges.push([v, v + wide]);
  }
  return made(wide * wide, edges);
}

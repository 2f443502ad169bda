/** Ranks of nodes by a column, and their degrees, for the panels. */
import type { Network } from '../graph';

const sorted = new WeakMap<Float64Array, Float64Array>();

/** The column's numbers, highest first; NaN left out. Kept as long as the column. */
function descending(values: Float64Array): Float64Array {
  let order = sorted.get(values);
  if (!order) {
    order = values
      .filter((value) => !Number.isNaN(value))
      .sort()
      .reverse();
    sorted.set(values, order);
  }
  return order;
}

/** How many values are higher, plus one: equal values share a rank. */
export function rankOf(values: Float64Array, value: number): number {
  const order = descending(values);
  let low = 0;
  let high = order.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (order[middle] > value) low = middle + 1;
    else high = middle;
  }
  return low + 1;
}

export const highestOf = (values: Float64Array): number => descending(values)[0] ?? NaN;

/** The nodes with the highest values of a number column, highest first. */
export function rankedNodes(net: Network, name: string, top: number): { node: number; value: number }[] {
  const col = net.nodeColumns.find((one) => one.name === name);
  if (col?.type !== 'number') return [];
  const bar = descending(col.values)[Math.min(top, col.values.length) - 1] ?? Infinity;
  const found: { node: number; value: number }[] = [];
  col.values.forEach((value, node) => {
    if (value >= bar) found.push({ node, value });
  });
  return found.sort((a, b) => b.value - a.value || a.node - b.node).slice(0, top);
}

const counts = new WeakMap<Uint32Array, Uint32Array>();

/** Edges that are counted at a time. */
const piece = 40_000;

/** Edge ends at each node, counted in pieces so that nobody is held up by very many. */
export function* degrees(net: Network): Generator<undefined, Uint32Array> {
  const known = counts.get(net.source);
  if (known?.length === net.ids.length) return known;
  const degree = new Uint32Array(net.ids.length);
  const { source, target } = net;
  for (let from = 0; from < source.length; from += piece) {
    if (from > 0) yield;
    const end = Math.min(source.length, from + piece);
    for (let e = from; e < end; e++) {
      degree[source[e]]++;
      degree[target[e]]++;
    }
  }
  counts.set(source, degree);
  return degree;
}

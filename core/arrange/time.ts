/** Nodes along time: to the right by a date or a number, in lanes so that none covers another. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { amountsAt, groupsBy } from './columns';

export interface TimeSettings {
  column: string;
  by?: string;
  wide: number;
  apart: number;
}

/** Lanes of empty room between one group and the next. */
const between = 2;

/**
 * x and y of each node. In the order of time each takes, of the lanes of its group that are free there, the one nearest to the neighbours that stand already;
 * of none is free, a new one. Groups are bands below each other. Nodes without a time stand at the left, outside.
 */
export function timeLayout(net: Network, { column, by, wide, apart }: TimeSettings): Float32Array {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  if (n === 0) return positions;
  const values = amountsAt(net, column);
  const { of, names } = groupsBy(net, by);
  const { offsets, to } = simpleAdjacency(net, 'both');
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const x = Float64Array.from(values, (value) => {
    if (Number.isNaN(value)) return -wide / 2 - 3 * apart;
    return high > low ? ((value - low) / (high - low) - 0.5) * wide : 0;
  });
  const lane = new Int32Array(n).fill(-1);
  const order = Array.from({ length: n }, (_, v) => v).sort((a, b) => x[a] - x[b] || a - b);
  /** Where the last node of each lane stands, for each group. */
  const ends: number[][] = names.map(() => []);
  for (const v of order) {
    const lanes = ends[of[v]];
    let [sum, count] = [0, 0];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (lane[to[k]] < 0 || of[to[k]] !== of[v]) continue;
      sum += lane[to[k]];
      count++;
    }
    const wish = count ? sum / count : (lanes.length - 1) / 2;
    let best = lanes.length;
    for (let i = 0; i < lanes.length; i++) {
      if (x[v] - lanes[i] < apart) continue;
      if (best === lanes.length || Math.abs(i - wish) < Math.abs(best - wish)) best = i;
    }
    lane[v] = best;
    lanes[best] = x[v];
  }
  const tops: number[] = [];
  let top = 0;
  for (const lanes of ends) {
    tops.push(top);
    top += lanes.length + between;
  }
  const middle = (top - between - 1) / 2;
  for (let v = 0; v < n; v++) {
    positions[2 * v] = x[v];
    positions[2 * v + 1] = (tops[of[v]] + lane[v] - middle) * apart;
  }
  return positions;
}

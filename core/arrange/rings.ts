/** Rings around a middle. */
import { type Network, components, nodeCount, simpleAdjacency } from '../graph';
import { amountsAt } from './columns';

export interface RingsSettings {
  by: 'steps' | 'amount';
  /** Id of the node in the middle; absent: the one with most neighbours in the largest part. */
  middle?: string;
  column: string;
  rings: number;
  room: number;
  apart: number;
}

/** Ring of each node by the steps from the middle; the parts that it cannot reach have their own, outside of all others. */
function bySteps(net: Network, chosen: string | undefined): Uint32Array {
  const { offsets, to } = simpleAdjacency(net, 'both');
  const n = nodeCount(net);
  const { of } = components(net);
  const ring = new Uint32Array(n).fill(0xffffffff);
  let middle = 0;
  for (let v = 1; v < n; v++) {
    const more = offsets[v + 1] - offsets[v] - (offsets[middle + 1] - offsets[middle]);
    if (of[v] === 0 && (of[middle] !== 0 || more > 0)) middle = v;
  }
  const asked = chosen === undefined ? -1 : net.ids.indexOf(chosen);
  if (asked >= 0) middle = asked;
  const queue = [middle];
  ring[middle] = 0;
  let last = 0;
  for (let head = 0; head < queue.length; head++) {
    const v = queue[head];
    last = ring[v];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (ring[to[k]] !== 0xffffffff) continue;
      ring[to[k]] = ring[v] + 1;
      queue.push(to[k]);
    }
  }
  return ring.map((r) => (r === 0xffffffff ? last + 1 : r));
}

/** Ring of each node by an amount: the highest in the middle, each ring of an equal share of the range; nodes without a value outside. */
function byAmount(net: Network, column: string, rings: number): Uint32Array {
  const values = amountsAt(net, column);
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return Uint32Array.from(values, (value) => {
    if (Number.isNaN(value)) return rings;
    return high > low ? Math.min(rings - 1, Math.floor(((high - value) / (high - low)) * rings)) : 0;
  });
}

/**
 * x and y of each node: rings at least `room` map units apart and wide enough for their nodes to stand `apart`. On each ring nodes stand evenly, in the order of
 * the mean direction of their neighbours on the rings inside, so that ties cross less.
 */
export function ringsLayout(net: Network, settings: RingsSettings): Float32Array {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  if (n === 0) return positions;
  const { offsets, to } = simpleAdjacency(net, 'both');
  const ring = settings.by === 'steps' ? bySteps(net, settings.middle) : byAmount(net, settings.column, settings.rings);
  const sets: number[][] = [];
  ring.forEach((r, v) => (sets[r] ??= []).push(v));
  let radius = 0;
  let first = true;
  for (const set of sets) {
    // An empty ring keeps its room: distances between rings mean something.
    radius += first ? 0 : settings.room;
    if (set?.length > 1) radius = Math.max(radius, (set.length * settings.apart) / (2 * Math.PI));
    first = false;
    if (!set) continue;
    const wish = new Map<number, number>();
    for (const v of set) {
      let [x, y] = [0, 0];
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        if (ring[to[k]] >= ring[v]) continue;
        x += positions[2 * to[k]];
        y += positions[2 * to[k] + 1];
      }
      wish.set(v, x === 0 && y === 0 ? (2 * Math.PI * v) / n - Math.PI : Math.atan2(y, x));
    }
    const order = set.slice().sort((a, b) => (wish.get(a) ?? 0) - (wish.get(b) ?? 0) || a - b);
    // Turned so that nodes stand, on the whole, where they wish to.
    let turn = 0;
    order.forEach((v, i) => {
      let off = (wish.get(v) ?? 0) - ((2 * Math.PI * i) / order.length - Math.PI);
      off -= 2 * Math.PI * Math.round(off / (2 * Math.PI));
      turn += off / order.length;
    });
    order.forEach((v, i) => {
      const angle = (2 * Math.PI * i) / order.length - Math.PI + turn;
      positions[2 * v] = radius * Math.cos(angle);
      positions[2 * v + 1] = radius * Math.sin(angle);
    });
  }
  return positions;
}

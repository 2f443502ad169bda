/** Where a layout begins that goes on from a picture. */
import { type Network, simpleAdjacency } from '../graph';
import { own } from '../own';
import type { Onto } from './onto';
import { mostPacked, packPlaces, placesIn } from './packed';

/** Of larger networks a few places would not tell where the others were: all are remembered, as a short text. */
export const mostBegun = 1000;
/** So many nodes are remembered, spread evenly over a network's order. */
const most = 500;

/** Places of all nodes that `wanted` takes, as a text, of a network that is too large for single ones; undefined where it is too large for that as well. */
export function manyBegunOf(
  { ids }: Pick<Network, 'ids'>,
  positions: Float32Array,
  wanted: (id: string) => boolean,
): string | undefined {
  const many = ids.length > mostBegun && ids.length <= mostPacked;
  return (many && packPlaces(ids, positions, wanted)) || undefined;
}

/** Places of nodes that a layout can go on from; none where the network is large. */
export function begunOf(net: Pick<Network, 'ids'>, positions: Float32Array): Record<string, [number, number]> {
  const n = net.ids.length;
  if (n > mostBegun) return {};
  const every = Math.max(1, Math.ceil(n / most));
  const found: [string, [number, number]][] = [];
  for (let v = 0; v < n; v += every)
    found.push([net.ids[v], [Math.round(positions[2 * v]), Math.round(positions[2 * v + 1])]]);
  return Object.fromEntries(found);
}

/**
 * x and y of all nodes: those that stand in `begun`, or in the text `many`, where they were, the others in the middle of their neighbours, nearest first; NaN in
 * parts of which none is known. Undefined where fewer than a third of the nodes are known, or the network is large.
 */
export function begunAt(net: Network, begun: Onto, many?: string): Float32Array | undefined {
  const n = net.ids.length;
  const at = many === undefined ? placesOf(net, begun) : n <= mostPacked ? placesIn(net.ids, many) : undefined;
  if (!at) return undefined;
  let known = 0;
  for (let v = 0; v < n; v++) if (!Number.isNaN(at[2 * v])) known++;
  if (known === 0 || 3 * known < n) return undefined;
  besideNeighbours(net, at);
  return at;
}

function placesOf({ ids }: Network, begun: Onto): Float32Array | undefined {
  if (ids.length > mostBegun) return undefined;
  const at = new Float32Array(2 * ids.length).fill(NaN);
  ids.forEach((id, v) => {
    const place = own(begun, id);
    if (place) at.set(place, 2 * v);
  });
  return at;
}

/** The places in units of the root of their mean square around their middle, times `size`; places that are not known, or all on one spot, are left to `other`. */
export function inUnits(begun: Float32Array, size: number, other: () => Float64Array): Float64Array {
  let [x, y, count] = [0, 0, 0];
  for (let v = 0; 2 * v < begun.length; v++) {
    if (Number.isNaN(begun[2 * v])) continue;
    x += begun[2 * v];
    y += begun[2 * v + 1];
    count++;
  }
  [x, y] = [x / Math.max(1, count), y / Math.max(1, count)];
  let square = 0;
  for (let v = 0; 2 * v < begun.length; v++)
    if (!Number.isNaN(begun[2 * v])) square += ((begun[2 * v] - x) ** 2 + (begun[2 * v + 1] - y) ** 2) / count;
  if (square === 0) return other();
  const scale = size / Math.sqrt(square);
  const places = begun.some(Number.isNaN) ? other() : new Float64Array(begun.length);
  return places.map((place, i) => (Number.isNaN(begun[i]) ? place : (begun[i] - (i % 2 ? y : x)) * scale));
}

/** Places that a growing network goes on from: new nodes beside their neighbours, others where they were, NaN in new parts; undefined where few are known. */
export function begunBeside(net: Network, before: Float32Array): Float32Array | undefined {
  const n = net.ids.length;
  const at = new Float32Array(2 * n).fill(NaN);
  at.set(before.subarray(0, 2 * n));
  let known = 0;
  for (let v = 0; v < n; v++) if (!Number.isNaN(at[2 * v])) known++;
  if (n > mostBegun || known === 0 || 3 * known < n) return undefined;
  besideNeighbours(net, at);
  return at;
}

/** Fills places that are NaN from those of neighbours, nearest first. */
function besideNeighbours(net: Network, at: Float32Array): void {
  const n = net.ids.length;
  const { offsets, to } = simpleAdjacency(net, 'both');
  for (let gained = true; gained;) {
    gained = false;
    // From the places as they were before the round, so that the order of the nodes says nothing.
    const before = at.slice();
    for (let v = 0; v < n; v++) {
      if (!Number.isNaN(at[2 * v])) continue;
      let [x, y, count] = [0, 0, 0];
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        if (Number.isNaN(before[2 * to[k]])) continue;
        x += before[2 * to[k]];
        y += before[2 * to[k] + 1];
        count++;
      }
      if (!count) continue;
      gained = true;
      // A little apart, so that they do not lie on each other.
      at[2 * v] = x / count + 6 * Math.cos(v);
      at[2 * v + 1] = y / count + 6 * Math.sin(v);
    }
  }
}

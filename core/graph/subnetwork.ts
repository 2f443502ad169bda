/** The part of a network that stays. */
import { pick, picked, pickedItems } from '../tables';
import { keptAsIn } from './kept';
import { type Network, type Records, type Routes, nodeCount } from './network';

// Each long loop is a function of its own: what stands behind one in a function is slow the first times.

/** The places of the edges between two nodes that stay, put into `into`; how many they are. Without branches, since which stay cannot be foretold. */
function staying(from: Uint32Array, to: Uint32Array, number: Int32Array, into: Uint32Array): number {
  let count = 0;
  for (let e = 0; e < from.length; e++) {
    into[count] = e;
    // 0 where either is below 0.
    count += 1 - ((number[from[e]] | number[to[e]]) >>> 31);
  }
  return count;
}

/** Moves those that are marked to the front; how many they are. */
function marked(places: Uint32Array, count: number, marks: Uint8Array): number {
  let left = 0;
  for (let i = 0; i < count; i++) {
    const e = places[i];
    places[left] = e;
    if (marks[e] === 1) left++;
  }
  return left;
}

/** The new numbers of these ends. */
function renumbered(ends: Uint32Array, places: Uint32Array, number: Int32Array): Uint32Array {
  const into = new Uint32Array(places.length);
  for (let i = 0; i < places.length; i++) into[i] = number[ends[places[i]]];
  return into;
}

/** The network of the nodes marked 1 and the edges between them (and, where `edges` is given, marked there too). Order is kept. */
export function subnetwork(net: Network, nodes: Uint8Array, edges?: Uint8Array): Network {
  const n = nodeCount(net);
  const number = new Int32Array(n).fill(-1);
  let kept = 0;
  for (let v = 0; v < n; v++) if (nodes[v]) number[v] = kept++;
  const nodeRows = new Uint32Array(kept);
  for (let v = 0; v < n; v++) if (number[v] >= 0) nodeRows[number[v]] = v;

  const m = net.source.length;
  const places = new Uint32Array(m);
  const between = staying(net.source, net.target, number, places);
  const count = edges ? marked(places, between, edges) : between;
  if (kept === n && count === m) return net;
  const edgeRows = places.slice(0, count);
  const source = renumbered(net.source, edgeRows, number);
  const target = renumbered(net.target, edgeRows, number);
  if (!edges) keptAsIn(net, source, edgeRows);
  return {
    ...net,
    ids: Array.from(nodeRows, (v) => net.ids[v]),
    labels: Array.from(nodeRows, (v) => net.labels[v]),
    source,
    target,
    weight: picked(net.weight, edgeRows),
    nodeColumns: net.nodeColumns.map((col) => pick(col, nodeRows)),
    edgeColumns: net.edgeColumns.map((col) => pick(col, edgeRows)),
    edgeRecords: net.edgeRecords && pickRecords(net.edgeRecords, edgeRows),
    nodeRecords: net.nodeRecords && pickRecords(net.nodeRecords, nodeRows),
    positions: net.positions && picked(net.positions, nodeRows, 2),
    routes: net.routes && pickRoutes(net.routes, edgeRows),
  };
}

/** The ways of the chosen edges, in the chosen order. */
export function pickRoutes(routes: Routes, chosen: Uint32Array): Routes {
  const { offsets, places } = pickedItems(routes.offsets, chosen);
  return { offsets, points: picked(routes.points, places, 2) };
}

/** The records behind the chosen nodes or edges, in the chosen order. */
export function pickRecords(rows: Records, chosen: Uint32Array): Records {
  const { offsets, places } = pickedItems(rows.offsets, chosen);
  const from = rows.from && { from: picked(rows.from, places) };
  return { ...rows, offsets, items: picked(rows.items, places), ...from };
}

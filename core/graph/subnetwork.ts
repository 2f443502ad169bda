/** The part of a network that stays. */
import { pick, picked, pickedItems } from '../tables';
import { keptAsIn } from './kept';
import { type Network, type Records, type Routes, nodeCount } from './network';

/** The network of the nodes marked 1 and the edges between them (and, where `edges` is given, marked there too). Order is kept. */
export function subnetwork(net: Network, nodes: Uint8Array, edges?: Uint8Array): Network {
  const n = nodeCount(net);
  const renumber = new Int32Array(n).fill(-1);
  let kept = 0;
  for (let v = 0; v < n; v++) if (nodes[v]) renumber[v] = kept++;
  const nodeRows = new Uint32Array(kept);
  for (let v = 0; v < n; v++) if (renumber[v] >= 0) nodeRows[renumber[v]] = v;

  const { source: from, target: to } = net;
  const m = from.length;
  let count = 0;
  for (let e = 0; e < m; e++) if (renumber[from[e]] >= 0 && renumber[to[e]] >= 0 && (!edges || edges[e] === 1)) count++;
  if (kept === n && count === m) return net;
  const edgeRows = new Uint32Array(count);
  const source = new Uint32Array(count);
  const target = new Uint32Array(count);
  for (let e = 0, k = 0; e < m; e++) {
    const a = renumber[from[e]];
    const b = renumber[to[e]];
    if (a < 0 || b < 0 || (edges && edges[e] !== 1)) continue;
    edgeRows[k] = e;
    source[k] = a;
    target[k++] = b;
  }
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

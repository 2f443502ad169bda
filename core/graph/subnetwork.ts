/** The part of a network that stays. */
import { pick } from '../tables';
import { type Network, type Records, type Routes, nodeCount } from './network';

/** The network of the nodes marked 1 and the edges between them (and, where `edges` is given, marked there too). Order is kept. */
export function subnetwork(net: Network, nodes: Uint8Array, edges?: Uint8Array): Network {
  const n = nodeCount(net);
  const renumber = new Int32Array(n).fill(-1);
  let kept = 0;
  for (let v = 0; v < n; v++) if (nodes[v]) renumber[v] = kept++;
  const nodeRows = new Uint32Array(kept);
  for (let v = 0; v < n; v++) if (renumber[v] >= 0) nodeRows[renumber[v]] = v;

  const { source: from, target: to, weight: weights } = net;
  const m = from.length;
  const stay = new Uint32Array(m);
  let count = 0;
  for (let e = 0; e < m; e++)
    if (renumber[from[e]] >= 0 && renumber[to[e]] >= 0 && (!edges || edges[e] === 1)) stay[count++] = e;
  if (kept === n && count === m) return net;
  const edgeRows = stay.slice(0, count);
  const source = new Uint32Array(count);
  const target = new Uint32Array(count);
  const weight = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const e = edgeRows[k];
    source[k] = renumber[from[e]];
    target[k] = renumber[to[e]];
    weight[k] = weights[e];
  }
  const positions = net.positions && new Float32Array(kept * 2);
  if (positions && net.positions) {
    for (let i = 0; i < kept; i++) {
      positions[2 * i] = net.positions[2 * nodeRows[i]];
      positions[2 * i + 1] = net.positions[2 * nodeRows[i] + 1];
    }
  }
  return {
    ...net,
    ids: Array.from(nodeRows, (v) => net.ids[v]),
    labels: Array.from(nodeRows, (v) => net.labels[v]),
    source,
    target,
    weight,
    nodeColumns: net.nodeColumns.map((col) => pick(col, nodeRows)),
    edgeColumns: net.edgeColumns.map((col) => pick(col, edgeRows)),
    edgeRecords: net.edgeRecords && pickRecords(net.edgeRecords, edgeRows),
    nodeRecords: net.nodeRecords && pickRecords(net.nodeRecords, nodeRows),
    positions,
    routes: net.routes && pickRoutes(net.routes, edgeRows),
  };
}

function pickRoutes({ offsets, points }: Routes, chosen: Uint32Array): Routes {
  const starts = new Uint32Array(chosen.length + 1);
  chosen.forEach((e, i) => (starts[i + 1] = starts[i] + offsets[e + 1] - offsets[e]));
  const taken = new Float32Array(2 * starts[chosen.length]);
  chosen.forEach((e, i) => taken.set(points.subarray(2 * offsets[e], 2 * offsets[e + 1]), 2 * starts[i]));
  return { offsets: starts, points: taken };
}

/** The records behind the chosen nodes or edges, in the chosen order. */
export function pickRecords(rows: Records, chosen: Uint32Array): Records {
  const offsets = new Uint32Array(chosen.length + 1);
  for (let i = 0; i < chosen.length; i++) {
    offsets[i + 1] = offsets[i] + rows.offsets[chosen[i] + 1] - rows.offsets[chosen[i]];
  }
  const taken = <T extends Uint32Array | Uint8Array>(values: T): T => {
    const items = new (values.constructor as new (n: number) => T)(offsets[chosen.length]);
    // One by one: most have a single record, for which a view of it costs more than all else.
    for (let i = 0, next = 0; i < chosen.length; i++) {
      const end = rows.offsets[chosen[i] + 1];
      for (let k = rows.offsets[chosen[i]]; k < end; k++) items[next++] = values[k];
    }
    return items;
  };
  return { ...rows, offsets, items: taken(rows.items), ...(rows.from ? { from: taken(rows.from) } : {}) };
}

/** Edges at each node, as compressed rows, so that what is asked of one node does not look at all edges. */
import { type Network, type Rows, keptFor, nodeCount } from '../graph';

/** Row v holds the places of the edges at node v, ascending; a loop stands once. Built on first need and kept as long as the network. */
export function incident(net: Network): Rows {
  return keptFor(net, 'incident', () => {
    const n = nodeCount(net);
    const { source, target } = net;
    const offsets = new Uint32Array(n + 1);
    for (let e = 0; e < source.length; e++) {
      offsets[source[e] + 1]++;
      if (target[e] !== source[e]) offsets[target[e] + 1]++;
    }
    for (let v = 0; v < n; v++) offsets[v + 1] += offsets[v];
    const next = offsets.slice(0, n);
    const items = new Uint32Array(offsets[n]);
    for (let e = 0; e < source.length; e++) {
      items[next[source[e]]++] = e;
      if (target[e] !== source[e]) items[next[target[e]]++] = e;
    }
    return { offsets, items };
  });
}

/** The edges at a node, ascending. */
export function edgesOf(net: Network, node: number): Uint32Array {
  const { offsets, items } = incident(net);
  return items.subarray(offsets[node], offsets[node + 1]);
}

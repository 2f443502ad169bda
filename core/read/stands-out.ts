/** What stands out of the picture while something is pointed at or selected; the rest is dimmed. */
import { type EdgeId, type Network, type RecordId, edgesAt, madeOf } from '../graph';
import { edgesOf, incident } from './incident';

export interface StandsOut {
  /** A mark for each node. */
  nodes: Uint8Array;
  /** Places of edges. */
  edges: Uint32Array;
}

/** A node with its ties and neighbours. */
export function around(net: Network, node: number): StandsOut {
  const nodes = new Uint8Array(net.ids.length);
  nodes[node] = 1;
  const edges = edgesOf(net, node).slice();
  for (const e of edges) nodes[net.source[e]] = nodes[net.target[e]] = 1;
  return { nodes, edges };
}

/**
 * What is selected: nodes with the edges named, or else all among them; edges by themselves with their ends; else what records made. Undefined for nothing, and
 * for a single node, which is marked but does not dim the rest.
 */
export function selected(
  net: Network,
  chosen: { nodes: readonly string[]; edges?: readonly EdgeId[]; records?: readonly RecordId[] },
): StandsOut | undefined {
  if (chosen.nodes.length === 0 && chosen.edges?.length) {
    const nodes = new Uint8Array(net.ids.length);
    const edges = edgesAt(net, chosen.edges);
    for (const e of edges) nodes[net.source[e]] = nodes[net.target[e]] = 1;
    return { nodes, edges };
  }
  if (chosen.nodes.length === 0 && chosen.records?.length) return madeOf(net, chosen.records);
  if (chosen.nodes.length < 2) return undefined;
  const wanted = new Set(chosen.nodes);
  const nodes = Uint8Array.from(net.ids, (id) => (wanted.has(id) ? 1 : 0));
  return { nodes, edges: chosen.edges ? edgesAt(net, chosen.edges) : among(net, nodes) };
}

/** Places of the edges of which both ends are marked, ascending. */
export function among(net: Network, nodes: Uint8Array): Uint32Array {
  const { offsets, items } = incident(net);
  const found: number[] = [];
  for (let v = 0; v < nodes.length; v++) {
    if (!nodes[v]) continue;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const e = items[k];
      // Each is met at both of its ends.
      if (net.source[e] === v && nodes[net.target[e]]) found.push(e);
    }
  }
  return Uint32Array.from(found).sort();
}

/** Strongly connected components. */
import { simpleAdjacency } from './adjacency';
import { type Components, bySize } from './components';
import { type Network, nodeCount } from './network';

export interface StrongComponents extends Components {
  /** The components as Tarjan's search closes them, by number: what a component leads to comes before it. */
  closed: Uint32Array;
}

/**
 * Parts in which every node can be reached from every other along the edges (Tarjan 1972, without recursion). Numbered by falling size, equal sizes in
 * the order of their first nodes. In an undirected network these are the connected parts.
 */
export function strongComponents(net: Network): StrongComponents {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, 'out');
  const index = new Int32Array(n).fill(-1);
  const low = new Int32Array(n);
  const raw = new Int32Array(n).fill(-1);
  const stack = new Uint32Array(n);
  const path = new Uint32Array(n);
  const next = offsets.slice(0, n);
  let count = 0;
  let found = 0;
  let top = 0;
  for (let s = 0; s < n; s++) {
    if (index[s] >= 0) continue;
    let depth = 0;
    path[depth++] = s;
    index[s] = low[s] = count++;
    stack[top++] = s;
    while (depth > 0) {
      const v = path[depth - 1];
      if (next[v] < offsets[v + 1]) {
        const u = to[next[v]++];
        if (index[u] < 0) {
          index[u] = low[u] = count++;
          stack[top++] = u;
          path[depth++] = u;
        } else if (raw[u] < 0 && index[u] < low[v]) low[v] = index[u];
        continue;
      }
      depth--;
      if (depth > 0 && low[v] < low[path[depth - 1]]) low[path[depth - 1]] = low[v];
      if (low[v] !== index[v]) continue;
      let u: number;
      do {
        u = stack[--top];
        raw[u] = found;
      } while (u !== v);
      found++;
    }
  }
  const size = new Uint32Array(found);
  // Components in the order of their first nodes.
  const met = new Uint32Array(found);
  let seen = 0;
  for (let v = 0; v < n; v++) if (size[raw[v]]++ === 0) met[seen++] = raw[v];
  const order = bySize(met, size);
  const number = new Uint32Array(found);
  order.forEach((c, i) => (number[c] = i));
  return {
    of: Uint32Array.from(raw, (c) => number[c]),
    sizes: Uint32Array.from(order, (c) => size[c]),
    closed: number,
  };
}

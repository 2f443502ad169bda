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
  // What a component was closed over is met by no later one: its place in the search is put beyond all others.
  const beyond = 0x7fffffff;
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
      const end = offsets[v + 1];
      let k = next[v];
      let lowest = low[v];
      let deeper = false;
      while (k < end) {
        const u = to[k++];
        const at = index[u];
        if (at < 0) {
          index[u] = low[u] = count++;
          stack[top++] = u;
          path[depth++] = u;
          deeper = true;
          break;
        }
        if (at < lowest) lowest = at;
      }
      next[v] = k;
      low[v] = lowest;
      if (deeper) continue;
      depth--;
      if (depth > 0 && low[v] < low[path[depth - 1]]) low[path[depth - 1]] = low[v];
      if (low[v] !== index[v]) continue;
      let u: number;
      do {
        u = stack[--top];
        raw[u] = found;
        index[u] = beyond;
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
  for (let i = 0; i < order.length; i++) number[order[i]] = i;
  const of = new Uint32Array(n);
  for (let v = 0; v < n; v++) of[v] = number[raw[v]];
  return { of, sizes: Uint32Array.from(order, (c) => size[c]), closed: number };
}

/** Nodes and edges without which more of the network falls apart. */
import type { Adjacency } from '../graph';

export interface Cuts {
  /** 1 for articulation points. */
  nodes: Uint8Array;
  /** 1 for entries of bridges, both ways. */
  entries: Uint8Array;
}

/** Articulation points and bridges of an undirected simple network (Hopcroft & Tarjan 1973), without recursion. */
export function cuts({ offsets, to }: Adjacency): Cuts {
  const n = offsets.length - 1;
  const nodes = new Uint8Array(n);
  const entries = new Uint8Array(to.length);
  const index = new Int32Array(n).fill(-1);
  const low = new Int32Array(n);
  const entered = new Int32Array(n).fill(-1);
  const path = new Uint32Array(n);
  const next = offsets.slice(0, n);
  let count = 0;
  for (let s = 0; s < n; s++) {
    if (index[s] >= 0) continue;
    let depth = 1;
    let children = 0;
    path[0] = s;
    index[s] = low[s] = count++;
    while (depth > 0) {
      const v = path[depth - 1];
      const parent = depth > 1 ? path[depth - 2] : -1;
      if (next[v] < offsets[v + 1]) {
        const k = next[v]++;
        const u = to[k];
        if (index[u] < 0) {
          index[u] = low[u] = count++;
          entered[u] = k;
          path[depth++] = u;
          if (v === s) children++;
        } else if (u !== parent && index[u] < low[v]) low[v] = index[u];
        continue;
      }
      depth--;
      if (parent < 0) break;
      if (low[v] < low[parent]) low[parent] = low[v];
      if (parent !== s && low[v] >= index[parent]) nodes[parent] = 1;
      if (low[v] > index[parent]) {
        entries[entered[v]] = 1;
        for (let k = offsets[v]; k < offsets[v + 1]; k++) if (to[k] === parent) entries[k] = 1;
      }
    }
    if (children > 1) nodes[s] = 1;
  }
  return { nodes, entries };
}

/** Every triangle of an undirected simple network, once. */
import type { Adjacency } from '../graph';
import { kernels } from '../kernels';

/** Gets the three nodes, and the places of the entries a → b, b → c and c → a in the rows. */
export type OnTriangle = (a: number, b: number, c: number, ab: number, bc: number, ca: number) => void;

/** Ranks by falling number of neighbours, equal ones by number: a counting sort. */
function ranks({ offsets }: Adjacency): Uint32Array {
  const n = offsets.length - 1;
  let most = 0;
  for (let v = 0; v < n; v++) most = Math.max(most, offsets[v + 1] - offsets[v]);
  const start = new Uint32Array(most + 2);
  for (let v = 0; v < n; v++) start[most - (offsets[v + 1] - offsets[v]) + 1]++;
  for (let d = 0; d <= most; d++) start[d + 1] += start[d];
  const rank = new Uint32Array(n);
  for (let v = 0; v < n; v++) rank[v] = start[most - (offsets[v + 1] - offsets[v])]++;
  return rank;
}

/** Triangles at each node, without saying which. Nodes are gone through by rank, so that what is looked at most often lies together. */
export function triangleCounts(rows: Adjacency): Float64Array {
  const { offsets, to } = rows;
  const n = offsets.length - 1;
  const rank = ranks(rows);
  const order = new Uint32Array(n);
  for (let v = 0; v < n; v++) order[rank[v]] = v;
  const first = new Uint32Array(n + 1);
  const node = new Uint32Array(to.length / 2);
  let size = 0;
  for (let r = 0; r < n; r++) {
    const v = order[r];
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const other = rank[to[k]];
      if (other < r) node[size++] = other;
    }
    first[r + 1] = size;
  }
  const counts = counted(first, node.subarray(0, size));
  const found = new Float64Array(n);
  for (let r = 0; r < n; r++) found[order[r]] = counts[r];
  return found;
}

/** Triangles at each node, where row v of `node` holds its neighbours of lower number: in WebAssembly where there is any and the network is not small. */
export function counted(first: Uint32Array, node: Uint32Array, plain = node.length < 2000): Uint32Array {
  const n = first.length - 1;
  const held = plain ? undefined : kernels(4 * (n + 1) + 4 * node.length + 5 * n);
  if (held) {
    const counts = held.integers(n);
    const rows = held.integers(first).byteOffset;
    const marks = held.integers(Math.ceil(n / 4)).byteOffset;
    held.triangles(n, rows, held.integers(node).byteOffset, counts.byteOffset, marks);
    return counts;
  }
  const counts = new Uint32Array(n);
  const mark = new Uint8Array(n);
  for (let a = 0; a < n; a++) {
    for (let i = first[a]; i < first[a + 1]; i++) mark[node[i]] = 1;
    for (let i = first[a]; i < first[a + 1]; i++) {
      const b = node[i];
      for (let j = first[b]; j < first[b + 1]; j++) {
        const c = node[j];
        if (mark[c] === 0) continue;
        counts[a]++;
        counts[b]++;
        counts[c]++;
      }
    }
    for (let i = first[a]; i < first[a + 1]; i++) mark[node[i]] = 0;
  }
  return counts;
}

/**
 * Every edge is read from the end of fewer neighbours to that of more, so that no node has many edges onward (Chiba & Nishizeki 1985; Latapy 2008).
 * Work grows with m^1.5 at most.
 */
export function triangles(rows: Adjacency, found: OnTriangle): void {
  const { offsets, to } = rows;
  const n = offsets.length - 1;
  const rank = ranks(rows);
  // Entries from higher to lower rank number, that is towards more neighbours, and the entry back.
  const first = new Uint32Array(n + 1);
  for (let v = 0; v < n; v++) {
    let up = 0;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (rank[to[k]] < rank[v]) up++;
    first[v + 1] = first[v] + up;
  }
  const node = new Uint32Array(first[n]);
  const entry = new Uint32Array(first[n]);
  const back = new Uint32Array(first[n]);
  // Rows ascend, so walking all nodes in order meets the entries of each row in their order: the entry back is the next one not met.
  const met = offsets.slice(0, n);
  const backOf = new Uint32Array(to.length);
  for (let v = 0; v < n; v++) for (let k = offsets[v]; k < offsets[v + 1]; k++) backOf[met[to[k]]++] = k;
  for (let v = 0; v < n; v++) {
    let i = first[v];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (rank[to[k]] >= rank[v]) continue;
      node[i] = to[k];
      entry[i] = k;
      back[i++] = backOf[k];
    }
  }
  const mark = new Int32Array(n).fill(-1);
  for (let a = 0; a < n; a++) {
    for (let i = first[a]; i < first[a + 1]; i++) mark[node[i]] = i;
    for (let i = first[a]; i < first[a + 1]; i++) {
      const b = node[i];
      for (let j = first[b]; j < first[b + 1]; j++) {
        const other = mark[node[j]];
        if (other >= 0) found(a, b, node[j], entry[i], entry[j], back[other]);
      }
    }
    for (let i = first[a]; i < first[a + 1]; i++) mark[node[i]] = -1;
  }
}

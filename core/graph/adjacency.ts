/** Compressed sparse rows of a network, built on first need and kept as long as the network. */
import { keptFor } from './kept';
import { type Network, nodeCount } from './network';

/** Neighbours of node v: `to[offsets[v]] … to[offsets[v + 1] − 1]`, with the weight of each entry. */
export interface Adjacency {
  offsets: Uint32Array;
  to: Uint32Array;
  weight: Float64Array;
}

/** `out`: along edges; `in`: against them; `both`: either way. In an undirected network all three are the same. */
export type Direction = 'out' | 'in' | 'both';

/** The network as it is: parallel edges apart; a loop stands once in `out` and once in `in` when directed, twice when not. */
export function adjacency(net: Network, direction: Direction = 'out'): Adjacency {
  const dir = net.directed ? direction : 'both';
  return keptFor(net, `as-is ${dir}`, () => compress(net, dir));
}

/** The simple view: loops dropped, parallel edges merged with their weights summed, neighbours ascending. */
export function simpleAdjacency(net: Network, direction: Direction = 'out'): Adjacency {
  const dir = net.directed ? direction : 'both';
  return keptFor(net, `simple ${dir}`, () =>
    dir === 'in'
      ? transposedRows(simpleAdjacency(net, 'out'), nodeCount(net))
      : simplify(adjacency(net, dir), dir === 'both'),
  );
}

function compress(net: Network, direction: Direction): Adjacency {
  const n = nodeCount(net);
  const { source, target, weight } = net;
  const m = source.length;
  const out = direction !== 'in';
  const into = direction !== 'out';
  const offsets = new Uint32Array(n + 1);
  for (let e = 0; e < m; e++) {
    if (out) offsets[source[e] + 1]++;
    if (into) offsets[target[e] + 1]++;
  }
  for (let v = 0; v < n; v++) offsets[v + 1] += offsets[v];
  const next = offsets.slice(0, n);
  const to = new Uint32Array(offsets[n]);
  const weights = new Float64Array(offsets[n]);
  for (let e = 0; e < m; e++) {
    if (out) {
      const k = next[source[e]]++;
      to[k] = target[e];
      weights[k] = weight[e];
    }
    if (into) {
      const k = next[target[e]]++;
      to[k] = source[e];
      weights[k] = weight[e];
    }
  }
  return { offsets, to, weight: weights };
}

/**
 * Two stable counting passes (a transpose of a transpose) sort each row in linear time, one where rows read either way are the same; then equal
 * neighbours are merged.
 */
function simplify(full: Adjacency, symmetric: boolean): Adjacency {
  const n = full.offsets.length - 1;
  const sorted = symmetric ? transposedRows(full, n) : transposedRows(transposedRows(full, n), n);
  const offsets = new Uint32Array(n + 1);
  const to = new Uint32Array(sorted.to.length);
  const weight = new Float64Array(sorted.to.length);
  let k = 0;
  for (let v = 0; v < n; v++) {
    let last = -1;
    for (let i = sorted.offsets[v]; i < sorted.offsets[v + 1]; i++) {
      const u = sorted.to[i];
      if (u === v) continue;
      if (u === last) {
        weight[k - 1] += sorted.weight[i];
        continue;
      }
      to[k] = u;
      weight[k] = sorted.weight[i];
      last = u;
      k++;
    }
    offsets[v + 1] = k;
  }
  return { offsets, to: to.slice(0, k), weight: weight.slice(0, k) };
}

/** The rows turned: entry v → u becomes u → v, neighbours ascending. */
export function transposedRows(rows: Adjacency, n: number): Adjacency {
  const offsets = new Uint32Array(n + 1);
  for (let i = 0; i < rows.to.length; i++) offsets[rows.to[i] + 1]++;
  for (let v = 0; v < n; v++) offsets[v + 1] += offsets[v];
  const next = offsets.slice(0, n);
  const to = new Uint32Array(rows.to.length);
  const weight = new Float64Array(rows.to.length);
  for (let v = 0; v < n; v++) {
    for (let i = rows.offsets[v]; i < rows.offsets[v + 1]; i++) {
      const k = next[rows.to[i]]++;
      to[k] = v;
      weight[k] = rows.weight[i];
    }
  }
  return { offsets, to, weight };
}

/** How many neighbours each node has in its rows. */
export function neighbourCounts({ offsets }: Adjacency): Float64Array {
  return Float64Array.from({ length: offsets.length - 1 }, (_, v) => offsets[v + 1] - offsets[v]);
}

/** Core numbers. */
import { simpleAdjacency } from './adjacency';
import { type Network, nodeCount } from './network';

/**
 * For each node the greatest k such that it belongs to the k-core, the largest part in which every node has k neighbours there. Direction, loops and
 * parallel edges aside. Batagelj and Zaveršnik 2003, linear in the edges.
 */
export function coreNumbers(net: Network): Uint32Array {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const degree = Uint32Array.from({ length: n }, (_, v) => offsets[v + 1] - offsets[v]);
  let most = 0;
  for (const d of degree) if (d > most) most = d;
  // Nodes by degree; `start[d]` is where those of degree d begin.
  const start = new Uint32Array(most + 2);
  for (const d of degree) start[d + 1]++;
  for (let d = 0; d <= most; d++) start[d + 1] += start[d];
  const next = start.slice();
  const order = new Uint32Array(n);
  const place = new Uint32Array(n);
  for (let v = 0; v < n; v++) {
    place[v] = next[degree[v]]++;
    order[place[v]] = v;
  }
  for (let i = 0; i < n; i++) {
    const v = order[i];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const u = to[k];
      if (degree[u] <= degree[v]) continue;
      // u moves to the front of its degree's nodes, and its degree falls by one.
      const first = Math.max(start[degree[u]], i + 1);
      const w = order[first];
      order[first] = u;
      order[place[u]] = w;
      place[w] = place[u];
      place[u] = first;
      start[degree[u]] = first + 1;
      degree[u]--;
    }
  }
  return degree;
}

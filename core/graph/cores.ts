/** Core numbers. */
import { simpleAdjacency } from './adjacency';
import { type Network, nodeCount } from './network';

/**
 * For each node the greatest k such that it belongs to the k-core, the largest part in which every node has k neighbours there. Direction, loops and
 * parallel edges aside. Peeled shell by shell (Batagelj and Zaveršnik 2003), the nodes that are left gone through once for each shell.
 */
export function coreNumbers(net: Network): Uint32Array {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const degree = new Uint32Array(n);
  // Shells are peeled one after the other: what has k neighbours left or fewer goes, and takes with it what then has no more than k.
  const left = new Uint32Array(n);
  for (let v = 0; v < n; v++) {
    degree[v] = offsets[v + 1] - offsets[v];
    left[v] = v;
  }
  const going = new Uint32Array(n);
  let remaining = n;
  let k = 0;
  while (remaining > 0) {
    let least = n;
    let end = 0;
    let kept = 0;
    for (let i = 0; i < remaining; i++) {
      const v = left[i];
      const d = degree[v];
      // Those of this shell by now are those that an earlier one took down to it.
      if (d < k) continue;
      if (d === k) going[end++] = v;
      else {
        left[kept++] = v;
        if (d < least) least = d;
      }
    }
    remaining = kept;
    if (end === 0) {
      k = least;
      continue;
    }
    for (let head = 0; head < end; head++) {
      const v = going[head];
      for (let e = offsets[v], last = offsets[v + 1]; e < last; e++) {
        const u = to[e];
        if (degree[u] > k && --degree[u] === k) going[end++] = u;
      }
    }
    k++;
  }
  return degree;
}

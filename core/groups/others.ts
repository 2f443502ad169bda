/** Groups by label propagation, by taking edges away, and by likeness of ties. */
import { type Adjacency, type Network, components, network, nodeCount, simpleAdjacency } from '../graph';
import { edgeBetweenness } from '../measure/between';
import { Fault } from '../fault';
import type { Random } from '../random';
import type { Breath } from '../split';
import { splitDisconnected } from './leiden';
import { modularityOf, numberBySize } from '../graph/partition';

/**
 * Label propagation (Raghavan, Albert & Kumara 2007): in random order every node takes the label with most weight among its neighbours, equal ones drawn,
 * until every node has one of its strongest labels. A group that is not connected is parted. Numbered by falling size.
 */
export function propagateLabels({ offsets, to, weight }: Adjacency, random: Random): Uint32Array {
  const n = offsets.length - 1;
  const label = Uint32Array.from({ length: n }, (_, v) => v);
  const order = label.slice();
  const sum = new Float64Array(n);
  const touched = new Uint32Array(n);
  for (let round = 0; round < 1000; round++) {
    random.shuffle(order);
    let settled = true;
    for (const v of order) {
      let count = 0;
      let most = 0;
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        const l = label[to[k]];
        if (sum[l] === 0) touched[count++] = l;
        sum[l] += weight[k];
        if (sum[l] > most) most = sum[l];
      }
      if (count > 0 && sum[label[v]] < most * (1 - 1e-12)) {
        settled = false;
        let ways = 0;
        let chosen = label[v];
        for (let i = 0; i < count; i++) {
          if (sum[touched[i]] >= most * (1 - 1e-12) && random.below(++ways) === 0) chosen = touched[i];
        }
        label[v] = chosen;
      }
      for (let i = 0; i < count; i++) sum[touched[i]] = 0;
    }
    if (settled) break;
  }
  splitDisconnected({ offsets, to, weight }, label);
  numberBySize(label);
  return label;
}

/** Edge removal asks for this many edges at most. */
export const mostRemovals = 500;

/**
 * Edge removal (Girvan & Newman 2002): the edge of highest betweenness goes, again and again; of all divisions on the way the one of highest modularity is
 * taken. Undirected simple view, weights ignored. A Fault for more than 500 ties.
 */
export async function removeEdges(net: Network, breath: Breath): Promise<Uint32Array> {
  const rows = simpleAdjacency(net, 'both');
  const ones = { ...rows, weight: new Float64Array(rows.to.length).fill(1) };
  const all: [number, number][] = [];
  for (let v = 0; v + 1 < rows.offsets.length; v++) {
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) if (rows.to[k] > v) all.push([v, rows.to[k]]);
  }
  if (all.length > mostRemovals) {
    throw new Fault(
      `Taking edges away is offered up to ${mostRemovals} ties; this network has ${all.length}. Choose Leiden, or narrow the network before.`,
    );
  }
  let left = all;
  let best = components(net).of;
  let most = modularityOf(ones, best, 1);
  while (left.length > 0) {
    await breath.breathe(1 - left.length / all.length);
    const rest = network({ nodes: nodeCount(net), edges: left });
    const between = await edgeBetweenness(rest, { breathe: () => undefined });
    let highest = 0;
    // Of equal ones the first goes, whatever the rounding.
    between.forEach((value, e) => value > between[highest] * (1 + 1e-9) && (highest = e));
    left = left.filter((_, e) => e !== highest);
    const { of, sizes } = components(network({ nodes: nodeCount(net), edges: left }));
    if (sizes.length === 0) break;
    const q = modularityOf(ones, of, 1);
    if (q > most + 1e-12) {
      most = q;
      best = of;
    }
  }
  const found = best.slice();
  numberBySize(found);
  return found;
}

/** Two clusters become one at a height; clusters 0 … n−1 are the nodes, each merge makes the next number. */
export interface Merge {
  a: number;
  b: number;
  height: number;
  size: number;
}

export const mostProfiles = 3000;

/**
 * Hierarchical clustering of nodes by the likeness of their ties (structural equivalence; Lorrain & White 1971, Burt 1976): a node's profile is its row and
 * its column of the weighted adjacency matrix, the diagonal 0; distance is Euclidean, or 1 − correlation; average linkage, by chains of nearest neighbours.
 * n − 1 merges by rising height. Memory grows with n²; a Fault beyond 3,000 nodes.
 */
export async function profileMerges(
  net: Network,
  weights: boolean,
  distance: 'euclidean' | 'correlation',
  breath: Breath,
): Promise<Merge[]> {
  const n = nodeCount(net);
  if (n > mostProfiles) {
    throw new Fault(
      `Likeness of ties is offered up to ${mostProfiles} nodes; this network has ${n}. Narrow it before, or choose Leiden.`,
    );
  }
  const between = await profileDistances(net, weights, distance, breath);
  return averageLinkage(between, n);
}

async function profileDistances(
  net: Network,
  weights: boolean,
  distance: 'euclidean' | 'correlation',
  breath: Breath,
): Promise<Float64Array> {
  const n = nodeCount(net);
  const ways = net.directed ? (['out', 'in'] as const) : (['out'] as const);
  const products = new Float64Array(n * n);
  const sums = new Float64Array(n);
  for (const way of ways) {
    const rows = simpleAdjacency(net, way);
    const columns = simpleAdjacency(net, way === 'out' ? 'in' : 'out');
    for (let v = 0; v < n; v++) {
      if ((v & 63) === 0) await breath.breathe(v / n);
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
        const w = weights ? rows.weight[k] : 1;
        sums[v] += w;
        const x = rows.to[k];
        for (let l = columns.offsets[x]; l < columns.offsets[x + 1]; l++) {
          products[v * n + columns.to[l]] += w * (weights ? columns.weight[l] : 1);
        }
      }
    }
  }
  const length = ways.length * n;
  const found = new Float64Array(n * n);
  for (let a = 0; a < n; a++) {
    for (let b = 0; b < a; b++) {
      const [aa, bb, ab] = [products[a * n + a], products[b * n + b], products[a * n + b]];
      let d: number;
      if (distance === 'euclidean') d = Math.sqrt(Math.max(0, aa + bb - 2 * ab));
      else {
        const spread = Math.sqrt((aa - sums[a] ** 2 / length) * (bb - sums[b] ** 2 / length));
        // A node without ties is like others without ties, and like no one else.
        if (!(spread > 0)) d = sums[a] === sums[b] && aa === bb ? 0 : 1;
        else d = Math.max(0, 1 - (ab - (sums[a] * sums[b]) / length) / spread);
      }
      found[a * n + b] = found[b * n + a] = d;
    }
  }
  return found;
}

/** Average linkage (Sokal & Michener 1958) over a full matrix of distances, which is used up. */
export function averageLinkage(between: Float64Array, n: number): Merge[] {
  const size = new Float64Array(n).fill(1);
  const alive = new Uint8Array(n).fill(1);
  const raw: { a: number; b: number; height: number }[] = [];
  const chain: number[] = [];
  for (let left = n; left > 1;) {
    if (chain.length === 0) chain.push(alive.indexOf(1));
    const v = chain[chain.length - 1];
    const before = chain.length > 1 ? chain[chain.length - 2] : -1;
    let nearest = before;
    let least = before >= 0 ? between[v * n + before] : Infinity;
    for (let u = 0; u < n; u++) {
      if (!alive[u] || u === v) continue;
      if (between[v * n + u] < least) {
        least = between[v * n + u];
        nearest = u;
      }
    }
    if (nearest !== before || before < 0) {
      chain.push(nearest);
      continue;
    }
    chain.length -= 2;
    const [a, b] = v < nearest ? [v, nearest] : [nearest, v];
    raw.push({ a, b, height: least });
    for (let u = 0; u < n; u++) {
      if (!alive[u] || u === a || u === b) continue;
      const d = (size[a] * between[a * n + u] + size[b] * between[b * n + u]) / (size[a] + size[b]);
      between[a * n + u] = between[u * n + a] = d;
    }
    size[a] += size[b];
    alive[b] = 0;
    left--;
  }
  // The chain finds merges out of order; in order of height each names the clusters it joins.
  raw.sort((x, y) => x.height - y.height);
  const cluster = Int32Array.from({ length: n }, (_, v) => v);
  const root = (v: number): number => {
    while (parent[v] !== v) v = parent[v] = parent[parent[v]];
    return v;
  };
  const parent = Int32Array.from({ length: n }, (_, v) => v);
  const sizes = new Map<number, number>();
  return raw.map(({ a, b, height }, i) => {
    const [x, y] = [root(a), root(b)];
    const merge = { a: cluster[x], b: cluster[y], height, size: 0 };
    merge.size = (sizes.get(merge.a) ?? 1) + (sizes.get(merge.b) ?? 1);
    parent[y] = x;
    cluster[x] = n + i;
    sizes.set(n + i, merge.size);
    return merge;
  });
}

/** Groups where the tree of merges is cut into `count` clusters. Numbered by falling size. */
export function cutInto(merges: readonly Merge[], n: number, count: number): Uint32Array {
  const parent = Int32Array.from({ length: 2 * n }, (_, v) => v);
  const root = (v: number): number => {
    while (parent[v] !== v) v = parent[v] = parent[parent[v]];
    return v;
  };
  for (let i = 0; i < n - count && i < merges.length; i++) {
    parent[root(merges[i].a)] = n + i;
    parent[root(merges[i].b)] = n + i;
  }
  const of = new Uint32Array(n);
  for (let v = 0; v < n; v++) of[v] = root(v);
  const number = new Map<number, number>();
  for (let v = 0; v < n; v++) {
    if (!number.has(of[v])) number.set(of[v], number.size);
    of[v] = number.get(of[v]) as number;
  }
  numberBySize(of);
  return of;
}

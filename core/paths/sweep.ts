/** Distances from every node to every other, summed up for each node. */
import {
  type Adjacency,
  type Direction,
  type Network,
  components,
  keptLong,
  nodeCount,
  simpleAdjacency,
  strongComponents,
} from '../graph';
import { type Breath, type Task, runs, split } from '../split';
import { type WeightAs, lengthRows } from './lengths';
import { forget, nearest, searchFor } from './nearest';

/** For each node, over the other nodes it reaches: their number, the sum of distances, of 1 / distance, and the longest distance. */
export interface Spread {
  reached: Float64Array;
  sum: Float64Array;
  inverse: Float64Array;
  longest: Float64Array;
}

/** Spreads along the edges, and against them, that is over the nodes that reach each node. In an undirected network both are the same arrays. */
export interface Sweep {
  out: Spread;
  into: Spread;
}

interface Shared {
  rows: Adjacency;
  /** The same edges by the nodes they arrive at. */
  arriving: Adjacency;
  lengths: boolean;
  mirrored: boolean;
  /** Nodes with the same number reach the same nodes. */
  alike: Uint32Array;
}

const spreadFor = (n: number): Spread => ({
  reached: new Float64Array(n),
  sum: new Float64Array(n),
  inverse: new Float64Array(n),
  longest: new Float64Array(n),
});

interface Part {
  from: number;
  to: number;
}

/**
 * Searches from the sources of one part. `out` holds values for these sources, 0 for others; `into` what the part gives every node. In symmetric rows a node
 * with one neighbour needs no search of its own: it is one step farther from everyone than its neighbour is.
 */
export const sweepTask: Task<Shared, Part, { out: Spread; into?: Spread }> = {
  name: 'sweep',
  run(shared, { from, to }) {
    const n = shared.rows.offsets.length - 1;
    const out = spreadFor(n);
    const into = shared.mirrored ? undefined : spreadFor(n);
    if (shared.lengths) byLength(shared.rows, from, to, out, into);
    else byStep(shared, from, to, out, into);
    return { out, into };
  },
};

interface Scratch {
  queue: Uint32Array;
  /** Marks of the search that found a node last, and of the nodes of the level before. */
  seen: Uint32Array;
  edge: Uint8Array;
  /** Nodes found at each number of steps. */
  counts: Uint32Array;
}

/** Once as many nodes are found as there are to find, their edges need not be looked at. */
function byStep(shared: Shared, from: number, to: number, out: Spread, into: Spread | undefined): void {
  const { rows, alike, mirrored } = shared;
  const { offsets, to: ends } = rows;
  const n = offsets.length - 1;
  const toFind = new Uint32Array(n);
  const scratch: Scratch = {
    queue: new Uint32Array(n),
    seen: new Uint32Array(n),
    edge: new Uint8Array(n),
    counts: new Uint32Array(n + 1),
  };
  const leaf = (v: number): boolean =>
    mirrored && offsets[v + 1] - offsets[v] === 1 && offsets[ends[offsets[v]] + 1] - offsets[ends[offsets[v]]] > 1;
  for (let s = from; s < to; s++) {
    if (leaf(s)) continue;
    const levels = search(s, s - from + 1, toFind[alike[s]] || n + 1, shared, scratch, into);
    const { counts } = scratch;
    let found = 0;
    let sum = 0;
    let inverse = 0;
    for (let level = 1; level <= levels; level++) {
      found += counts[level];
      sum += counts[level] * level;
      inverse += counts[level] / level;
    }
    toFind[alike[s]] = found + 1;
    out.reached[s] = found;
    out.sum[s] = sum;
    out.inverse[s] = inverse;
    out.longest[s] = levels;
    if (!mirrored) continue;
    let farther = 1;
    for (let level = 1; level <= levels; level++) farther += counts[level] / (level + 1);
    for (let k = offsets[s]; k < offsets[s + 1]; k++) {
      const v = ends[k];
      if (!leaf(v)) continue;
      // Everyone but the leaf itself, which stands at one step from its neighbour, is one step farther.
      out.reached[v] = found;
      out.sum[v] = sum + found + 1 - 2;
      out.inverse[v] = farther - 1 / 2;
      out.longest[v] = levels + 1;
    }
  }
}

/** Breadth first from one node; the number found at each level is left in `counts`. Returns the number of levels. */
function search(
  source: number,
  mark: number,
  all: number,
  { rows, arriving }: Shared,
  scratch: Scratch,
  into: Spread | undefined,
): number {
  const { offsets, to } = rows;
  const { queue, seen, edge, counts } = scratch;
  const n = seen.length;
  seen[source] = mark;
  queue[0] = source;
  let tail = 1;
  let level = 0;
  let toPull = to.length;
  for (let first = 0; first < tail && tail < all;) {
    const last = tail;
    let toPush = 0;
    for (let i = first; i < last; i++) toPush += offsets[queue[i] + 1] - offsets[queue[i]];
    // A level with most of the edges is passed the other way round: those not found look for it, and stop at the first of it they meet.
    if (toPush * 2 > toPull && toPush > n) {
      for (let i = first; i < last; i++) edge[queue[i]] = 1;
      for (let u = 0; u < n && tail < all; u++) {
        if (seen[u] === mark) continue;
        for (let k = arriving.offsets[u], end = arriving.offsets[u + 1]; k < end; k++) {
          if (edge[arriving.to[k]] === 0) continue;
          seen[u] = mark;
          queue[tail++] = u;
          break;
        }
      }
      for (let i = first; i < last; i++) edge[queue[i]] = 0;
    } else {
      for (let i = first; i < last && tail < all; i++) {
        const v = queue[i];
        for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
          const u = to[k];
          if (seen[u] === mark) continue;
          seen[u] = mark;
          queue[tail++] = u;
        }
      }
    }
    if (tail === last) break;
    counts[++level] = tail - last;
    toPull -= toPush;
    if (into) arrived(into, queue, last, tail, level);
    first = last;
  }
  return level;
}

function arrived(into: Spread, queue: Uint32Array, from: number, to: number, level: number): void {
  const { reached, sum, inverse, longest } = into;
  const share = 1 / level;
  for (let i = from; i < to; i++) {
    const u = queue[i];
    reached[u]++;
    sum[u] += level;
    inverse[u] += share;
    if (level > longest[u]) longest[u] = level;
  }
}

function byLength(rows: Adjacency, from: number, to: number, out: Spread, into: Spread | undefined): void {
  const search = searchFor(rows.offsets.length - 1);
  const { far, order } = search;
  for (let s = from; s < to; s++) {
    const found = nearest(s, rows, search);
    let sum = 0;
    let inverse = 0;
    for (let i = 1; i < found; i++) {
      const d = far[order[i]];
      sum += d;
      inverse += 1 / d;
      if (!into) continue;
      const u = order[i];
      into.reached[u]++;
      into.sum[u] += d;
      into.inverse[u] += 1 / d;
      if (d > into.longest[u]) into.longest[u] = d;
    }
    out.reached[s] = found - 1;
    out.sum[s] = sum;
    out.inverse[s] = inverse;
    out.longest[s] = found > 1 ? far[order[found - 1]] : 0;
    forget(search, found);
  }
}

/** The sweep of a network; `direction` 'both' goes either way along every edge. Kept, as several measures read it. n searches. */
export async function sweep(net: Network, as: WeightAs, direction: Direction, breath: Breath): Promise<Sweep> {
  const mirrored = !net.directed || direction === 'both';
  const way = mirrored ? 'both' : 'out';
  return keptLong(net, `sweep ${as} ${way}`, async () => {
    const n = nodeCount(net);
    const lengths = as !== 'none';
    const rows = lengths ? lengthRows(net, way, as) : simpleAdjacency(net, way);
    const arriving = mirrored || lengths ? rows : simpleAdjacency(net, 'in');
    const out = spreadFor(n);
    const into = mirrored ? out : spreadFor(n);
    const parts = runs(n, 32);
    const alike = (mirrored ? components(net) : strongComponents(net)).of;
    await split(sweepTask, { rows, arriving, lengths, mirrored, alike }, parts, breath, (found) => {
      // A source is searched from in one part only.
      for (const key of ['reached', 'sum', 'inverse', 'longest'] as const) {
        for (let v = 0; v < n; v++) out[key][v] += found.out[key][v];
      }
      if (!found.into) return;
      for (let v = 0; v < n; v++) {
        into.reached[v] += found.into.reached[v];
        into.sum[v] += found.into.sum[v];
        into.inverse[v] += found.into.inverse[v];
        if (found.into.longest[v] > into.longest[v]) into.longest[v] = found.into.longest[v];
      }
    });
    return { out, into };
  });
}

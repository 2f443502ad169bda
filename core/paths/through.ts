/** How many shortest paths run through every node and edge: the accumulation of Brandes 2001. */
import type { Adjacency } from '../graph';
import type { Task } from '../split';
import { lengthTolerance } from './lengths';
import { type Search, forget, nearest, searchFor } from './nearest';

interface Shared {
  rows: Adjacency;
  /** The same edges by the nodes they arrive at; absent where the rows are symmetric. */
  into?: Adjacency;
  /** For how many nodes each stands; nodes that hang on it were folded into it. */
  stands: Float64Array;
  /** Nodes with the same number reach the same nodes. */
  alike: Uint32Array;
  /** Whether the rows' weights are lengths. */
  lengths: boolean;
  /** Whether edges are asked for as well. */
  edges: boolean;
  /** Places of the sources, where not every node is one. */
  sources?: Uint32Array;
}

interface Part {
  from: number;
  to: number;
}

export interface Through {
  /** For each node: the sum over sources and targets of the share of shortest paths that run through it. */
  nodes: Float64Array;
  /** The same for each entry of the rows; empty where not asked for. */
  entries: Float64Array;
  /** For each node, the sum of the squares of what single sources gave it: for the error of a sample. */
  squares: Float64Array;
}

/** Sources `from` … `to` − 1, or those of the list `sources` at these places. */
export const throughTask: Task<Shared, Part, Through> = {
  name: 'through',
  run(shared, { from, to }) {
    const n = shared.stands.length;
    const sums: Through = {
      nodes: new Float64Array(n),
      entries: new Float64Array(shared.edges ? shared.rows.to.length : 0),
      squares: new Float64Array(shared.sources ? n : 0),
    };
    const scratch = scratchFor(n);
    const run = shared.lengths ? byLength : byStep;
    const before = new Float64Array(shared.sources ? n : 0);
    for (let i = from; i < to; i++) {
      if (shared.sources) before.set(sums.nodes);
      run(shared.sources ? shared.sources[i] : i, shared, scratch, sums);
      if (!shared.sources) continue;
      for (let v = 0; v < n; v++) {
        const gave = sums.nodes[v] - before[v];
        sums.squares[v] += gave * gave;
      }
    }
    return sums;
  },
};

/** Arrays that one source after the other uses. `distance` and `place` are −1 between sources. */
interface Scratch {
  distance: Int32Array;
  paths: Float64Array;
  dependency: Float64Array;
  order: Uint32Array;
  /** What one level passes on to the next; 0 for all others, and between sources. */
  passed: Float64Array;
  /** How many nodes are to be found from nodes of each class of `alike`; 0: not known yet. */
  toFind: Uint32Array;
  search?: Search;
}

const scratchFor = (n: number): Scratch => ({
  distance: new Int32Array(n).fill(-1),
  paths: new Float64Array(n),
  dependency: new Float64Array(n),
  order: new Uint32Array(n),
  passed: new Float64Array(n),
  toFind: new Uint32Array(n),
});

/** How much dearer an edge is to push along, with its two branches, than to pull over, with none. */
const pullGain = 3;

/**
 * Every edge is one step. A level is found by pushing the number of paths along the edges of the level before, or, where that level has most of the edges, by
 * pulling it over the edges that arrive at the nodes still to be found (the direction-optimising search of Beamer, Asanović & Patterson 2012).
 */
function byStep(source: number, shared: Shared, scratch: Scratch, sums: Through): void {
  const { stands, alike } = shared;
  const { offsets, to } = shared.rows;
  const into = shared.into ?? shared.rows;
  const { distance, paths, dependency, order, toFind, passed } = scratch;
  const { nodes, entries } = sums;
  if (offsets[source] === offsets[source + 1]) return;
  const n = stands.length;
  const all = toFind[alike[source]];
  let toPull = into.to.length;
  let tail = 1;
  let depth = 0;
  distance[source] = 0;
  paths[source] = 1;
  order[0] = source;
  toPull -= into.offsets[source + 1] - into.offsets[source];
  for (let first = 0; first < tail && tail !== all; depth++) {
    const last = tail;
    let toPush = 0;
    for (let i = first; i < last; i++) toPush += offsets[order[i] + 1] - offsets[order[i]];
    if (toPush * pullGain > toPull + n) {
      for (let i = first; i < last; i++) passed[order[i]] = paths[order[i]];
      tail = pull(into, depth + 1, tail, scratch);
      for (let i = first; i < last; i++) passed[order[i]] = 0;
    } else tail = push(offsets, to, first, last, depth + 1, scratch);
    for (let i = last; i < tail; i++) toPull -= into.offsets[order[i] + 1] - into.offsets[order[i]];
    first = last;
  }
  toFind[alike[source]] = tail;
  // Farthest first: what a node passes on comes from its neighbours one step farther. `dependency` holds (ω + δ) / σ.
  const weight = stands[source];
  const deepest = distance[order[tail - 1]];
  let end = tail;
  for (let level = deepest; level >= 0; level--) {
    let i = end - 1;
    for (; i >= 0 && distance[order[i]] === level; i--) {
      const v = order[i];
      let delta = 0;
      if (level < deepest) {
        let sum = 0;
        for (let k = offsets[v], stop = offsets[v + 1]; k < stop; k++) sum += passed[to[k]];
        delta = sum * paths[v];
        if (shared.edges) {
          for (let k = offsets[v], stop = offsets[v + 1]; k < stop; k++)
            entries[k] += weight * paths[v] * passed[to[k]];
        }
        if (i > 0) nodes[v] += weight * delta;
      }
      dependency[v] = (stands[v] + delta) / paths[v];
    }
    // Only those one step farther pass anything on.
    if (level < deepest) for (let j = end; j < tail && distance[order[j]] === level + 1; j++) passed[order[j]] = 0;
    for (let j = i + 1; j < end; j++) passed[order[j]] = dependency[order[j]];
    end = i + 1;
  }
  passed[source] = 0;
  for (let j = 0; j < tail; j++) distance[order[j]] = -1;
}

/** Finds the next level along the edges of nodes `first` … `last` − 1 of the order; returns the number found so far. */
function push(
  offsets: Uint32Array,
  to: Uint32Array,
  first: number,
  last: number,
  depth: number,
  { distance, paths, order }: Scratch,
): number {
  let tail = last;
  for (let i = first; i < last; i++) {
    const v = order[i];
    const sigma = paths[v];
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      const d = distance[u];
      if (d === depth) paths[u] += sigma;
      else if (d < 0) {
        distance[u] = depth;
        paths[u] = sigma;
        order[tail++] = u;
      }
    }
  }
  return tail;
}

/** Finds the next level among the nodes not yet found, by what the level before, alone in `passed`, passes on. */
function pull(
  { offsets, to }: Adjacency,
  depth: number,
  found: number,
  { distance, paths, order, passed }: Scratch,
): number {
  let tail = found;
  for (let u = 0; u < distance.length; u++) {
    if (distance[u] >= 0) continue;
    let sum = 0;
    for (let k = offsets[u], end = offsets[u + 1]; k < end; k++) sum += passed[to[k]];
    if (sum === 0) continue;
    distance[u] = depth;
    paths[u] = sum;
    order[tail++] = u;
  }
  return tail;
}

/** Edges have lengths above 0. Paths whose lengths differ by less than the tolerance count alike. */
function byLength(source: number, { rows, stands, edges }: Shared, scratch: Scratch, sums: Through): void {
  const { offsets, to, weight } = rows;
  const search = (scratch.search ??= searchFor(stands.length));
  const { far, order } = search;
  const { paths, dependency, distance: place } = scratch;
  const { nodes, entries } = sums;
  const found = nearest(source, rows, search);
  for (let i = 0; i < found; i++) {
    place[order[i]] = i;
    paths[order[i]] = 0;
  }
  paths[source] = 1;
  for (let i = 0; i < found; i++) {
    const v = order[i];
    const from = far[v];
    const sigma = paths[v];
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      const length = from + weight[k];
      if (length - far[u] <= lengthTolerance * length && place[u] > i) paths[u] += sigma;
    }
  }
  for (let i = found - 1; i >= 0; i--) {
    const v = order[i];
    const from = far[v];
    let sum = 0;
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      const length = from + weight[k];
      if (length - far[u] > lengthTolerance * length || place[u] <= i) continue;
      sum += dependency[u];
      if (edges) entries[k] += stands[source] * paths[v] * dependency[u];
    }
    const delta = sum * paths[v];
    if (i > 0) nodes[v] += stands[source] * delta;
    dependency[v] = (stands[v] + delta) / paths[v];
  }
  for (let i = 0; i < found; i++) place[order[i]] = -1;
  forget(search, found);
}

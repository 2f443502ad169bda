import { type Adjacency, type Network, components, nodeCount, simpleAdjacency } from '../graph';
import { foldTrees } from './fold';
import type { Breath, Measure } from './measure';

/**
 * Shortest-path betweenness of every node, ends not counted (Brandes 2001, dependency accumulation; weights ignored).
 * Hanging trees of undirected networks are folded first. Paths are sequences of nodes, so parallel edges make no extra path. Undirected pairs count once.
 * Returns the raw values and those divided by the number of pairs of other nodes, (n−1)(n−2), halved when undirected; 0 where n < 3.
 */
export async function betweennessOf(net: Network, breath: Breath): Promise<[Float64Array, Float64Array]> {
  const n = nodeCount(net);
  const raw = new Float64Array(n);
  if (net.directed) {
    const rows = simpleAdjacency(net, 'out');
    await accumulateAll(rows, new Float64Array(n).fill(1), raw, breath);
  } else {
    const parts = components(net);
    const { core, members, stands, hanging } = foldTrees(simpleAdjacency(net, 'both'), parts.of, parts.sizes);
    const sums = new Float64Array(members.length);
    await accumulateAll(
      core,
      Float64Array.from(members, (v) => stands[v]),
      sums,
      breath,
    );
    members.forEach((v, i) => (raw[v] = sums[i]));
    for (let v = 0; v < n; v++) raw[v] += 2 * hanging[v];
  }
  const pairs = (n - 1) * (n - 2);
  const normalised = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    if (pairs > 0) normalised[v] = raw[v] / pairs;
    if (!net.directed) raw[v] /= 2;
  }
  return [raw, normalised];
}

interface Scratch {
  /** −1 everywhere between calls. */
  distance: Int32Array;
  paths: Float64Array;
  dependency: Float64Array;
  order: Uint32Array;
}

const scratchFor = (n: number): Scratch => ({
  distance: new Int32Array(n).fill(-1),
  paths: new Float64Array(n),
  dependency: new Float64Array(n),
  order: new Uint32Array(n),
});

async function accumulateAll(rows: Adjacency, stands: Float64Array, sums: Float64Array, breath: Breath): Promise<void> {
  const n = stands.length;
  const scratch = scratchFor(n);
  for (let s = 0; s < n; s++) {
    if ((s & 7) === 0) await breath.breathe(s / n);
    accumulate(s, rows, stands, scratch, sums);
  }
}

/** Adds to `sums` what the shortest paths from one source give every node between their ends; node v counts as `stands[v]` nodes. */
function accumulate(source: number, rows: Adjacency, stands: Float64Array, scratch: Scratch, sums: Float64Array): void {
  const { offsets, to } = rows;
  const { distance, paths, dependency, order } = scratch;
  if (offsets[source] === offsets[source + 1]) return;
  let tail = 1;
  distance[source] = 0;
  paths[source] = 1;
  order[0] = source;
  for (let head = 0; head < tail; head++) {
    const v = order[head];
    const next = distance[v] + 1;
    const sigma = paths[v];
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      const d = distance[u];
      if (d === next) paths[u] += sigma;
      else if (d < 0) {
        distance[u] = next;
        paths[u] = sigma;
        order[tail++] = u;
      }
    }
  }
  // Farthest first: a node's dependency is gathered from its successors, its neighbours one step farther.
  for (let i = tail - 1; i >= 0; i--) {
    const v = order[i];
    const next = distance[v] + 1;
    let sum = 0;
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      if (distance[u] === next) sum += dependency[u];
    }
    // `dependency` holds (ω + δ) / σ, so that the sum over successors times σ(v) is δ(v).
    const delta = sum * paths[v];
    if (i > 0) sums[v] += stands[source] * delta;
    dependency[v] = (stands[v] + delta) / paths[v];
  }
  for (let i = 0; i < tail; i++) distance[order[i]] = -1;
}

export const betweenness: Measure = {
  key: 'betweenness',
  name: 'Betweenness',
  words:
    'How often a node lies on the shortest paths between two others. High values mark go-betweens whose loss would lengthen many ways.',
  formula: 'b(v) = Σ σ(s,t|v) / σ(s,t) over pairs s, t ≠ v; normalised by the number of such pairs',
  source: 'Brandes 2001',
  reads: 'shortest paths along edges, weights ignored, parallel edges once, loops left out',
  columns: [
    { key: 'betweenness', name: 'Betweenness' },
    { key: 'betweenness_normalised', name: 'Betweenness, normalised' },
  ],
  compute: betweennessOf,
};

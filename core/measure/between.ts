/** How betweenness is computed; loaded where it is. */
import {
  type Adjacency,
  type Network,
  components,
  keptLong,
  nodeCount,
  simpleAdjacency,
  strongComponents,
} from '../graph';
import { type WeightAs, lengthRows } from '../paths/lengths';
import { seeded } from '../random';
import { type Breath, runs, split } from '../split';
import { entryOf } from './entry';
import { foldTrees } from './fold';

/** What all sources together give each node; undirected pairs count twice. Squares only of a sample. */
async function throughAll(
  given: {
    rows: Adjacency;
    into?: Adjacency;
    stands: Float64Array;
    alike: Uint32Array;
    lengths: boolean;
    sources?: Uint32Array;
  },
  breath: Breath,
): Promise<{ sums: Float64Array; squares: Float64Array }> {
  const n = given.stands.length;
  const sums = new Float64Array(n);
  const squares = new Float64Array(n);
  const parts = runs(given.sources?.length ?? n);
  await split(
    (await import('../paths/through')).throughTask,
    { ...given, edges: false },
    parts,
    breath,
    ({ nodes, squares: of }) => {
      for (let v = 0; v < n; v++) sums[v] += nodes[v];
      for (let v = 0; v < of.length; v++) squares[v] += of[v];
    },
  );
  return { sums, squares };
}

const standsForItself = (n: number): Float64Array => new Float64Array(n).fill(1);
const alikeIn = (net: Network): Uint32Array => (net.directed ? strongComponents(net) : components(net)).of;

/** Rows by the nodes that edges arrive at, where they differ and steps are counted. */
const intoOf = (net: Network, as: WeightAs): Adjacency | undefined =>
  net.directed && as === 'none' ? simpleAdjacency(net, 'in') : undefined;

/** Raw values, and those divided by the number of ordered pairs of other nodes. */
function finished(net: Network, twice: Float64Array): [Float64Array, Float64Array] {
  const n = nodeCount(net);
  const pairs = (n - 1) * (n - 2);
  return [net.directed ? twice : twice.map((sum) => sum / 2), twice.map((sum) => (pairs > 0 ? sum / pairs : 0))];
}

/**
 * Shortest-path betweenness of every node, ends not counted (Brandes 2001, dependency accumulation).
 * Hanging trees of undirected networks are folded first where weights are ignored. Paths are sequences of nodes, so parallel edges make no extra path.
 * Returns the raw values (undirected pairs count once) and those divided by the number of pairs of other nodes, (n−1)(n−2), halved when undirected; 0 where n < 3.
 */
export function betweennessOf(
  net: Network,
  breath: Breath,
  as: WeightAs = 'none',
): Promise<[Float64Array, Float64Array]> {
  return keptLong(net, `betweenness ${as}`, async () => {
    const n = nodeCount(net);
    if (net.directed || as !== 'none') {
      const rows = as === 'none' ? simpleAdjacency(net, 'out') : lengthRows(net, 'out', as);
      const { sums } = await throughAll(
        { rows, into: intoOf(net, as), stands: standsForItself(n), alike: alikeIn(net), lengths: as !== 'none' },
        breath,
      );
      return finished(net, sums);
    }
    const parts = components(net);
    const { core, members, stands, hanging } = foldTrees(simpleAdjacency(net, 'both'), parts.of, parts.sizes);
    const { sums } = await throughAll(
      {
        rows: core,
        stands: Float64Array.from(members, (v) => stands[v]),
        alike: Uint32Array.from(members, (v) => parts.of[v]),
        lengths: false,
      },
      breath,
    );
    const twice = hanging.map((pairs) => 2 * pairs);
    members.forEach((v, i) => (twice[v] += sums[i]));
    return finished(net, twice);
  });
}

/**
 * Betweenness estimated from `pivots` sources drawn without replacement (Brandes & Pich 2007): raw, normalised, and the standard error of the raw estimate,
 * from the spread of what single sources give and with the correction for a finite population.
 */
export async function sampledBetweenness(
  net: Network,
  breath: Breath,
  as: WeightAs,
  pivots: number,
  seed: number,
): Promise<[Float64Array, Float64Array, Float64Array]> {
  const n = nodeCount(net);
  const k = Math.min(pivots, n);
  const order = Uint32Array.from({ length: n }, (_, v) => v);
  seeded(seed).shuffle(order);
  const rows = as === 'none' ? simpleAdjacency(net, 'out') : lengthRows(net, 'out', as);
  const { sums, squares } = await throughAll(
    {
      rows,
      into: intoOf(net, as),
      stands: standsForItself(n),
      alike: alikeIn(net),
      lengths: as !== 'none',
      sources: order.slice(0, k),
    },
    breath,
  );
  const share = n === 0 ? 0 : n / k;
  const error = squares.map((square, v) => {
    if (k < 2) return NaN;
    const variance = Math.max(0, square - (sums[v] * sums[v]) / k) / (k - 1);
    return (n * Math.sqrt((variance / k) * (1 - k / n))) / (net.directed ? 1 : 2);
  });
  const [raw, normalised] = finished(
    net,
    sums.map((sum) => sum * share),
  );
  return [raw, normalised, error];
}

/** Betweenness of every edge, one value per edge: parallel edges share the value of their pair, loops have 0. Undirected pairs count once. */
export function edgeBetweenness(net: Network, breath: Breath, as: WeightAs = 'none'): Promise<Float64Array> {
  return keptLong(net, `edge betweenness ${as}`, async () => {
    const n = nodeCount(net);
    const rows = as === 'none' ? simpleAdjacency(net, 'out') : lengthRows(net, 'out', as);
    const sums = new Float64Array(rows.to.length);
    const given = {
      rows,
      into: intoOf(net, as),
      stands: standsForItself(n),
      alike: alikeIn(net),
      lengths: as !== 'none',
      edges: true,
    };
    // Few parts, as each brings a value for every edge.
    await split((await import('../paths/through')).throughTask, given, runs(n, 16), breath, ({ entries }) => {
      for (let k = 0; k < sums.length; k++) sums[k] += entries[k];
    });
    const found = new Float64Array(net.source.length);
    for (let e = 0; e < found.length; e++) {
      const k = entryOf(rows, net.source[e], net.target[e]);
      if (k < 0) continue;
      // Each way of an undirected edge holds the pairs that run so.
      found[e] = net.directed ? sums[k] : (sums[k] + sums[entryOf(rows, net.target[e], net.source[e])]) / 2;
    }
    return found;
  });
}

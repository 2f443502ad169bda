/** Two networks on the same nodes. */
import { type Network, simpleAdjacency } from '../graph';
import { seeded } from '../random';
import type { Breath } from '../split';

/** Weights of the pairs of nodes that stand in both networks, by pair number a·n + b; undirected pairs once. */
interface Pairs {
  nodes: number;
  directed: boolean;
  first: Map<number, number>;
  second: Map<number, number>;
}

/** Nodes are matched by id; only those in both count. A network is read as directed where both are. */
function pairsOf(a: Network, b: Network, weights: boolean): Pairs {
  const places = new Map(a.ids.map((id, v) => [id, v]));
  const common = b.ids.flatMap((id, v) => (places.has(id) ? [[places.get(id) as number, v] as const] : []));
  const directed = a.directed && b.directed;
  const n = common.length;
  const read = (net: Network, at: 0 | 1): Map<number, number> => {
    const number = new Map(common.map((pair, i) => [pair[at], i]));
    const { offsets, to, weight } = simpleAdjacency(net, directed ? 'out' : 'both');
    const found = new Map<number, number>();
    for (const [v, i] of number) {
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        const j = number.get(to[k]);
        if (j === undefined || (!directed && j < i)) continue;
        found.set(i * n + j, weights ? weight[k] : 1);
      }
    }
    return found;
  };
  return { nodes: n, directed, first: read(a, 0), second: read(b, 1) };
}

/** Ties in both over ties in either, among the nodes that are in both; NaN without any tie. (Jaccard 1901) */
export function edgeJaccard(a: Network, b: Network): { value: number; both: number; either: number } {
  const { first, second } = pairsOf(a, b, false);
  let both = 0;
  for (const pair of first.keys()) if (second.has(pair)) both++;
  const either = first.size + second.size - both;
  return { value: both / either, both, either };
}

export interface Qap {
  nodes: number;
  correlation: number;
  draws: number;
  /** Share of the draws with a correlation at least as high, and at most as low; the observed order counts as one draw. */
  atLeast: number;
  atMost: number;
  mean: number;
  sd: number;
  values: Float64Array;
}

/**
 * Correlation of two networks' matrices over the pairs of common nodes, and its permutation test: the nodes of one are put into random order again and again
 * (quadratic assignment procedure; Hubert & Schultz 1976, Krackhardt 1988). NaN where one of the matrices does not vary.
 */
export async function quadraticAssignment(
  a: Network,
  b: Network,
  ask: { draws: number; seed: number; weights: boolean },
  breath: Breath,
): Promise<Qap> {
  const { nodes: n, directed, first, second } = pairsOf(a, b, ask.weights);
  const cells = directed ? n * (n - 1) : (n * (n - 1)) / 2;
  const moments = (of: Map<number, number>): { mean: number; spread: number } => {
    let [sum, squares] = [0, 0];
    for (const w of of.values()) {
      sum += w;
      squares += w * w;
    }
    return { mean: sum / cells, spread: Math.sqrt(Math.max(0, squares / cells - (sum / cells) ** 2)) };
  };
  const [x, y] = [moments(first), moments(second)];
  const at = (products: number): number =>
    x.spread > 0 && y.spread > 0 ? (products / cells - x.mean * y.mean) / (x.spread * y.spread) : NaN;
  const entries = [...first].map(([pair, w]) => ({ i: Math.floor(pair / n), j: pair % n, w }));
  const productsUnder = (order: Uint32Array): number => {
    let products = 0;
    for (const { i, j, w } of entries) {
      const [p, q] = [order[i], order[j]];
      const other = second.get(directed || p < q ? p * n + q : q * n + p);
      if (other !== undefined) products += w * other;
    }
    return products;
  };
  const order = Uint32Array.from({ length: n }, (_, v) => v);
  const correlation = at(productsUnder(order));
  const random = seeded(ask.seed);
  const values = new Float64Array(ask.draws);
  let [high, low] = [1, 1];
  for (let i = 0; i < ask.draws; i++) {
    await breath.breathe(i / ask.draws);
    random.shuffle(order);
    values[i] = at(productsUnder(order));
    if (values[i] >= correlation - 1e-12) high++;
    if (values[i] <= correlation + 1e-12) low++;
  }
  const mean = values.reduce((sum, value) => sum + value / ask.draws, 0);
  const sd = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / Math.max(1, ask.draws - 1));
  return {
    nodes: n,
    correlation,
    draws: ask.draws,
    atLeast: high / (ask.draws + 1),
    atMost: low / (ask.draws + 1),
    mean,
    sd,
    values,
  };
}

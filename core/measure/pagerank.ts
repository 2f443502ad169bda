import { type Adjacency, type Network, adjacency, nodeCount } from '../graph';
import { Fault } from '../fault';
import { type Breath, type Measure } from './measure';
import { endsAt } from './degree';

/**
 * PageRank by power iteration: damping d (0.85), out-edges taken in proportion to their weights, dangling mass spread evenly, sums to 1.
 * Iterates until the sum of changes bounds the error below 1e-13. Reads the network as it is; an undirected edge is walked both ways.
 * Throws a Fault where a weight is negative.
 */
export async function pagerankOf(
  net: Network,
  breath: Breath,
  weighted: boolean,
  damping = 0.85,
): Promise<Float64Array> {
  const n = nodeCount(net);
  if (n === 0) return new Float64Array(0);
  const into = adjacency(net, 'in');
  const out = endsAt(net, net.directed ? { out: true, in: false } : { out: true, in: true }, weighted);
  if (weighted) {
    const e = net.weight.findIndex((w) => !(w >= 0));
    if (e >= 0) {
      throw new Fault(
        `PageRank needs weights of 0 or more; the edge ${net.labels[net.source[e]]} – ${net.labels[net.target[e]]} has ${net.weight[e]}.`,
      );
    }
  }
  let rank = new Float64Array(n).fill(1 / n);
  let next = new Float64Array(n);
  const share = new Float64Array(n);
  for (let round = 0; round < 10000; round++) {
    await breath.breathe(Math.min(0.99, round / 100));
    const change = walk(into, weighted, out, damping, rank, share, next);
    [rank, next] = [next, rank];
    // The iteration contracts by d, so what is left to go is at most change · d / (1 − d).
    if ((change * damping) / (1 - damping) < 1e-13) break;
  }
  let total = 0;
  for (let v = 0; v < n; v++) total += rank[v];
  for (let v = 0; v < n; v++) rank[v] /= total;
  return rank;
}

/** One step of the walk from `rank` to `next`; returns the sum of changes. */
function walk(
  into: Adjacency,
  weighted: boolean,
  out: Float64Array,
  damping: number,
  rank: Float64Array,
  share: Float64Array,
  next: Float64Array,
): number {
  const n = rank.length;
  const { offsets, to, weight } = into;
  let dangling = 0;
  for (let v = 0; v < n; v++) {
    if (out[v] > 0) share[v] = rank[v] / out[v];
    else {
      share[v] = 0;
      dangling += rank[v];
    }
  }
  const base = (1 - damping + damping * dangling) / n;
  let change = 0;
  for (let v = 0; v < n; v++) {
    let sum = 0;
    const end = offsets[v + 1];
    if (weighted) for (let k = offsets[v]; k < end; k++) sum += share[to[k]] * weight[k];
    else for (let k = offsets[v]; k < end; k++) sum += share[to[k]];
    next[v] = base + damping * sum;
    change += Math.abs(next[v] - rank[v]);
  }
  return change;
}

const formula = 'p(v) = (1−d)/n + d·(Σ p(u)·w(u,v)/s⁺(u) + dangling/n), d = 0.85';
const source = 'Brin & Page 1998';

export const pagerank: Measure = {
  key: 'pagerank',
  name: 'PageRank',
  words:
    'The share of time a walker spends at a node who follows edges at random and sometimes starts anew anywhere. High values mark nodes that important nodes point to.',
  formula: formula.replace('w(u,v)/s⁺(u)', '1/k⁺(u)'),
  source,
  reads: 'the network as it is, along edges, weights ignored',
  columns: [{ key: 'pagerank', name: 'PageRank' }],
  compute: async (net, breath) => [await pagerankOf(net, breath, false)],
};

export const pagerankWeighted: Measure = {
  key: 'pagerank_weighted',
  name: 'PageRank, weighted',
  words: 'PageRank of a walker who takes heavier edges more often, in proportion to their weights.',
  formula,
  source,
  reads: 'the network as it is, along edges, weights as strengths',
  weighted: true,
  columns: [{ key: 'pagerank_weighted', name: 'PageRank, weighted' }],
  compute: async (net, breath) => [await pagerankOf(net, breath, true)],
};

/** How PageRank is computed; loaded where it is. */
import { type Network, adjacency, nodeCount } from '../graph';
import { weightsOfZeroOrMore } from '../paths/lengths';
import type { Breath } from '../split';
import { endsAt } from './degree';

/**
 * PageRank: damping d (0.85), out-edges taken in proportion to their weights, dangling mass spread evenly, sums to 1. The walk begins anew at any node, or
 * at those of `start`. Gauss–Seidel rounds, each node on the newest scores of the others, until the sum of changes bounds the error below 1e-12.
 * Reads the network as it is; an undirected edge is walked both ways. Throws a Fault where a weight is negative.
 */
export async function pagerankOf(
  net: Network,
  breath: Breath,
  weighted: boolean,
  damping = 0.85,
  start?: readonly number[],
): Promise<Float64Array> {
  const n = nodeCount(net);
  if (n === 0) return new Float64Array(0);
  if (weighted) weightsOfZeroOrMore(net, 'PageRank');
  const { offsets, to, weight } = adjacency(net, 'in');
  const out = endsAt(net, net.directed ? { out: true, in: false } : { out: true, in: true }, weighted);
  const base = new Float64Array(n).fill(start ? 0 : (1 - damping) / n);
  for (const v of start ?? []) base[v] = (1 - damping) / (start?.length ?? 1);
  const rank = new Float64Array(n).fill(1 / n);
  // What each node gives along one unit of its out-edges.
  const share = new Float64Array(n);
  for (let v = 0; v < n; v++) share[v] = out[v] > 0 ? rank[v] / out[v] : 0;
  const rows = weighted ? { offsets, to, weight } : { offsets, to };
  for (let i = 0; i < 10000; i++) {
    await breath.breathe(Math.min(0.99, i / 60));
    // The iteration contracts by d at least, so what is left to go is at most change · d / (1 − d).
    const change = round(rows, out, base, damping, rank, share);
    // Scaled to 1 every time: rounds in place do not keep the sum, and would come to it but slowly.
    let total = 0;
    for (let v = 0; v < n; v++) total += rank[v];
    for (let v = 0; v < n; v++) {
      rank[v] /= total;
      share[v] /= total;
    }
    if ((change * damping) / (1 - damping) < 1e-12) break;
  }
  return rank;
}

/** One round over all nodes, in place; returns the sum of changes. */
function round(
  { offsets, to, weight }: { offsets: Uint32Array; to: Uint32Array; weight?: Float64Array },
  out: Float64Array,
  base: Float64Array,
  damping: number,
  rank: Float64Array,
  share: Float64Array,
): number {
  const n = rank.length;
  let dangling = 0;
  for (let v = 0; v < n; v++) if (!(out[v] > 0)) dangling += rank[v];
  let change = 0;
  for (let v = 0; v < n; v++) {
    let sum = 0;
    const end = offsets[v + 1];
    if (weight) for (let k = offsets[v]; k < end; k++) sum += share[to[k]] * weight[k];
    else for (let k = offsets[v]; k < end; k++) sum += share[to[k]];
    const next = base[v] + damping * (sum + dangling / n);
    const moved = next - rank[v];
    rank[v] = next;
    if (out[v] > 0) share[v] = next / out[v];
    else dangling += moved;
    change += moved < 0 ? -moved : moved;
  }
  return change;
}

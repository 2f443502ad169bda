/** How PageRank is computed; loaded where it is. */
import { type Network, adjacency, nodeCount } from '../graph';
import { weightsOfZeroOrMore } from '../paths/lengths';
import type { Breath } from '../split';
import { endsAt } from './degree';

/**
 * PageRank: damping d (0.85), out-edges taken in proportion to their weights, dangling mass spread evenly, sums to 1. The walk begins anew at any node, or
 * at those of `start`. Gauss–Seidel rounds, each node on the newest scores of the others, now and then extrapolated along their last change (after Aitken 1926),
 * until the sum of changes of a round bounds the error below 1e-12.
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
  // One over the out-edges of each node, 0 where there are none; what a node gives along one unit of them.
  const per = out.map((sum) => (sum > 0 ? 1 / sum : 0));
  const share = rank.map((value, v) => value * per[v]);
  const rows = weighted ? { offsets, to, weight } : { offsets, to };
  const walk: Walk = { ...rows, per, base, damping, rank, share, total: 1, dangling: 0 };
  for (let v = 0; v < n; v++) if (per[v] === 0) walk.dangling += rank[v];
  const before = new Float64Array(n);
  const last = new Float64Array(n);
  for (let i = 0; i < 10000; i++) {
    await breath.breathe(Math.min(0.99, i / 60));
    if (i % every === every - 2) before.set(rank);
    if (i % every === every - 1) last.set(rank);
    // The iteration contracts by d at least, so what is left to go is at most change · d / (1 − d).
    const change = round(walk);
    if ((change * damping) / (1 - damping) < 1e-12 * walk.total) break;
    if (i % every === every - 1) extrapolate(walk, before, last);
  }
  return rank.map((value) => value / walk.total);
}

/** Rounds between two extrapolations. */
const every = 8;
/** Changes that shrink by less than this are not led on. */
const steady = 0.97;

/**
 * Leads the ranks on to where they go if each change is the one before it times the same factor, which is what is left of them once the slowest part alone
 * remains. Only the rounds after it say how far they are.
 */
function extrapolate(walk: Walk, before: Float64Array, last: Float64Array): void {
  const { rank, share, per } = walk;
  const n = rank.length;
  let [along, square] = [0, 0];
  for (let v = 0; v < n; v++) {
    const former = last[v] - before[v];
    along += (rank[v] - last[v]) * former;
    square += former * former;
  }
  const factor = along / square;
  if (!(Math.abs(factor) < steady)) return;
  const further = factor / (1 - factor);
  let [total, dangling] = [0, 0];
  for (let v = 0; v < n; v++) {
    const led = rank[v] + further * (rank[v] - last[v]);
    if (led > 0) rank[v] = led;
    share[v] = rank[v] * per[v];
    total += rank[v];
    if (per[v] === 0) dangling += rank[v];
  }
  walk.total = total;
  walk.dangling = dangling;
}

interface Walk {
  offsets: Uint32Array;
  to: Uint32Array;
  weight?: Float64Array;
  per: Float64Array;
  base: Float64Array;
  damping: number;
  rank: Float64Array;
  share: Float64Array;
  /** The ranks' sum: rounds in place do not keep it, and the walks that begin anew are taken as many as there are, so that it need not come back to 1. */
  total: number;
  /** The sum of ranks of nodes without out-edges. */
  dangling: number;
}

/** One round over all nodes, in place; returns the sum of changes. */
function round(walk: Walk): number {
  const { offsets, to, weight, per, base, damping, rank, share } = walk;
  const n = rank.length;
  const anew = walk.total;
  const spread = damping / n;
  let { dangling } = walk;
  let change = 0;
  let total = 0;
  for (let v = 0; v < n; v++) {
    let sum = 0;
    const end = offsets[v + 1];
    if (weight) for (let k = offsets[v]; k < end; k++) sum += share[to[k]] * weight[k];
    else for (let k = offsets[v]; k < end; k++) sum += share[to[k]];
    const next = base[v] * anew + damping * sum + spread * dangling;
    const moved = next - rank[v];
    const gives = per[v];
    if (gives === 0) dangling += moved;
    rank[v] = next;
    share[v] = next * gives;
    total += next;
    change += Math.abs(moved);
  }
  walk.total = total;
  walk.dangling = dangling;
  return change;
}

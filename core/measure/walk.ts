/** How PageRank is computed; loaded where it is. */
import { type Network, adjacency, nodeCount } from '../graph';
import { weightsOfZeroOrMore } from '../paths/lengths';
import type { Breath } from '../split';
import { type Kernels, kernels } from '../kernels';
import { endsAt } from './degree';

/** Below so many edges the plain way is as fast. */
const fewEdges = 5000;

/**
 * PageRank: damping d (0.85), out-edges taken in proportion to their weights, dangling mass spread evenly, sums to 1. The walk begins anew at any node, or
 * at those of `start`. Gauss–Seidel rounds, each node on the newest scores of the others, now and then extrapolated (see {@link leadOn}),
 * until the sum of changes of a round bounds the error below 1e-12.
 * Reads the network as it is; an undirected edge is walked both ways. Throws a Fault where a weight is negative. `plain`: without WebAssembly, with the same bits.
 */
export async function pagerankOf(
  net: Network,
  breath: Breath,
  weighted: boolean,
  damping = 0.85,
  start?: readonly number[],
  plain = net.source.length < fewEdges,
): Promise<Float64Array> {
  const n = nodeCount(net);
  if (n === 0) return new Float64Array(0);
  if (weighted) weightsOfZeroOrMore(net, 'PageRank');
  const { offsets, to, weight } = adjacency(net, 'in');
  const out = endsAt(net, net.directed ? { out: true, in: false } : { out: true, in: true }, weighted);
  const begins = new Float64Array(n).fill(start ? 0 : (1 - damping) / n);
  for (const v of start ?? []) begins[v] = (1 - damping) / (start?.length ?? 1);
  const entries = to.length;
  // Offsets, ends and weights; what every node gives, begins with, has and shares.
  const room = 4 * (n + 1) + (weighted ? 12 : 4) * entries + 8 * (4 * n + 3);
  const held = plain ? undefined : kernels(room);
  const doubles = (of: Float64Array): Float64Array => held?.doubles(of) ?? of;
  const rank = doubles(new Float64Array(n).fill(1 / n));
  // One over the out-edges of each node, 0 where there are none; what a node gives along one unit of them.
  const per = doubles(out.map((sum) => (sum > 0 ? 1 / sum : 0)));
  const share = doubles(Float64Array.from(rank, (value, v) => value * per[v]));
  const walk: Walk = {
    ...{ offsets: held?.integers(offsets) ?? offsets, to: held?.integers(to) ?? to },
    ...(weighted ? { weight: doubles(weight) } : {}),
    ...{ per, base: doubles(begins), damping, rank, share, total: 1, dangling: 0 },
    ...(held ? { held, sums: held.doubles(3) } : {}),
  };
  for (let v = 0; v < n; v++) if (per[v] === 0) walk.dangling += rank[v];
  const ranks = Array.from({ length: depth + 2 }, () => new Float64Array(n));
  // The change before the ranks were led on; 0 where they were not.
  let led = 0;
  for (let i = 0; i < 10000; i++) {
    await breath.breathe(Math.min(0.99, i / 60));
    const place = (i % every) - (every - depth - 1);
    if (place >= 0) ranks[place].set(rank);
    // The iteration contracts by d at least, so what is left to go is at most change · d / (1 − d).
    const change = round(walk);
    if ((change * damping) / (1 - damping) < 1e-12 * walk.total) break;
    if (change > led && led > 0) settle(walk, ranks[depth + 1]);
    led = 0;
    if (i % every < every - 1) continue;
    ranks[depth + 1].set(rank);
    if (leadOn(walk, ranks)) led = change;
  }
  return Float64Array.from(rank, (value) => value / walk.total);
}

/** Rounds between two extrapolations, and how many differences of changes each reads: the loops of {@link leadOn} are written out for so many. */
const every = 10;
const depth = 4;

/**
 * Leads the ranks on to where their last changes cancel out best, by reduced rank extrapolation (Sidi 2017; for PageRank: Kamvar et al. 2003): of the changes
 * f_0 … f_k between `ranks` x_0 … x_{k+1}, the γ that make ‖f_k − Σ γ_a (f_{a+1} − f_a)‖ least, and x_{k+1} − Σ γ_a (x_{a+2} − x_{a+1}). Only the rounds after
 * it say how far they are. False where the changes say nothing.
 */
function leadOn(walk: Walk, ranks: readonly Float64Array[]): boolean {
  const { rank } = walk;
  const n = rank.length;
  const [x0, x1, x2, x3, x4, x5] = ranks;
  // Products of the differences a, b, c, d with each other and with the last change f, each in a variable: it is as long as a round otherwise.
  let [aa, ab, ac, ad, bb, bc, bd, cc, cd, dd] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  let [af, bf, cf, df] = [0, 0, 0, 0];
  for (let v = 0; v < n; v++) {
    const f1 = x2[v] - x1[v];
    const f2 = x3[v] - x2[v];
    const f3 = x4[v] - x3[v];
    const f = x5[v] - x4[v];
    const a = f1 - (x1[v] - x0[v]);
    const b = f2 - f1;
    const c = f3 - f2;
    const d = f - f3;
    aa += a * a;
    ab += a * b;
    ac += a * c;
    ad += a * d;
    bb += b * b;
    bc += b * c;
    bd += b * d;
    cc += c * c;
    cd += c * d;
    dd += d * d;
    af += a * f;
    bf += b * f;
    cf += c * f;
    df += d * f;
  }
  const shares = solved([
    [aa, ab, ac, ad, af],
    [ab, bb, bc, bd, bf],
    [ac, bc, cc, cd, cf],
    [ad, bd, cd, dd, df],
  ]);
  if (!shares) return false;
  const [a, b, c, d] = shares;
  for (let v = 0; v < n; v++) {
    const value = x5[v] - a * (x2[v] - x1[v]) - b * (x3[v] - x2[v]) - c * (x4[v] - x3[v]) - d * (x5[v] - x4[v]);
    if (value > 0) rank[v] = value;
  }
  settle(walk, rank);
  return true;
}

/** Solves a small system of equations, each row with its right side last; undefined where it is hardly determined. */
function solved(rows: number[][]): number[] | undefined {
  const count = rows.length;
  const least = 1e-12 * rows.reduce((most, row, a) => Math.max(most, row[a]), 0);
  for (let a = 0; a < count; a++) {
    let pivot = a;
    for (let r = a + 1; r < count; r++) if (Math.abs(rows[r][a]) > Math.abs(rows[pivot][a])) pivot = r;
    [rows[a], rows[pivot]] = [rows[pivot], rows[a]];
    if (!(Math.abs(rows[a][a]) > least)) return undefined;
    for (let r = 0; r < count; r++) {
      if (r === a) continue;
      const times = rows[r][a] / rows[a][a];
      for (let b = a; b <= count; b++) rows[r][b] -= times * rows[a][b];
    }
  }
  return rows.map((row, a) => row[count] / row[a]);
}

/** Goes on from these ranks. */
function settle(walk: Walk, from: Float64Array): void {
  const { rank, share, per } = walk;
  let [total, dangling] = [0, 0];
  for (let v = 0; v < rank.length; v++) {
    const value = from[v];
    rank[v] = value;
    share[v] = value * per[v];
    total += value;
    if (per[v] === 0) dangling += value;
  }
  walk.total = total;
  walk.dangling = dangling;
}

interface Walk {
  /** The loops in WebAssembly, in whose memory the arrays below lie, and what they hand back; absent: the plain way. */
  held?: Kernels;
  sums?: Float64Array;
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

/** The same by the loop in WebAssembly, to the bit. */
function roundIn(held: Kernels, sums: Float64Array, walk: Walk): number {
  const { offsets, to, weight, per, base, damping, rank, share } = walk;
  sums[0] = walk.dangling;
  held.walk(
    ...([rank.length, offsets.byteOffset, to.byteOffset, weight?.byteOffset ?? 0, per.byteOffset] as const),
    ...([base.byteOffset, rank.byteOffset, share.byteOffset, walk.total, damping] as const),
    ...([damping / rank.length, sums.byteOffset] as const),
  );
  [walk.dangling, walk.total] = sums;
  return sums[2];
}

/** One round over all nodes, in place; returns the sum of changes. */
function round(walk: Walk): number {
  if (walk.held && walk.sums) return roundIn(walk.held, walk.sums, walk);
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

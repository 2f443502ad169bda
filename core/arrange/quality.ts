/** How well a picture tells the distances of a network. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { type Random, seeded } from '../random';
import type { Breath } from '../split';
import { stepsFrom } from './steps';

export interface Quality {
  /** √(Σ (s‖x_i − x_j‖ − d_ij)² / d_ij² / number of pairs) at the best size s, over pairs that edges join in steps d; NaN without any. */
  stress: number;
  /** Mean over nodes of the share of their k neighbours that are among the k nodes nearest to them; NaN without edges. */
  kept: number;
  /** Crossings of straight edges that share no end, for each edge; NaN without edges. */
  crossings: number;
  /** Nodes that lie over another one. */
  over: number;
  /** Whether distances, neighbours and crossings were looked at in a sample. */
  sampled: boolean;
}

/** Nodes from which distances and nearest nodes are looked at, and edges whose crossings are counted. */
const someNodes = 300;
const someEdges = 1500;
/** Edges that each of those is held against. */
const otherEdges = 20_000;

/** The figures of the reading panel. `radius` of each node in map units. The same sample for the same network. */
export async function layoutQuality(
  net: Network,
  positions: Float32Array,
  radius: Float32Array,
  breath: Breath,
): Promise<Quality> {
  const n = nodeCount(net);
  const random = seeded(1);
  const rows = simpleAdjacency(net, 'both');
  const chosen = drawn(n, someNodes, random);
  const steps = new Uint16Array(n);
  const queue = new Uint32Array(n);
  let [wanted, squares, pairs] = [0, 0, 0];
  let [kept, withNeighbours] = [0, 0];
  const away = new Float64Array(n);
  for (const [i, v] of chosen.entries()) {
    await breath.breathe(i / chosen.length / 2);
    stepsFrom(rows, v, steps, queue);
    for (let u = 0; u < n; u++) {
      const length = distance(positions, v, u);
      away[u] = u === v ? Infinity : length;
      if (u === v || steps[u] === 0xffff) continue;
      wanted += length / steps[u];
      squares += (length / steps[u]) ** 2;
      pairs++;
    }
    const degree = rows.offsets[v + 1] - rows.offsets[v];
    if (degree === 0) continue;
    const limit = away.slice().sort()[degree - 1];
    let near = 0;
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) if (away[rows.to[k]] <= limit) near++;
    kept += near / degree;
    withNeighbours++;
  }
  // With the best size s = wanted / squares the sum of (s·q − 1)² over the ratios q is pairs − wanted² / squares.
  const stress = pairs && squares > 0 ? Math.sqrt(Math.max(0, pairs - wanted ** 2 / squares) / pairs) : NaN;
  const edges = edgesOf(rows);
  return {
    stress: pairs && squares === 0 ? 1 : stress,
    kept: withNeighbours ? kept / withNeighbours : NaN,
    crossings: await crossingsOf(edges, positions, random, breath),
    over: overOthers(positions, radius),
    sampled: n > someNodes || edges.length / 2 > someEdges,
  };
}

const distance = (at: Float32Array, v: number, u: number): number => {
  const [dx, dy] = [at[2 * v] - at[2 * u], at[2 * v + 1] - at[2 * u + 1]];
  return Math.sqrt(dx * dx + dy * dy);
};

/** All of 0 … n − 1, or as many of them as are looked at, each as likely as any. */
function drawn(n: number, most: number, random: Random): Uint32Array {
  const all = Uint32Array.from({ length: n }, (_, i) => i);
  if (n <= most) return all;
  random.shuffle(all);
  return all.slice(0, most);
}

/** Both ends of each edge, once. */
function edgesOf({ offsets, to }: { offsets: Uint32Array; to: Uint32Array }): Uint32Array {
  const ends: number[] = [];
  for (let v = 0; v + 1 < offsets.length; v++)
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (to[k] > v) ends.push(v, to[k]);
  return Uint32Array.from(ends);
}

/** Mean crossings of an edge with all others, halved: each crossing belongs to two edges. */
async function crossingsOf(ends: Uint32Array, at: Float32Array, random: Random, breath: Breath): Promise<number> {
  const m = ends.length / 2;
  if (m === 0) return NaN;
  const chosen = drawn(m, someEdges, random);
  const others = drawn(m, otherEdges, random);
  let count = 0;
  for (const [i, e] of chosen.entries()) {
    await breath.breathe(0.5 + i / chosen.length / 2);
    const [a, b] = [ends[2 * e], ends[2 * e + 1]];
    for (const f of others) {
      const [c, d] = [ends[2 * f], ends[2 * f + 1]];
      if (a === c || a === d || b === c || b === d) continue;
      if (side(at, a, b, c) * side(at, a, b, d) < 0 && side(at, c, d, a) * side(at, c, d, b) < 0) count++;
    }
  }
  return ((count / 2 / chosen.length) * m) / others.length;
}

/** Positive where c lies to one side of the line from a to b, negative on the other, 0 on it. */
const side = (at: Float32Array, a: number, b: number, c: number): number =>
  (at[2 * b] - at[2 * a]) * (at[2 * c + 1] - at[2 * a + 1]) - (at[2 * b + 1] - at[2 * a + 1]) * (at[2 * c] - at[2 * a]);

/** How many nodes lie over another one: a sweep from left to right. */
function overOthers(at: Float32Array, radius: Float32Array): number {
  const n = radius.length;
  const order = Uint32Array.from({ length: n }, (_, i) => i).sort((a, b) => at[2 * a] - at[2 * b]);
  const largest = radius.reduce((most, r) => Math.max(most, r), 0);
  const over = new Uint8Array(n);
  for (let i = 0; i < n; i++) {
    const v = order[i];
    for (let j = i + 1; j < n && at[2 * order[j]] - at[2 * v] < radius[v] + largest; j++) {
      const u = order[j];
      if (distance(at, v, u) < radius[v] + radius[u]) over[v] = over[u] = 1;
    }
  }
  return over.reduce((sum, one) => sum + one, 0);
}

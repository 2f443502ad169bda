/** Graphs at the levels of aggregation that the Leiden and Louvain methods go through. */
import type { Adjacency } from '../graph';
import type { Random } from '../random';
import type { Breath } from '../split';

/** Randomness of the refinement, in units of the mean edge weight; the paper's θ. */
const theta = 0.01;

/** A weighted graph at one level of aggregation, both directions of a pair summed in its rows. An aggregate counts what it holds inside as well. */
export interface Level {
  rows: Adjacency;
  /** What a node weighs against others: its strength, or the nodes it stands for. */
  strength: Float64Array;
  /** Of a directed network: the weights that arrive, `strength` being those that leave. */
  into?: Float64Array;
}

/**
 * What groups are measured against. Modularity: the ties that the strengths would give (Newman & Girvan 2004), directed those that leave and arrive
 * (Leicht & Newman 2008). Constant Potts: γ for every pair of nodes (Traag, Van Dooren & Nesterov 2011).
 */
export type Quality = 'modularity' | 'directed modularity' | 'constant Potts';

/** The lowest level, and the factor of what strengths would give; undefined where there are no weights. */
export function bottomOf(
  rows: Adjacency,
  { resolution, quality = 'modularity', ends }: LeidenAsk,
): { level: Level; gain: number; temperature: number } | undefined {
  const n = rows.offsets.length - 1;
  const strength = new Float64Array(n);
  let total = 0;
  for (let v = 0; v < n; v++) {
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) strength[v] += rows.weight[k];
    total += strength[v];
  }
  if (total === 0) return undefined;
  const temperature = theta * (total / rows.to.length);
  if (quality === 'constant Potts')
    return { level: { rows, strength: strength.fill(1) }, gain: resolution, temperature };
  if (quality === 'directed modularity' && ends) {
    // The rows hold both directions of each pair, so their total is twice the weight of all edges.
    return { level: { rows, strength: ends.out, into: ends.into }, gain: (2 * resolution) / total, temperature };
  }
  return { level: { rows, strength }, gain: resolution / total, temperature };
}

/** What is maximised, up to a factor: weights inside groups less what the strengths would give. */
export function insideOf({ rows, strength, into }: Level, group: Uint32Array, gain: number): number {
  const sums = new Float64Array(strength.length);
  const arrive = into && new Float64Array(strength.length);
  let inside = 0;
  for (let v = 0; v < group.length; v++) {
    const g = group[v];
    sums[g] += strength[v];
    if (into && arrive) arrive[g] += into[v];
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) if (group[rows.to[k]] === g) inside += rows.weight[k];
  }
  for (let g = 0; g < sums.length; g++) inside -= arrive ? 2 * gain * sums[g] * arrive[g] : gain * sums[g] * sums[g];
  return inside;
}

/** Renumbers to 0 … k−1 in the order of first use; returns k. */
export function compact(of: Uint32Array): number {
  const number = new Int32Array(of.length).fill(-1);
  let count = 0;
  for (let v = 0; v < of.length; v++) {
    if (number[of[v]] < 0) number[of[v]] = count++;
    of[v] = number[of[v]];
  }
  return count;
}

/** One node for each part; weights between parts summed, what is inside kept only in the strengths. */
export function aggregate({ rows, strength, into }: Level, part: Uint32Array, parts: number): Level {
  const n = strength.length;
  const { offsets: starts, to: ends, weight: weights } = rows;
  const partStrength = new Float64Array(parts);
  const partInto = into && new Float64Array(parts);
  const start = new Uint32Array(parts + 1);
  for (let v = 0; v < n; v++) {
    partStrength[part[v]] += strength[v];
    if (partInto && into) partInto[part[v]] += into[v];
    start[part[v] + 1]++;
  }
  for (let p = 0; p < parts; p++) start[p + 1] += start[p];
  const members = new Uint32Array(n);
  const next = start.slice(0, parts);
  for (let v = 0; v < n; v++) members[next[part[v]]++] = v;

  const offsets = new Uint32Array(parts + 1);
  const to = new Uint32Array(rows.to.length);
  const weight = new Float64Array(rows.to.length);
  const place = new Int32Array(parts).fill(-1);
  let count = 0;
  for (let p = 0; p < parts; p++) {
    const first = count;
    for (let i = start[p]; i < start[p + 1]; i++) {
      const v = members[i];
      for (let k = starts[v]; k < starts[v + 1]; k++) {
        const q = part[ends[k]];
        if (q === p) continue;
        if (place[q] < first) {
          place[q] = count;
          to[count] = q;
          weight[count++] = weights[k];
        } else weight[place[q]] += weights[k];
      }
    }
    offsets[p + 1] = count;
  }
  return {
    rows: { offsets, to: to.slice(0, count), weight: weight.slice(0, count) },
    strength: partStrength,
    into: partInto,
  };
}

export interface LeidenAsk {
  resolution: number;
  random: Random;
  breath: Breath;
  quality?: Quality;
  /** For directed modularity: the weights that leave and that arrive at each node. */
  ends?: { out: Float64Array; into: Float64Array };
}

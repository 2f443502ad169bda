/** From an incidence of things and members to ties among the members. */
import type { Breath } from '../split';
import type { Normalisation } from './settings';
import { type Rows, transposed } from '../graph';

export interface Projection {
  /** Ends of each tie, the lower member first; ties ascend by both. */
  source: Uint32Array;
  target: Uint32Array;
  /** Shared things, counted in full or in fractions. */
  weight: Float64Array;
  /** The things that each pair shares, ascending. */
  shared: Rows;
  /** Sum of the weights of each member's pairs, those under the minimum included; and of all pairs. */
  strength: Float64Array;
  total: number;
  /** How many things hold each member. */
  occurrences: Uint32Array;
}

export interface ProjectAsk {
  /** Fractional: a thing with k members gives each of its pairs 1/(k − 1), k/2 in all (Perianes-Rodriguez et al. 2016; Newman 2001). Full: 1 each. */
  counting: 'full' | 'fractional';
  /** Pairs under this weight are left out. */
  minWeight: number;
}

/** Sums of fractions may fall short of a round number by this much. */
export const slack = 1e-9;

const between = 64;

class Grown<T extends Uint32Array | Float64Array> {
  length = 0;
  constructor(private array: T) {}
  /** Room for `more` entries; returns the array to write to. */
  room(more: number): T {
    if (this.length + more > this.array.length) {
      const grown = new (this.array.constructor as new (n: number) => T)(
        Math.max(this.array.length * 2, this.length + more),
      );
      grown.set(this.array);
      this.array = grown;
    }
    return this.array;
  }
  done(): T {
    return this.array.slice(0, this.length) as T;
  }
}

/**
 * Ties among `n` members by the things they share: row x of `things` holds the members of thing x, each once. One dense row of sums at a time, so
 * memory grows with the pairs that stay and never with n².
 */
export async function projection(things: Rows, n: number, ask: ProjectAsk, breath: Breath): Promise<Projection> {
  const count = things.offsets.length - 1;
  const members = transposed(things, n);
  // Turned twice, the members of every thing ascend.
  const sorted = transposed(members, count);
  const share = new Float64Array(count).fill(1);
  if (ask.counting === 'fractional') {
    for (let x = 0; x < count; x++) {
      const k = sorted.offsets[x + 1] - sorted.offsets[x];
      share[x] = k > 1 ? 1 / (k - 1) : 0;
    }
  }
  const strength = new Float64Array(n);
  let total = 0;
  // Members are taken in ascending order, so those of a thing before this place are done.
  const done = sorted.offsets.slice(0, count);
  const sum = new Float64Array(n);
  const times = new Uint32Array(n);
  const slot = new Int32Array(n).fill(-1);
  const touched = new Uint32Array(n);
  const source = new Grown(new Uint32Array(1024));
  const target = new Grown(new Uint32Array(1024));
  const weight = new Grown(new Float64Array(1024));
  const offsets = new Grown(new Uint32Array(1024));
  const items = new Grown(new Uint32Array(4096));
  offsets.room(1)[offsets.length++] = 0;
  for (let i = 0; i < n; i++) {
    if (i % between === 0) await breath.breathe(i / n);
    let hits = 0;
    for (let k = members.offsets[i]; k < members.offsets[i + 1]; k++) {
      const x = members.items[k];
      const w = share[x];
      const end = sorted.offsets[x + 1];
      for (let p = ++done[x]; p < end; p++) {
        const j = sorted.items[p];
        if (times[j]++ === 0) touched[hits++] = j;
        sum[j] += w;
      }
    }
    if (hits === 0) continue;
    const near = touched.subarray(0, hits).sort();
    let kept = 0;
    let held = 0;
    for (let k = 0; k < hits; k++) {
      const j = near[k];
      strength[i] += sum[j];
      strength[j] += sum[j];
      total += sum[j];
      if (sum[j] >= ask.minWeight - slack) {
        near[kept++] = j;
        held += times[j];
      } else times[j] = sum[j] = 0;
    }
    if (kept === 0) continue;
    const toSource = source.room(kept);
    const toTarget = target.room(kept);
    const toWeight = weight.room(kept);
    const toOffsets = offsets.room(kept);
    const toItems = items.room(held);
    let at = items.length;
    for (let k = 0; k < kept; k++) {
      const j = near[k];
      toSource[source.length++] = i;
      toTarget[target.length++] = j;
      toWeight[weight.length++] = sum[j];
      slot[j] = at;
      at += times[j];
      toOffsets[offsets.length++] = at;
    }
    for (let k = members.offsets[i]; k < members.offsets[i + 1]; k++) {
      const x = members.items[k];
      for (let p = done[x]; p < sorted.offsets[x + 1]; p++) {
        const to = slot[sorted.items[p]];
        if (to < 0) continue;
        toItems[to] = x;
        slot[sorted.items[p]]++;
      }
    }
    items.length = at;
    for (let k = 0; k < kept; k++) {
      const j = near[k];
      times[j] = sum[j] = 0;
      slot[j] = -1;
    }
  }
  return {
    source: source.done(),
    target: target.done(),
    weight: weight.done(),
    shared: { offsets: offsets.done(), items: items.done() },
    strength,
    total,
    occurrences: Uint32Array.from({ length: n }, (_, i) => members.offsets[i + 1] - members.offsets[i]),
  };
}

/** The sum of a member's pair weights without making the pairs: each of its things gives k − 1 in full, 1 in fractions. */
export function strengths(things: Rows, n: number, counting: ProjectAsk['counting']): Float64Array {
  const strength = new Float64Array(n);
  for (let x = 0; x + 1 < things.offsets.length; x++) {
    const others = things.offsets[x + 1] - things.offsets[x] - 1;
    if (others < 1) continue;
    const w = counting === 'full' ? others : 1;
    for (let k = things.offsets[x]; k < things.offsets[x + 1]; k++) strength[things.items[k]] += w;
  }
  return strength;
}

/**
 * Weights that take the members' frequency out. Association strength 2·S·c/(sᵢ·sⱼ), with S the sum of all c and sᵢ that of i's pairs (van Eck and
 * Waltman 2009); cosine c/√(oᵢ·oⱼ) (Salton), Jaccard c/(oᵢ + oⱼ − c), inclusion c/min(oᵢ, oⱼ), with o the occurrences.
 */
export function normalised(found: Omit<Projection, 'shared'>, how: Normalisation): Float64Array {
  const { source, target, weight, strength: s, occurrences: o, total } = found;
  const values = new Float64Array(weight.length);
  for (let e = 0; e < weight.length; e++) {
    const i = source[e];
    const j = target[e];
    const c = weight[e];
    switch (how) {
      case 'none':
        values[e] = c;
        break;
      case 'association strength':
        values[e] = (2 * total * c) / (s[i] * s[j]);
        break;
      case 'cosine':
        values[e] = c / Math.sqrt(o[i] * o[j]);
        break;
      case 'jaccard':
        values[e] = c / (o[i] + o[j] - c);
        break;
      case 'inclusion':
        values[e] = c / Math.min(o[i], o[j]);
    }
  }
  return values;
}

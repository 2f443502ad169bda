/** The Leiden algorithm (Traag, Waltman & van Eck 2019) and the Louvain method (Blondel et al. 2008), for modularity and for the constant Potts model. */
import type { Adjacency } from '../graph';
import type { Breath } from '../split';
import type { Random } from '../random';
import { numberBySize } from '../graph/partition';
import { type LeidenAsk, type Level, aggregate, bottomOf, compact, insideOf } from './levels';
const mostRounds = 20;
/** Passes over large graphs go on while each betters the quality by this share; over small ones, of so many entries looked at in all, until nothing changes. */
const worthwhile = 0.015;
const cheap = 2e6;

/**
 * Groups of a graph given as symmetric compressed rows with weights of 0 or more, without loops.
 * Returns the group of each node, numbered by falling size; every group is connected. Repeats until a whole pass changes nothing, or in large graphs betters
 * the quality by little.
 * `resolution` γ above 1 gives more and smaller groups.
 */
export async function leiden(rows: Adjacency, options: LeidenAsk): Promise<Uint32Array> {
  const n = rows.offsets.length - 1;
  const group = Uint32Array.from({ length: n }, (_, v) => v);
  const bottom = bottomOf(rows, options);
  if (!bottom) return group;
  let quality = -Infinity;
  for (let round = 0; round < mostRounds; round++) {
    await options.breath.breathe(round / mostRounds);
    const before = group.slice();
    await pass(bottom.level, group, bottom.gain, bottom.temperature, options);
    numberBySize(group);
    if (group.every((g, v) => g === before[v])) break;
    const now = insideOf(bottom.level, group, bottom.gain);
    const gained = now - quality;
    quality = now;
    if ((round + 1) * rows.to.length >= cheap && gained < worthwhile * Math.abs(now)) break;
  }
  return group;
}

/** Groups by the Louvain method: nodes move, groups become nodes, again and again. Groups need not be connected. Numbered by falling size. */
export async function louvain(rows: Adjacency, options: LeidenAsk): Promise<Uint32Array> {
  const n = rows.offsets.length - 1;
  const group = Uint32Array.from({ length: n }, (_, v) => v);
  const bottom = bottomOf(rows, options);
  if (!bottom) return group;
  let { level } = bottom;
  for (;;) {
    await options.breath.breathe(0);
    const of = Uint32Array.from({ length: level.strength.length }, (_, v) => v);
    // Sweeps over all nodes until none gains, as in the paper: the queue alone passes over nodes whose neighbours stayed while groups around them grew.
    while (moveNodes(level, of, bottom.gain, options.random) > 0);
    const count = compact(of);
    for (let v = 0; v < n; v++) group[v] = of[group[v]];
    if (count === of.length) break;
    level = aggregate(level, of, count);
  }
  numberBySize(group);
  return group;
}

/** One pass over all levels: move, refine, aggregate, until every group is one node of its level. Changes `group`. */
async function pass(
  bottom: Level,
  group: Uint32Array,
  gain: number,
  temperature: number,
  options: { random: Random; breath: Breath },
): Promise<void> {
  let level = bottom;
  // Node of the present level that each node of the bottom is in; groups of the present level's nodes.
  const inNode = Uint32Array.from({ length: group.length }, (_, v) => v);
  let of = group.slice();
  for (;;) {
    await options.breath.breathe(0);
    moveNodes(level, of, gain, options.random);
    const count = compact(of);
    for (let v = 0; v < group.length; v++) group[v] = of[inNode[v]];
    const n = level.strength.length;
    if (count === n) return;
    const refined = refine(level, of, count, gain, temperature, options.random);
    const parts = compact(refined);
    // Where refinement joins nothing, aggregation stands still; the groups themselves are then aggregated no further.
    if (parts === n) return splitDisconnected(bottom.rows, group);
    const next = new Uint32Array(parts);
    for (let v = 0; v < n; v++) next[refined[v]] = of[v];
    level = aggregate(level, refined, parts);
    for (let v = 0; v < group.length; v++) inNode[v] = refined[inNode[v]];
    of = next;
  }
}

/** Fast local moving: a queue of nodes whose surroundings changed; each goes to the neighbouring group of greatest gain. Returns how many moves were made. */
export function moveNodes({ rows, strength, into }: Level, of: Uint32Array, gain: number, random: Random): number {
  const n = strength.length;
  // By names of their own: looked up anew in the innermost loop they take a fifth longer.
  const { offsets, to, weight } = rows;
  const groupStrength = new Float64Array(n + 1);
  const groupInto = new Float64Array(into ? n + 1 : 0);
  const groupSize = new Uint32Array(n + 1);
  for (let v = 0; v < n; v++) {
    groupStrength[of[v]] += strength[v];
    if (into) groupInto[of[v]] += into[v];
    groupSize[of[v]]++;
  }
  const empty: number[] = [];
  for (let g = n - 1; g >= 0; g--) if (groupSize[g] === 0) empty.push(g);
  // Ring queue of n places: a node stands in it at most once.
  const queue = Uint32Array.from({ length: n }, (_, v) => v);
  random.shuffle(queue);
  const waiting = new Uint8Array(n).fill(1);
  let moves = 0;
  let head = 0;
  let length = n;
  const toGroup = new Float64Array(n);
  const touched = new Uint32Array(n);
  while (length > 0) {
    const v = queue[head];
    head = head + 1 === n ? 0 : head + 1;
    length--;
    waiting[v] = 0;
    const own = of[v];
    let groups = 0;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const g = of[to[k]];
      if (toGroup[g] === 0) touched[groups++] = g;
      toGroup[g] += weight[k];
    }
    const pull = gain * strength[v];
    const arrives = into ? into[v] : 0;
    const pullInto = gain * arrives;
    let best = own;
    let bestGain = into
      ? toGroup[own] - pull * (groupInto[own] - arrives) - pullInto * (groupStrength[own] - strength[v])
      : toGroup[own] - pull * (groupStrength[own] - strength[v]);
    // A margin keeps rounding from moving a node back and forth.
    const margin = 1e-12 * (strength[v] + arrives + 1e-300);
    for (let i = 0; i < groups; i++) {
      const g = touched[i];
      if (g === own) continue;
      const g_gain = into
        ? toGroup[g] - pull * groupInto[g] - pullInto * groupStrength[g]
        : toGroup[g] - pull * groupStrength[g];
      if (g_gain > bestGain + margin) {
        bestGain = g_gain;
        best = g;
      }
    }
    if (bestGain < -margin && groupSize[own] > 1) best = empty.pop() as number;
    for (let i = 0; i < groups; i++) toGroup[touched[i]] = 0;
    toGroup[own] = 0;
    if (best === own) continue;
    moves++;
    of[v] = best;
    groupStrength[own] -= strength[v];
    groupStrength[best] += strength[v];
    if (into) {
      groupInto[own] -= arrives;
      groupInto[best] += arrives;
    }
    groupSize[best]++;
    if (--groupSize[own] === 0) {
      groupStrength[own] = 0;
      if (into) groupInto[own] = 0;
      empty.push(own);
    }
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const u = to[k];
      if (waiting[u] || of[u] === best) continue;
      waiting[u] = 1;
      const tail = head + length;
      queue[tail < n ? tail : tail - n] = u;
      length++;
    }
  }
  return moves;
}

/** Splits each group into well-connected parts: lone nodes join parts at random, in proportion to exp(gain / θ), never at a loss. */
function refine(
  { rows, strength, into }: Level,
  of: Uint32Array,
  count: number,
  gain: number,
  temperature: number,
  random: Random,
): Uint32Array {
  const n = strength.length;
  const { offsets, to, weight } = rows;
  const part = Uint32Array.from({ length: n }, (_, v) => v);
  const partStrength = strength.slice();
  const partSize = new Uint32Array(n).fill(1);
  const partInto = into?.slice();
  const groupStrength = new Float64Array(count);
  const groupInto = new Float64Array(into ? count : 0);
  for (let v = 0; v < n; v++) {
    groupStrength[of[v]] += strength[v];
    if (into) groupInto[of[v]] += into[v];
  }
  /** What the strengths of a part would give with the rest of its group. */
  const expected = (g: number, own: number, ownInto: number): number =>
    into
      ? gain * (own * (groupInto[g] - ownInto) + ownInto * (groupStrength[g] - own))
      : gain * own * (groupStrength[g] - own);
  // Weight from each part to the rest of its group.
  const outward = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (of[to[k]] === of[v]) outward[v] += weight[k];
  }
  const order = Uint32Array.from({ length: n }, (_, v) => v);
  random.shuffle(order);
  const toPart = new Float64Array(n);
  const touched = new Uint32Array(n);
  const chance = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const v = order[i];
    if (partSize[part[v]] !== 1) continue;
    const arrives = into ? into[v] : 0;
    if (outward[v] < expected(of[v], strength[v], arrives)) continue;
    let parts = 0;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const u = to[k];
      if (of[u] !== of[v]) continue;
      const p = part[u];
      if (toPart[p] === 0) touched[parts++] = p;
      toPart[p] += weight[k];
    }
    let largest = 0;
    for (let j = 0; j < parts; j++) {
      const p = touched[j];
      const p_into = partInto ? partInto[p] : 0;
      const connected = outward[p] >= expected(of[v], partStrength[p], p_into);
      const p_gain =
        toPart[p] - gain * (into ? strength[v] * p_into + arrives * partStrength[p] : strength[v] * partStrength[p]);
      chance[j] = connected && p_gain >= 0 ? p_gain : -1;
      if (chance[j] > largest) largest = chance[j];
    }
    let sum = 0;
    for (let j = 0; j < parts; j++) {
      chance[j] = chance[j] < 0 ? 0 : Math.exp((chance[j] - largest) / temperature);
      sum += chance[j];
    }
    if (sum > 0) {
      let drawn = random.unit() * sum;
      let chosen = -1;
      for (let j = 0; j < parts; j++) {
        if (chance[j] === 0) continue;
        chosen = touched[j];
        drawn -= chance[j];
        if (drawn < 0) break;
      }
      const shared = toPart[chosen];
      part[v] = chosen;
      partSize[chosen]++;
      partSize[v]--;
      partStrength[chosen] += strength[v];
      if (partInto) partInto[chosen] += arrives;
      outward[chosen] += outward[v] - 2 * shared;
    }
    for (let j = 0; j < parts; j++) toPart[touched[j]] = 0;
  }
  return part;
}

/** Gives every connected piece of a group a number of its own, in place. */
export function splitDisconnected(rows: Adjacency, group: Uint32Array): void {
  const n = group.length;
  const piece = new Int32Array(n).fill(-1);
  const stack = new Uint32Array(n);
  let pieces = 0;
  for (let s = 0; s < n; s++) {
    if (piece[s] >= 0) continue;
    let top = 0;
    stack[top++] = s;
    piece[s] = pieces;
    while (top > 0) {
      const v = stack[--top];
      for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
        const u = rows.to[k];
        if (piece[u] >= 0 || group[u] !== group[s]) continue;
        piece[u] = pieces;
        stack[top++] = u;
      }
    }
    pieces++;
  }
  for (let v = 0; v < n; v++) group[v] = piece[v];
}

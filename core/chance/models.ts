/** Random networks that keep something of a given one. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { dyadCensus } from '../measure/census';
import { Fault } from '../fault';
import type { Random } from '../random';

export const chanceModels = {
  uniform: {
    name: 'the number of nodes and ties',
    words: 'Every network with as many nodes and ties is equally likely.',
    source: 'Erdős & Rényi 1959; Gilbert 1959',
  },
  probability: {
    name: 'the probability of a tie',
    words: 'Every possible tie is there with the same probability, the density; the number of ties varies.',
    source: 'Gilbert 1959',
  },
  degrees: {
    name: 'everyone’s degree',
    words:
      'Ties are switched at random, ends exchanged two by two, so that everyone keeps the number of ties in and out.',
    source: 'Maslov & Sneppen 2002; Milo et al. 2003',
  },
  dyads: {
    name: 'the mutual, one-way and missing pairs',
    words: 'As many mutual, one-way and untied pairs as here, thrown over the nodes at random.',
    source: 'Holland & Leinhardt 1976',
  },
} as const;
export type ChanceModel = keyof typeof chanceModels;

/** What the draws are made of: the directed or undirected simple view, as arrays. */
export interface Origin {
  nodes: number;
  directed: boolean;
  source: Uint32Array;
  target: Uint32Array;
  mutual: number;
  asymmetric: number;
}

/** Loops are dropped and parallel ties merged: random networks have none. */
export function originOf(net: Network): Origin {
  const { offsets, to } = simpleAdjacency(net, 'out');
  const source: number[] = [];
  const target: number[] = [];
  for (let v = 0; v + 1 < offsets.length; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (!net.directed && to[k] < v) continue;
      source.push(v);
      target.push(to[k]);
    }
  }
  const { mutual, asymmetric } = dyadCensus(net);
  return {
    nodes: nodeCount(net),
    directed: net.directed,
    source: Uint32Array.from(source),
    target: Uint32Array.from(target),
    mutual,
    asymmetric,
  };
}

/** A set of whole numbers below 2^53 in an open table; grows with what is put in. */
class NumberSet {
  private table: Float64Array;
  private mask: number;
  constructor(most: number) {
    let size = 16;
    while (size < 2 * most) size *= 2;
    this.table = new Float64Array(size).fill(-1);
    this.mask = size - 1;
  }
  private at(key: number): number {
    let i = (Math.imul(key | 0, 0x9e3779b1) ^ Math.imul((key / 4294967296) | 0, 0x85ebca6b)) >>> 0;
    i = (i ^ (i >>> 15)) & this.mask;
    while (this.table[i] >= 0 && this.table[i] !== key) i = (i + 1) & this.mask;
    return i;
  }
  has(key: number): boolean {
    return this.table[this.at(key)] === key;
  }
  /** Whether it was not there before. */
  add(key: number): boolean {
    const i = this.at(key);
    if (this.table[i] === key) return false;
    this.table[i] = key;
    return true;
  }
  delete(key: number): void {
    let i = this.at(key);
    if (this.table[i] !== key) return;
    this.table[i] = -1;
    // What stands behind the gap is put in anew, so that it is found again.
    for (i = (i + 1) & this.mask; this.table[i] >= 0; i = (i + 1) & this.mask) {
      const other = this.table[i];
      this.table[i] = -1;
      this.table[this.at(other)] = other;
    }
  }
}

export interface Drawn {
  source: Uint32Array;
  target: Uint32Array;
  /** Switches made, of the degree model. */
  switches: number;
}

/** A number below `limit` up to 2^53. */
function below(random: Random, limit: number): number {
  if (limit <= 4294967296) return random.below(limit);
  const high = Math.ceil(limit / 4294967296);
  for (;;) {
    const drawn = random.below(high) * 4294967296 + random.below(4294967296);
    if (drawn < limit) return drawn;
  }
}

/** `count` different numbers below `limit`, each set equally likely (Floyd’s way: Bentley & Floyd 1987), in the order drawn. */
function sample(random: Random, limit: number, count: number): Float64Array {
  const chosen = new NumberSet(count);
  const found = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const top = limit - count + i;
    let drawn = below(random, top + 1);
    if (!chosen.add(drawn)) {
      drawn = top;
      chosen.add(drawn);
    }
    found[i] = drawn;
  }
  return found;
}

/** Nodes a < b of the unordered pair with a number below n(n−1)/2. */
function unordered(number: number): [number, number] {
  let b = Math.floor((1 + Math.sqrt(1 + 8 * number)) / 2);
  while ((b * (b - 1)) / 2 > number) b--;
  while ((b * (b + 1)) / 2 <= number) b++;
  return [number - (b * (b - 1)) / 2, b];
}

function thrown(origin: Origin, ties: number, random: Random): Drawn {
  const { nodes: n, directed } = origin;
  const source = new Uint32Array(ties);
  const target = new Uint32Array(ties);
  sample(random, directed ? n * (n - 1) : (n * (n - 1)) / 2, ties).forEach((number, i) => {
    if (directed) {
      const v = Math.floor(number / (n - 1));
      const u = number - v * (n - 1);
      source[i] = v;
      target[i] = u < v ? u : u + 1;
    } else [source[i], target[i]] = unordered(number);
  });
  return { source, target, switches: 0 };
}

/** Number of successes in `trials`, by geometric jumps over the failures. */
function binomial(random: Random, trials: number, p: number): number {
  if (p <= 0) return 0;
  if (p >= 1) return trials;
  if (p > 0.5) return trials - binomial(random, trials, 1 - p);
  const log = Math.log1p(-p);
  let count = 0;
  for (let at = -1; ; count++) {
    at += 1 + Math.floor(Math.log(1 - random.unit()) / log);
    if (at >= trials) return count;
  }
}

function dyads({ nodes: n, directed, mutual, asymmetric }: Origin, random: Random): Drawn {
  const pairs = sample(random, (n * (n - 1)) / 2, mutual + asymmetric);
  const source: number[] = [];
  const target: number[] = [];
  // Floyd’s order favours late numbers at the end, so which pairs are mutual is drawn on its own.
  const order = Uint32Array.from(pairs.keys());
  random.shuffle(order);
  order.forEach((at, i) => {
    const [a, b] = unordered(pairs[at]);
    const turned = i >= mutual && random.below(2) === 1;
    source.push(turned ? b : a);
    target.push(turned ? a : b);
    if (i < mutual && directed) {
      source.push(b);
      target.push(a);
    }
  });
  return { source: Uint32Array.from(source), target: Uint32Array.from(target), switches: 0 };
}

/** Switches are asked for at least this often for each tie. */
export const switchesPerTie = 10;

/**
 * Two ties a → b and c → d become a → d and c → b where that makes no loop and no parallel tie; undirected ties are read either way. Ten switches for each
 * tie; a Fault where a hundred times as many attempts do not bring them.
 */
function switched({ nodes: n, directed, source: from, target: to }: Origin, random: Random): Drawn {
  const source = from.slice();
  const target = to.slice();
  const m = source.length;
  const key = (a: number, b: number): number => (directed || a < b ? a * n + b : b * n + a);
  const there = new NumberSet(m + 1);
  for (let e = 0; e < m; e++) there.add(key(source[e], target[e]));
  const wanted = switchesPerTie * m;
  let done = 0;
  for (let attempts = 0; done < wanted; attempts++) {
    if (m < 2 || attempts > 100 * wanted) {
      throw new Fault(
        `Networks with everyone’s degree could not be drawn: of ${attempts} attempts to switch two ties ${done} could be made. The network is too dense or too small for it; keep something else, as the number of ties.`,
      );
    }
    const e = random.below(m);
    const f = random.below(m);
    if (e === f) continue;
    const a = source[e];
    const b = target[e];
    let c = source[f];
    let d = target[f];
    if (!directed && random.below(2) === 1) [c, d] = [d, c];
    if (a === d || c === b || a === c || b === d) continue;
    if (there.has(key(a, d)) || there.has(key(c, b))) continue;
    there.delete(key(a, b));
    there.delete(key(c, d));
    there.add(key(a, d));
    there.add(key(c, b));
    source[e] = a;
    target[e] = d;
    source[f] = c;
    target[f] = b;
    done++;
  }
  return { source, target, switches: done };
}

/** One random network. The same random source gives the same network. */
export function draw(origin: Origin, model: ChanceModel, random: Random): Drawn {
  const n = origin.nodes;
  switch (model) {
    case 'uniform':
      return thrown(origin, origin.source.length, random);
    case 'probability': {
      const possible = origin.directed ? n * (n - 1) : (n * (n - 1)) / 2;
      return thrown(origin, possible > 0 ? binomial(random, possible, origin.source.length / possible) : 0, random);
    }
    case 'degrees':
      return switched(origin, random);
    case 'dyads':
      return dyads(origin, random);
  }
}

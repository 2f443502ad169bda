/** Force-directed layout with Barnes–Hut sums. */
import { type Adjacency, type Network, components, nodeCount, simpleAdjacency } from '../graph';
import type { Breath } from '../split';
import { seeded } from '../random';
import { inUnits } from './begun';
import { type Rung, ladder, nodesAt, partsAt, spreadOut, together } from './ladder';
import { type FarField, Quadtree } from './quadtree';
import { Ranges } from './ranges';
import { startPositions } from './start';
import { keepApart } from './apart';
import { packParts } from './pack';

export interface ForceSettings {
  /** Pull to the centre, 0 to 1: how closely parts that no edge joins are held together. */
  pull: number;
  /** How the pull of an edge grows with its length: its exponent, 0 (tight groups) to 2 (even spacing). */
  grows?: number;
  /** Mean room between nodes, in map units. */
  spread: number;
  /** Least distance between any two nodes, in map units; 0 lets them cover each other. */
  apart: number;
  iterations: number;
  seed: number;
  /** Whether heavier edges pull harder (by the square root of their weight). */
  weights: boolean;
  /** Whether parts that no edge joins are set beside each other in rows. */
  pack: boolean;
}

/** Networks of more nodes than `many` are first laid out as their groups; these, and those of more than `large` nodes and edges, end by themselves. */
const many = 1000;
const large = 20_000;
/** Rounds on groups of nodes, and from their places on; further ones gain next to nothing. */
const groupRounds = 60;
const laterRounds = 80;
/** Rounds of a network of more than `many` nodes that goes on from a picture: what changed finds its place, the rest hardly moves. */
const begunRounds = 20;
/** The root of the mean square of the places that a layout goes on from, in radii of the drawing. */
const begunSize = 0.6;
/** In radii of the drawing: how far nodes still go, in the root of the mean square, where a round is the last; and the least bound. */
const still = 0.001;
const finest = 0.0005;
/** A drawing gains while nodes go less far over this many rounds than this share of the way over those before; then it settles in so many more. */
const span = 10;
const gaining = 0.9;
const settling = 12;

/**
 * Positions (x, y of each node, in map units, centred on 0) that balance edges, which pull in proportion to their length, against nodes, which push in
 * proportion to their degrees over their distance: the edge-repulsion model (Noack 2007, 2009) with exponents `grows` (1 where it is absent) and −1, the far field
 * summed after Barnes & Hut (1986).
 * Each node steps by its force over its stiffness, no farther than a bound that cools, large networks until nothing is gained. These are laid out level by level
 * (Walshaw 2003): nodes that belong together as one, then each for itself from there. `report` receives the positions as they move; `begin` are
 * places to go on from: then all nodes are laid out at once.
 */
export async function forceLayout(
  net: Network,
  settings: ForceSettings,
  breath: Breath,
  report?: (positions: Float32Array) => void,
  begin?: Float32Array,
): Promise<Float32Array> {
  const n = nodeCount(net);
  if (n === 0) return new Float32Array(0);
  const random = seeded(settings.seed);
  const rows = simpleAdjacency(net, 'both');
  const parts = components(net);
  const rungs = ladder({ ...rows, weight: springsOf(rows, settings.weights) }, random, begin ? n : many);
  const allMass = rungs[0].strength.reduce((sum, mass) => sum + mass, 0);
  // With masses adding to M and edges pulling with strength 1, a push of n / M² keeps the drawing near radius 1 whatever its size.
  const push = Math.max(1, rows.to.length / 2) / (allMass * allMass);
  const gravity = (0.02 + 0.6 * settings.pull) * push * allMass;
  const shown = (at: Float64Array): Float32Array => {
    const positions = placed(at, settings.spread);
    if (settings.pack) packParts(positions, parts, settings.spread / 2);
    return positions;
  };
  const top = rungs.length - 1;
  const small = n <= many && n + rows.to.length / 2 <= large;
  const topParts = partsAt(parts, nodesAt(rungs, top), rungs[top].strength.length);
  const anew = (): Float64Array => startPositions(rungs[top].rows, topParts, random);
  let at = begin ? inUnits(begin, begunSize, anew) : anew();
  if (!begin && !small) together(at, topParts, random);
  for (let level = top; level >= 0; level--) {
    const rung = rungs[level];
    if (level < top) at = spreadOut(at, rung, rungs[level + 1], allMass, random);
    const of = level > 0 ? nodesAt(rungs, level) : undefined;
    const forces = forcesOf(rung, small, { push, gravity, grows: settings.grows ?? 1 });
    const rounds = Math.min(
      small ? Infinity : level > 0 ? groupRounds : begin && n > many ? begunRounds : laterRounds,
      settings.iterations,
    );
    const cooling = new Cooling(rounds, level < top || begin ? 0.05 : 0.25, !small);
    for (let round = 0; !cooling.done; round++) {
      await breath.breathe((top - level + round / rounds) / (top + 1));
      if (report && round > 0) report(shown(of ? broughtDown(at, of) : at));
      cooling.moved(step(at, forces, cooling.bound));
    }
  }
  const positions = shown(at);
  if (settings.apart > 0) await keepApart(positions, settings.apart, breath);
  return positions;
}

/** How far a node may go in each round: less and less over the rounds, and at once where the drawing no longer gains. */
class Cooling {
  bound: number;
  done: boolean;
  private round = 0;
  private sum = 0;
  private before = Infinity;
  private settlesFrom: number | undefined;

  constructor(
    private readonly rounds: number,
    private readonly first: number,
    private readonly settles: boolean,
  ) {
    this.done = rounds === 0;
    this.bound = first + finest;
  }

  /** After a round in which nodes went so far. */
  moved(far: number): void {
    this.round++;
    this.sum += far;
    if (this.round % span === 0) {
      if (this.settles && this.sum > gaining * this.before) this.settlesFrom ??= Math.min(this.sum / span, this.bound);
      this.before = this.sum;
      this.sum = 0;
    }
    if (this.settlesFrom === undefined) {
      const left = 1 - this.round / this.rounds;
      this.bound = this.first * left * left + finest;
    } else this.bound = Math.min(this.bound, Math.max(finest, this.bound - this.settlesFrom / settling));
    this.done =
      this.round >= this.rounds ||
      (this.settles && far < still) ||
      (this.settlesFrom !== undefined && this.bound <= finest);
  }
}

const broughtDown = (above: Float64Array, of: Uint32Array): Float64Array => {
  const at = new Float64Array(2 * of.length);
  for (let v = 0; v < of.length; v++) {
    at[2 * v] = above[2 * of[v]];
    at[2 * v + 1] = above[2 * of[v] + 1];
  }
  return at;
};

/** Spring of each entry of the compressed rows: the square root of its weight over the mean, or 1. */
function springsOf(rows: { weight: Float64Array }, weights: boolean): Float64Array {
  const springs = new Float64Array(rows.weight.length).fill(1);
  if (!weights) return springs;
  let mean = 0;
  for (const w of rows.weight) mean += Math.abs(w) / rows.weight.length;
  if (mean > 0) for (let k = 0; k < springs.length; k++) springs[k] = Math.sqrt(Math.abs(rows.weight[k]) / mean);
  return springs;
}

interface Forces {
  tree: FarField;
  rows: Adjacency;
  stiffness: Float64Array;
  mass: Float64Array;
  push: number;
  gravity: number;
  grows: number;
  /** Whether all springs are 1 and pull in proportion to their length. */
  alike: boolean;
  /** What is felt in a round, then how far each goes: x, y of each node. */
  force: Float64Array;
}

function forcesOf({ rows, strength }: Rung, small: boolean, ask: Pick<Forces, 'push' | 'gravity' | 'grows'>): Forces {
  const n = strength.length;
  const stiffness = new Float64Array(n);
  for (let v = 0; v < n; v++)
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) stiffness[v] += rows.weight[k];
  const alike = !small && ask.grows === 1 && rows.weight.every((spring) => spring === 1);
  const tree = small ? new Quadtree(n) : new Ranges(n);
  return { ...ask, rows, stiffness, mass: strength, tree, alike, force: new Float64Array(2 * n) };
}

/** Shorter edges pull as ones of this length, so that a pull that does not grow is not without bounds. */
const shortest2 = 1e-4;

/** One round: moves every node, and returns how far they went, as the root of the mean square. */
function step(at: Float64Array, forces: Forces, bound: number): number {
  const { tree, rows, stiffness, mass, push, gravity, grows, alike, force } = forces;
  const { offsets, to, weight: springs } = rows;
  const half = (grows - 1) / 2;
  const n = mass.length;
  force.fill(0);
  tree.build(at, mass);
  tree.push(force);
  for (let v = 0; v < n; v++) {
    const px = at[2 * v];
    const py = at[2 * v + 1];
    const repel = push * mass[v];
    let fx = force[2 * v] * repel;
    let fy = force[2 * v + 1] * repel;
    let stiff = stiffness[v];
    if (alike) {
      // Σ (x_u − x_v) over the neighbours u.
      let [sumX, sumY] = [0, 0];
      for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
        const u = 2 * to[k];
        sumX += at[u];
        sumY += at[u + 1];
      }
      fx += sumX - stiff * px;
      fy += sumY - stiff * py;
    } else if (half === 0) {
      for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
        const u = 2 * to[k];
        fx += springs[k] * (at[u] - px);
        fy += springs[k] * (at[u + 1] - py);
      }
    } else {
      stiff = 0;
      for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
        const u = 2 * to[k];
        const dx = at[u] - px;
        const dy = at[u + 1] - py;
        const square = Math.max(shortest2, dx * dx + dy * dy);
        // Tight groups are worth a root in place of a power.
        const pull = springs[k] * (half === -0.5 ? 1 / Math.sqrt(square) : Math.pow(square, half));
        stiff += pull * Math.max(1, grows);
        fx += pull * dx;
        fy += pull * dy;
      }
    }
    const centre = gravity * mass[v];
    fx -= centre * px;
    fy -= centre * py;
    // Newton's step with the other nodes held still, halved: the push stiffens a node about as much as its springs do.
    const ease = 0.5 / (stiff + centre + 1e-12);
    fx *= ease;
    fy *= ease;
    const length = Math.sqrt(fx * fx + fy * fy);
    const cap = length > bound ? bound / length : 1;
    force[2 * v] = fx * cap;
    force[2 * v + 1] = fy * cap;
  }
  let far = 0;
  for (let v = 0; v < n; v++) {
    far += force[2 * v] ** 2 + force[2 * v + 1] ** 2;
    at[2 * v] += force[2 * v];
    at[2 * v + 1] += force[2 * v + 1];
  }
  return Math.sqrt(far / n);
}

/** Centred, and scaled so that n nodes spread evenly over the disc they take up would have `spread` map units of room each way. */
function placed(at: Float64Array, spread: number): Float32Array {
  const n = at.length / 2;
  let [cx, cy] = [0, 0];
  for (let v = 0; v < n; v++) {
    cx += at[2 * v] / n;
    cy += at[2 * v + 1] / n;
  }
  let square = 0;
  for (let v = 0; v < n; v++) square += ((at[2 * v] - cx) ** 2 + (at[2 * v + 1] - cy) ** 2) / n;
  const scale = square > 0 ? (spread * Math.sqrt(n / (2 * Math.PI))) / Math.sqrt(square) : 1;
  const positions = new Float32Array(2 * n);
  for (let v = 0; v < n; v++) {
    positions[2 * v] = (at[2 * v] - cx) * scale;
    positions[2 * v + 1] = (at[2 * v + 1] - cy) * scale;
  }
  return positions;
}

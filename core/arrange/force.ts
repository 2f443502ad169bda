/** Force-directed layout with Barnes–Hut sums. */
import { type Network, components, nodeCount, simpleAdjacency } from '../graph';
import type { Breath } from '../split';
import { seeded } from '../random';
import { Quadtree } from './quadtree';
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

/** Rounds after which a large network is hardly bettered, and what is large in nodes and edges. */
const largeRounds = 80;
const large = 20_000;

const theta2 = 0.9;

/**
 * Positions (x, y of each node, in map units, centred on 0) that balance edges, which pull in proportion to their length, against nodes, which push in
 * proportion to their degrees over their distance: the edge-repulsion model (Noack 2007, 2009) with exponents `grows` (1 where it is absent) and −1, the far field
 * summed after Barnes & Hut (1986).
 * Each node steps by its force over its stiffness, no farther than a bound that cools. Large networks end after fewer rounds than are asked for, as further ones gain
 * next to nothing. `report` receives the positions as they move.
 */
export async function forceLayout(
  net: Network,
  settings: ForceSettings,
  breath: Breath,
  report?: (positions: Float32Array) => void,
): Promise<Float32Array> {
  const n = nodeCount(net);
  if (n === 0) return new Float32Array(0);
  const random = seeded(settings.seed);
  const rows = simpleAdjacency(net, 'both');
  const parts = components(net);
  const start = startPositions(rows, parts, random);
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    x[v] = start[2 * v];
    y[v] = start[2 * v + 1];
  }
  const springs = springsOf(rows, settings.weights);
  const grows = settings.grows ?? 1;
  const stiffness = new Float64Array(n);
  const mass = new Float64Array(n);
  let allMass = 0;
  for (let v = 0; v < n; v++) {
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) stiffness[v] += springs[k];
    mass[v] = 1 + stiffness[v];
    allMass += mass[v];
  }
  // With masses adding to M and edges pulling with strength 1, a push of n / M² keeps the drawing near radius 1 whatever its size.
  const push = rows.to.length ? rows.to.length / 2 / (allMass * allMass) : 1 / (allMass * allMass);
  const gravity = (0.02 + 0.6 * settings.pull) * push * allMass;
  const tree = new Quadtree(n);
  const iterations = n + rows.to.length / 2 > large ? Math.min(settings.iterations, largeRounds) : settings.iterations;
  const shown = (): Float32Array => {
    const at = placed(x, y, settings.spread);
    if (settings.pack) packParts(at, parts, settings.spread / 2);
    return at;
  };
  for (let round = 0; round < iterations; round++) {
    await breath.breathe(round / iterations);
    if (report && round > 0) report(shown());
    tree.build(x, y, mass);
    const left = 1 - round / iterations;
    // Beyond this no node moves in one round; quadratic cooling settles the detail.
    const bound = 0.25 * left * left + 0.0005;
    step(x, y, { tree, rows, springs, stiffness, mass, push, gravity, bound, grows });
  }
  const positions = shown();
  if (settings.apart > 0) await keepApart(positions, settings.apart, breath);
  return positions;
}

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
  tree: Quadtree;
  rows: { offsets: Uint32Array; to: Uint32Array };
  springs: Float64Array;
  stiffness: Float64Array;
  mass: Float64Array;
  push: number;
  gravity: number;
  bound: number;
  grows: number;
}

/** Shorter edges pull as ones of this length, so that a pull that does not grow is not without bounds. */
const shortest2 = 1e-4;

function step(x: Float64Array, y: Float64Array, forces: Forces): void {
  const { tree, rows, springs, stiffness, mass, push, gravity, bound, grows } = forces;
  const half = (grows - 1) / 2;
  const n = x.length;
  const { mass: cellMass, x: cellX, y: cellY, side2, skip, cells } = tree;
  const moveX = new Float64Array(n);
  const moveY = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    const px = x[v];
    const py = y[v];
    let fx = 0;
    let fy = 0;
    for (let c = 0; c < cells;) {
      const dx = px - cellX[c];
      const dy = py - cellY[c];
      const d2 = dx * dx + dy * dy;
      if (side2[c] < theta2 * d2 || side2[c] === 0) {
        const f = cellMass[c] / (d2 + 1e-7);
        fx += dx * f;
        fy += dy * f;
        c = skip[c];
      } else c++;
    }
    const repel = push * mass[v];
    fx *= repel;
    fy *= repel;
    let stiff = stiffness[v];
    if (half === 0) {
      for (let k = rows.offsets[v], end = rows.offsets[v + 1]; k < end; k++) {
        const u = rows.to[k];
        fx += springs[k] * (x[u] - px);
        fy += springs[k] * (y[u] - py);
      }
    } else {
      stiff = 0;
      for (let k = rows.offsets[v], end = rows.offsets[v + 1]; k < end; k++) {
        const u = rows.to[k];
        const [dx, dy] = [x[u] - px, y[u] - py];
        const pull = springs[k] * Math.pow(Math.max(shortest2, dx * dx + dy * dy), half);
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
    moveX[v] = fx * cap;
    moveY[v] = fy * cap;
  }
  for (let v = 0; v < n; v++) {
    x[v] += moveX[v];
    y[v] += moveY[v];
  }
}

/** Centred, and scaled so that n nodes spread evenly over the disc they take up would have `spread` map units of room each way. */
function placed(x: Float64Array, y: Float64Array, spread: number): Float32Array {
  const n = x.length;
  let cx = 0;
  let cy = 0;
  for (let v = 0; v < n; v++) {
    cx += x[v] / n;
    cy += y[v] / n;
  }
  let square = 0;
  for (let v = 0; v < n; v++) square += ((x[v] - cx) ** 2 + (y[v] - cy) ** 2) / n;
  const scale = square > 0 ? (spread * Math.sqrt(n / (2 * Math.PI))) / Math.sqrt(square) : 1;
  const positions = new Float32Array(2 * n);
  for (let v = 0; v < n; v++) {
    positions[2 * v] = (x[v] - cx) * scale;
    positions[2 * v + 1] = (y[v] - cy) * scale;
  }
  return positions;
}

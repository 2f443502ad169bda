/** Layout by stress: distances on paper as the distances in the network. */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { type Components, type Network, components, nodeCount, simpleAdjacency } from '../graph';
import { type Random, seeded } from '../random';
import { type Breath, runs, split } from '../split';
import { keepApart } from './apart';
import { packParts } from './pack';
import { type Part, stepsFrom, stepsTask } from './steps';

export interface StressSettings {
  /** Map units of one step. */
  room: number;
  /** Least distance between any two nodes, in map units; 0 lets them cover each other. */
  apart: number;
  seed: number;
}

/** Up to this many nodes every pair counts; beyond it each node and its neighbours, and pivots for the rest. */
const pairsUpTo = 1500;
const pivotCount = 100;
const mostRounds = 300;
/** A round that gains less than this share of the stress is the last. */
const leastGain = 2e-4;
/** The same by pivots, whose figure is an estimate. */
const leastGainByPivots = 1e-3;

/**
 * Positions (x, y of each node, in map units) of little stress Σ (‖x_i − x_j‖ − d_ij)² / d_ij² over pairs, d the steps between them; lowered by majorisation
 * (Gansner, Koren & North 2005), node by node. Each part is laid out for itself, and the parts are packed. Above 1,500 nodes distances that are far are summed by
 * pivots (Ortmann, Klimenta & Brandes 2017). The start is `begin`, where it is
 * known for all nodes of a part, else classical scaling by pivots (Brandes & Pich 2007).
 */
export async function stressLayout(
  net: Network,
  settings: StressSettings,
  breath: Breath,
  report?: (positions: Float32Array) => void,
  { allPairs = pairsUpTo, begin }: { allPairs?: number; begin?: Float32Array } = {},
): Promise<Float32Array> {
  const parts = components(net);
  const positions = new Float32Array(2 * nodeCount(net));
  const all = partsOf(net, parts);
  const shown = (): Float32Array => {
    const at = positions.slice();
    packParts(at, parts, settings.room);
    return at;
  };
  for (const { nodes, part } of all) {
    if (nodes.length < 2) continue;
    const begun = begin && begunIn(begin, nodes, settings.room);
    await lowStress(part, seeded(settings.seed), { allPairs: nodes.length <= allPairs, begun }, breath, (x, y) => {
      nodes.forEach((v, i) => {
        positions[2 * v] = x[i] * settings.room;
        positions[2 * v + 1] = y[i] * settings.room;
      });
      if (report && 2 * nodes.length > parts.of.length) report(shown());
    });
  }
  const found = shown();
  if (settings.apart > 0) await keepApart(found, settings.apart, breath);
  return found;
}

/** Places of a part's nodes, in steps. */
interface Places {
  x: Float64Array;
  y: Float64Array;
}

/** Where a part's nodes were, in steps; undefined where one of them was not there. */
function begunIn(begin: Float32Array, nodes: Uint32Array, room: number): Places | undefined {
  const x = Float64Array.from(nodes, (v) => begin[2 * v] / room);
  const y = Float64Array.from(nodes, (v) => begin[2 * v + 1] / room);
  return x.some(Number.isNaN) ? undefined : { x, y };
}

/** The nodes of each component, and its rows. */
function partsOf(net: Network, { of, sizes }: Components): { nodes: Uint32Array; part: Part }[] {
  const { offsets, to } = simpleAdjacency(net, 'both');
  const nodes = Array.from(sizes, (size) => new Uint32Array(size));
  const place = new Uint32Array(of.length);
  const filled = new Uint32Array(sizes.length);
  of.forEach((part, v) => (nodes[part][(place[v] = filled[part]++)] = v));
  return nodes.map((members) => {
    const starts = new Uint32Array(members.length + 1);
    members.forEach((v, i) => (starts[i + 1] = starts[i] + offsets[v + 1] - offsets[v]));
    const ends = new Uint32Array(starts[members.length]);
    members.forEach((v, i) => {
      for (let k = offsets[v]; k < offsets[v + 1]; k++) ends[starts[i] + k - offsets[v]] = place[to[k]];
    });
    return { nodes: members, part: { offsets: starts, to: ends } };
  });
}

/** Nodes spread over a part, and the steps from each to all: every other one the farthest from those before, the rest drawn. */
async function pivotsOf(
  part: Part,
  count: number,
  random: Random,
  breath: Breath,
): Promise<{ pivots: Uint32Array; far: Uint16Array[] }> {
  const n = part.offsets.length - 1;
  const nearest = new Uint16Array(n).fill(0xffff);
  const queue = new Uint32Array(n);
  const pivots: number[] = [];
  const far: Uint16Array[] = [];
  let next = 0;
  for (let v = 1; v < n; v++)
    if (part.offsets[v + 1] - part.offsets[v] > part.offsets[next + 1] - part.offsets[next]) next = v;
  while (pivots.length < Math.min(count, n)) {
    await breath.breathe(0);
    const steps = new Uint16Array(n);
    stepsFrom(part, next, steps, queue);
    pivots.push(next);
    far.push(steps);
    let farthest = 0;
    for (let v = 0; v < n; v++) {
      if (steps[v] < nearest[v]) nearest[v] = steps[v];
      if (nearest[v] > nearest[farthest]) farthest = v;
    }
    const drawn = random.below(n);
    next = pivots.length % 2 || nearest[drawn] === 0 ? farthest : drawn;
  }
  return { pivots: Uint32Array.from(pivots), far };
}

/** Classical scaling by pivots: the two strongest directions of the doubly centred squares of the distances. */
function scaled(pivots: Uint32Array, far: readonly Uint16Array[], random: Random): Places {
  const [k, n] = [far.length, far[0].length];
  const ofNode = new Float64Array(n);
  const ofPivot = new Float64Array(k);
  let mean = 0;
  for (let p = 0; p < k; p++)
    for (let v = 0; v < n; v++) {
      const square = far[p][v] * far[p][v];
      ofNode[v] += square / k;
      ofPivot[p] += square / n;
      mean += square / k / n;
    }
  const products = new Float64Array(k * k);
  const row = new Float64Array(k);
  const centred = (v: number): void => {
    for (let p = 0; p < k; p++) row[p] = -0.5 * (far[p][v] * far[p][v] - ofNode[v] - ofPivot[p] + mean);
  };
  for (let v = 0; v < n; v++) {
    centred(v);
    for (let p = 0; p < k; p++) for (let q = 0; q <= p; q++) products[p * k + q] += row[p] * row[q];
  }
  for (let p = 0; p < k; p++) for (let q = 0; q < p; q++) products[q * k + p] = products[p * k + q];
  const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(Matrix.from1DArray(k, k, products), {
    assumeSymmetric: true,
  });
  const order = realEigenvalues.map((_, i) => i).sort((a, b) => realEigenvalues[b] - realEigenvalues[a]);
  const axes = [0, 1].map((i) => (i < k ? eigenvectorMatrix.getColumn(order[i]) : new Array<number>(k).fill(0)));
  const at = { x: new Float64Array(n), y: new Float64Array(n) };
  for (let v = 0; v < n; v++) {
    centred(v);
    for (let p = 0; p < k; p++) {
      at.x[v] += row[p] * axes[0][p];
      at.y[v] += row[p] * axes[1][p];
    }
  }
  // To the size that suits the distances best, and a little apart where nodes fall onto each other.
  let [wanted, drawn] = [0, 0];
  pivots.forEach((pivot, p) => {
    for (let v = 0; v < n; v++) {
      if (far[p][v] === 0) continue;
      const square = (at.x[v] - at.x[pivot]) ** 2 + (at.y[v] - at.y[pivot]) ** 2;
      wanted += Math.sqrt(square) / far[p][v];
      drawn += square / far[p][v] / far[p][v];
    }
  });
  const scale = drawn > 0 ? wanted / drawn : 1;
  for (let v = 0; v < n; v++) {
    at.x[v] = at.x[v] * scale + 0.1 * (random.unit() - 0.5);
    at.y[v] = at.y[v] * scale + 0.1 * (random.unit() - 0.5);
  }
  return at;
}

/** Terms of the stress beside those of neighbours: for node v the ones from `offsets[v]` on, each a node, its distance and its weight. */
interface Terms {
  offsets: Float64Array;
  to: Uint32Array;
  far: Float32Array;
  weight: Float32Array;
}

/** All pairs of the part. */
async function everyPair(part: Part, breath: Breath): Promise<Terms> {
  const n = part.offsets.length - 1;
  const count = n * (n - 1);
  const terms: Terms = {
    offsets: Float64Array.from({ length: n + 1 }, (_, v) => v * (n - 1)),
    to: new Uint32Array(count),
    far: new Float32Array(count),
    weight: new Float32Array(count),
  };
  let k = 0;
  const sources = runs(n, 16, 64);
  await split(stepsTask, part, sources, { ...breath, breathe: () => breath.breathe(0) }, (steps, i) => {
    const { from, to } = sources[i];
    for (let v = from; v < to; v++) {
      for (let u = 0; u < n; u++) {
        if (u === v) continue;
        const far = steps[(v - from) * n + u];
        terms.to[k] = u;
        terms.far[k] = far;
        terms.weight[k++] = 1 / far / far;
      }
    }
  });
  return terms;
}

/**
 * Neighbours, and the pivots: a pivot stands for those of the nodes nearest to it that lie no farther than half the way (Ortmann, Klimenta & Brandes 2017,
 * section 3).
 */
function byPivots(part: Part, pivots: Uint32Array, far: readonly Uint16Array[]): Terms {
  const n = part.offsets.length - 1;
  const region = new Uint32Array(n);
  for (let v = 0; v < n; v++) for (let p = 1; p < pivots.length; p++) if (far[p][v] < far[region[v]][v]) region[v] = p;
  // How many of a pivot's nodes lie within each distance.
  const within = Array.from(far, (steps) => new Uint32Array(steps.reduce((a, b) => Math.max(a, b), 0) + 1));
  for (let v = 0; v < n; v++) within[region[v]][far[region[v]][v]]++;
  for (const counts of within) for (let d = 1; d < counts.length; d++) counts[d] += counts[d - 1];
  const terms: Terms = {
    offsets: new Float64Array(n + 1),
    to: new Uint32Array(part.to.length + n * pivots.length),
    far: new Float32Array(part.to.length + n * pivots.length),
    weight: new Float32Array(part.to.length + n * pivots.length),
  };
  let k = 0;
  const add = (u: number, steps: number, weight: number): void => {
    terms.to[k] = u;
    terms.far[k] = steps;
    terms.weight[k++] = weight;
  };
  for (let v = 0; v < n; v++) {
    for (let e = part.offsets[v]; e < part.offsets[v + 1]; e++) add(part.to[e], 1, 1);
    for (let p = 0; p < pivots.length; p++) {
      const steps = far[p][v];
      if (steps > 1) add(pivots[p], steps, within[p][steps >> 1] / steps / steps);
    }
    terms.offsets[v + 1] = k;
  }
  return terms;
}

/** Lowers the stress of one part, in steps of 1, until it gains no more; `report` receives the coordinates after each round. */
async function lowStress(
  part: Part,
  random: Random,
  { allPairs, begun }: { allPairs: boolean; begun?: Places },
  breath: Breath,
  report: (x: Float64Array, y: Float64Array) => void,
): Promise<void> {
  const { pivots, far } = await pivotsOf(part, pivotCount, random, breath);
  const { x, y } = begun ?? scaled(pivots, far, random);
  const terms = allPairs ? await everyPair(part, breath) : byPivots(part, pivots, far);
  const least = allPairs ? leastGain : leastGainByPivots;
  let before = Infinity;
  for (let round = 0; round < mostRounds; round++) {
    await breath.breathe(round / mostRounds);
    const stress = majorise(terms, x, y);
    report(x, y);
    if (before - stress < least * before) return;
    before = stress;
  }
}

/** One round: each node goes where its terms want it to be, on the average. Returns the stress as it was met. */
function majorise({ offsets, to, far, weight }: Terms, x: Float64Array, y: Float64Array): number {
  let stress = 0;
  for (let v = 0; v < x.length; v++) {
    let [sumX, sumY, sum] = [0, 0, 0];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const u = to[k];
      const dx = x[v] - x[u];
      const dy = y[v] - y[u];
      const length = Math.sqrt(dx * dx + dy * dy);
      const pull = length > 1e-9 ? far[k] / length : 0;
      stress += weight[k] * (length - far[k]) * (length - far[k]);
      sumX += weight[k] * (x[u] + pull * dx);
      sumY += weight[k] * (y[u] + pull * dy);
      sum += weight[k];
    }
    if (sum === 0) continue;
    x[v] = sumX / sum;
    y[v] = sumY / sum;
  }
  return stress;
}

/** Where a layout begins: pivot multidimensional scaling of the largest component (Brandes & Pich 2007), the rest around it. */
import { type Adjacency, type Components } from '../graph';
import type { Random } from '../random';

const pivots = 40;

/** x, y of every node in a disc of about radius 1. The same seed gives the same places. */
export function startPositions(rows: Adjacency, parts: Components, random: Random): Float64Array {
  const n = parts.of.length;
  const positions = new Float64Array(2 * n);
  const core: number[] = [];
  for (let v = 0; v < n; v++) {
    if (parts.of[v] === 0) core.push(v);
    // The rest: at random in a ring around the largest component, a little of it inside.
    const angle = random.unit() * 2 * Math.PI;
    const radius = 0.8 + 0.5 * random.unit();
    positions[2 * v] = radius * Math.cos(angle);
    positions[2 * v + 1] = radius * Math.sin(angle);
  }
  if (core.length < 3) return positions;

  const k = Math.min(pivots, core.length);
  const columns = pivotDistances(rows, core, k, random);
  doubleCentre(columns, core.length, k);
  const first = leadingDirection(columns, core.length, k, random);
  const second = leadingDirection(columns, core.length, k, random, first);
  let largest = 0;
  const x = new Float64Array(core.length);
  const y = new Float64Array(core.length);
  for (let i = 0; i < core.length; i++) {
    for (let p = 0; p < k; p++) {
      x[i] += columns[p * core.length + i] * first[p];
      y[i] += columns[p * core.length + i] * second[p];
    }
    largest = Math.max(largest, x[i] * x[i] + y[i] * y[i]);
  }
  const scale = 0.7 / (Math.sqrt(largest) || 1);
  for (let i = 0; i < core.length; i++) {
    // A small seeded shift parts nodes that are at the same distances from all pivots.
    positions[2 * core[i]] = x[i] * scale + 0.05 * (random.unit() - 0.5);
    positions[2 * core[i] + 1] = y[i] * scale + 0.05 * (random.unit() - 0.5);
  }
  return positions;
}

/** Squared hop distances from k pivots, each the farthest from those before, as k columns over the members. */
function pivotDistances(rows: Adjacency, core: readonly number[], k: number, random: Random): Float64Array {
  const size = core.length;
  const place = new Int32Array(rows.offsets.length - 1).fill(-1);
  core.forEach((v, i) => (place[v] = i));
  const nearest = new Float64Array(size).fill(Infinity);
  const columns = new Float64Array(k * size);
  const distance = new Int32Array(size);
  const queue = new Uint32Array(size);
  let pivot = random.below(size);
  for (let p = 0; p < k; p++) {
    distance.fill(-1);
    distance[pivot] = 0;
    queue[0] = pivot;
    for (let head = 0, tail = 1; head < tail; head++) {
      const v = core[queue[head]];
      for (let e = rows.offsets[v]; e < rows.offsets[v + 1]; e++) {
        const u = place[rows.to[e]];
        if (distance[u] >= 0) continue;
        distance[u] = distance[queue[head]] + 1;
        queue[tail++] = u;
      }
    }
    let farthest = 0;
    for (let i = 0; i < size; i++) {
      columns[p * size + i] = distance[i] * distance[i];
      if (distance[i] < nearest[i]) nearest[i] = distance[i];
      if (nearest[i] > nearest[farthest]) farthest = i;
    }
    pivot = farthest;
  }
  return columns;
}

function doubleCentre(columns: Float64Array, size: number, k: number): void {
  const rowMean = new Float64Array(size);
  let mean = 0;
  for (let p = 0; p < k; p++) for (let i = 0; i < size; i++) rowMean[i] += columns[p * size + i] / k;
  for (let i = 0; i < size; i++) mean += rowMean[i] / size;
  for (let p = 0; p < k; p++) {
    let columnMean = 0;
    for (let i = 0; i < size; i++) columnMean += columns[p * size + i] / size;
    for (let i = 0; i < size; i++)
      columns[p * size + i] = -0.5 * (columns[p * size + i] - rowMean[i] - columnMean + mean);
  }
}

/** Leading eigenvector of CᵀC by power iteration, at right angles to `other`. */
function leadingDirection(
  columns: Float64Array,
  size: number,
  k: number,
  random: Random,
  other?: Float64Array,
): Float64Array {
  const product = new Float64Array(k * k);
  for (let a = 0; a < k; a++) {
    for (let b = a; b < k; b++) {
      let sum = 0;
      for (let i = 0; i < size; i++) sum += columns[a * size + i] * columns[b * size + i];
      product[a * k + b] = product[b * k + a] = sum;
    }
  }
  let vector = Float64Array.from({ length: k }, () => random.unit() - 0.5);
  for (let round = 0; round < 100; round++) {
    if (other) {
      let along = 0;
      for (let p = 0; p < k; p++) along += vector[p] * other[p];
      for (let p = 0; p < k; p++) vector[p] -= along * other[p];
    }
    const next = new Float64Array(k);
    for (let a = 0; a < k; a++) for (let b = 0; b < k; b++) next[a] += product[a * k + b] * vector[b];
    let length = 0;
    for (let p = 0; p < k; p++) length += next[p] * next[p];
    length = Math.sqrt(length);
    if (length < 1e-12) break;
    for (let p = 0; p < k; p++) next[p] /= length;
    vector = next;
  }
  return vector;
}

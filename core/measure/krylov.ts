/** Leading eigenvalues of matrices without negative entries given as compressed rows, by Krylov's subspaces. */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { kernels } from '../kernels';

/** A square matrix: row v holds the entries beside the diagonal, 1 each where there are no weights; `diagonal[v]` is the one on it. */
export interface Rows {
  offsets: Uint32Array;
  to: Uint32Array;
  weight?: Float64Array;
  diagonal: Float64Array;
}

/** Steps of a cycle of Arnoldi's method. */
const krylov = 16;
const mostCycles = 3000;

/**
 * Largest eigenvalue of an irreducible matrix and its vector of length 1 without negative entries (Perron–Frobenius). Arnoldi's method with restarts from
 * the best vector of each cycle, as plain power iteration stalls where the two largest values are nearly equal in size.
 */
export function leadingOf(rows: Rows): { value: number; vector: Float64Array } {
  const n = rows.diagonal.length;
  let vector: Float64Array = new Float64Array(n).fill(1 / Math.sqrt(n));
  if (n === 1) return { value: rows.diagonal[0], vector };
  const most = Math.min(krylov, n);
  let value = 0;
  let steps = most;
  let least = Infinity;
  let idle = 0;
  const { vector: room, multiply, dot, addTimes } = operator(rows, most + 1);
  const basis = Array.from({ length: most + 1 }, room);
  for (let cycle = 0; cycle < mostCycles; cycle++) {
    basis[0].set(vector);
    const h = Matrix.zeros(most + 1, most);
    let size = 0;
    while (size < steps) {
      const w = basis[size + 1];
      multiply(basis[size], w);
      let before = Math.sqrt(dot(w, w));
      let length = before;
      // A second time where little is left, so that rounding leaves the basis nearly orthogonal.
      for (let pass = 0; pass < 2 && (pass === 0 || length < 0.1 * before); pass++) {
        before = length;
        for (let i = 0; i <= size; i++) {
          const share = dot(w, basis[i]);
          h.set(i, size, h.get(i, size) + share);
          addTimes(w, basis[i], -share);
        }
        length = Math.sqrt(dot(w, w));
      }
      h.set(size + 1, size, length);
      size++;
      if (length < 1e-14 * Math.max(1, Math.abs(h.get(0, 0)))) break;
      for (let v = 0; v < n; v++) w[v] /= length;
    }
    const last = h.get(size, size - 1);
    const square = h.subMatrix(0, size - 1, 0, size - 1);
    const { realEigenvalues, imaginaryEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(square);
    let best = -1;
    realEigenvalues.forEach((real, i) => {
      if (Math.abs(imaginaryEigenvalues[i]) > 1e-9 * Math.abs(real)) return;
      if (best < 0 || real > realEigenvalues[best]) best = i;
    });
    const weights = eigenvectorMatrix.getColumn(best);
    const norm = Math.sqrt(weights.reduce((sum, y) => sum + y * y, 0));
    vector = combined(basis, weights, size);
    value = realEigenvalues[best];
    const rest = Math.abs((last * weights[size - 1]) / norm) / value;
    if (rest < 1e-13 || size < steps) break;
    // As many steps as the digits that are missing need at the pace of this cycle.
    const pace = Math.max(0.01, -Math.log10(rest)) / size;
    steps = Math.min(most, Math.max(6, Math.ceil((13 + Math.log10(rest)) / pace) + 2));
    idle = rest < 0.5 * least ? 0 : idle + 1;
    least = Math.min(least, rest);
    if (least < 1e-11 && idle > 2) break;
  }
  return { value, vector };
}

/** Steps of a cycle where the matrix is symmetric, and after how many it is looked whether they were enough. */
const lanczosSteps = 30;
const lanczosFirst = 10;
const lanczosEvery = 5;

/**
 * As {@link leadingOf} for a symmetric matrix, by Lanczos' three-term recurrence: a step costs two products of vectors instead of one with each before it.
 * The basis loses its orthogonality as the leading vector is found, which repeats that vector and spoils nothing; a restart from it removes what is left.
 */
export function leadingOfSymmetric(rows: Rows): { value: number; vector: Float64Array } {
  const n = rows.diagonal.length;
  let vector: Float64Array = new Float64Array(n).fill(1 / Math.sqrt(n));
  if (n === 1) return { value: rows.diagonal[0], vector };
  const most = Math.min(lanczosSteps, n);
  const { vector: room, multiply, dot, addTimes } = operator(rows, most + 1);
  const basis: Float64Array[] = [];
  const alpha = new Float64Array(most);
  const beta = new Float64Array(most);
  let value = 0;
  let least = Infinity;
  for (let cycle = 0, idle = 0; cycle < mostCycles; cycle++) {
    (basis[0] ??= room()).set(vector);
    let size = 0;
    let rest = Infinity;
    let weights: Float64Array = new Float64Array(0);
    while (size < most) {
      const x = basis[size];
      const w = (basis[size + 1] ??= room());
      multiply(x, w);
      alpha[size] = dot(w, x);
      addTimes(w, x, -alpha[size]);
      if (size > 0) addTimes(w, basis[size - 1], -beta[size - 1]);
      beta[size] = Math.sqrt(dot(w, w));
      size++;
      const ended = beta[size - 1] < 1e-14 * Math.max(1, Math.abs(alpha[0])) || size === most;
      if (ended || (size >= lanczosFirst && (size - lanczosFirst) % lanczosEvery === 0)) {
        [value, weights] = topOfTridiagonal(alpha, beta, size);
        rest = Math.abs(beta[size - 1] * weights[size - 1]) / Math.abs(value);
        if (ended || rest < 1e-13) break;
      }
      const by = 1 / beta[size - 1];
      for (let v = 0; v < n; v++) w[v] *= by;
    }
    vector = combined(basis, weights, size);
    if (rest < 1e-13 || size < most) break;
    idle = rest < 0.5 * least ? 0 : idle + 1;
    least = Math.min(least, rest);
    if (least < 1e-11 && idle > 2) break;
  }
  return { value, vector };
}

/** The mixture of the first vectors of a basis by their weights: what is below 0 by rounding made 0, of length 1. */
function combined(basis: readonly Float64Array[], weights: ArrayLike<number>, size: number): Float64Array {
  const x = new Float64Array(basis[0].length);
  for (let i = 0; i < size; i++) addTimes(x, basis[i], weights[i]);
  let sum = 0;
  for (const entry of x) sum += entry;
  const sign = sum < 0 ? -1 : 1;
  for (let v = 0; v < x.length; v++) x[v] = Math.max(0, sign * x[v]);
  const length = Math.sqrt(dot(x, x));
  for (let v = 0; v < x.length; v++) x[v] /= length;
  return x;
}

/** Largest eigenvalue of a symmetric tridiagonal matrix, and its vector of length 1. */
function topOfTridiagonal(alpha: Float64Array, beta: Float64Array, size: number): [number, Float64Array] {
  const t = Matrix.zeros(size, size);
  for (let i = 0; i < size; i++) {
    t.set(i, i, alpha[i]);
    if (i + 1 < size) {
      t.set(i, i + 1, beta[i]);
      t.set(i + 1, i, beta[i]);
    }
  }
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(t, { assumeSymmetric: true });
  let best = 0;
  realEigenvalues.forEach((real, i) => real > realEigenvalues[best] && (best = i));
  return [realEigenvalues[best], Float64Array.from(eigenvectorMatrix.getColumn(best))];
}

interface Operator {
  vector(): Float64Array;
  multiply(x: Float64Array, y: Float64Array): void;
  dot(a: Float64Array, b: Float64Array): number;
  addTimes(a: Float64Array, b: Float64Array, share: number): void;
}

/** Below this many entries laying out a memory costs more than it saves. */
const fewEntries = 2000;

/** A matrix and work with vectors that are made by `vector`, at most as many as said: in WebAssembly where there is any. */
export function operator(rows: Rows, vectors: number, plain = rows.to.length < fewEntries): Operator {
  const n = rows.diagonal.length;
  const entries = rows.to.length;
  const held = plain ? undefined : kernels(4 * (n + 1) + 8 * n * (vectors + 1) + (rows.weight ? 12 : 4) * entries);
  if (!held) return { vector: () => new Float64Array(n), multiply: (x, y) => multiplied(rows, x, y), dot, addTimes };
  const offsets = held.integers(rows.offsets).byteOffset;
  const to = held.integers(rows.to).byteOffset;
  const weight = rows.weight ? held.doubles(rows.weight).byteOffset : 0;
  const diagonal = held.doubles(rows.diagonal).byteOffset;
  return {
    vector: () => held.doubles(n),
    multiply: (x, y) => held.multiply(n, offsets, to, weight, diagonal, x.byteOffset, y.byteOffset),
    dot: (a, b) => held.dot(n, a.byteOffset, b.byteOffset),
    addTimes: (a, b, share) => held.addTimes(n, a.byteOffset, b.byteOffset, share),
  };
}

function multiplied({ offsets, to, weight, diagonal }: Rows, x: Float64Array, y: Float64Array): void {
  for (let v = 0; v < x.length; v++) {
    let sum = diagonal[v] * x[v];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) sum += weight ? weight[k] * x[to[k]] : x[to[k]];
    y[v] = sum;
  }
}

function dot(a: Float64Array, b: Float64Array): number {
  const n = a.length;
  let p = 0;
  let q = 0;
  let r = 0;
  let s = 0;
  let v = 0;
  for (; v + 3 < n; v += 4) {
    p += a[v] * b[v];
    q += a[v + 1] * b[v + 1];
    r += a[v + 2] * b[v + 2];
    s += a[v + 3] * b[v + 3];
  }
  for (; v < n; v++) p += a[v] * b[v];
  return p + q + (r + s);
}

function addTimes(a: Float64Array, b: Float64Array, share: number): void {
  for (let v = 0; v < a.length; v++) a[v] += share * b[v];
}

/** Leading eigenvalues of matrices without negative entries given as compressed rows, by Krylov's subspaces. */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

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
  const basis = Array.from({ length: most + 1 }, () => new Float64Array(n));
  for (let cycle = 0; cycle < mostCycles; cycle++) {
    basis[0].set(vector);
    const h = Matrix.zeros(most + 1, most);
    let size = 0;
    while (size < steps) {
      const w = basis[size + 1];
      multiply(rows, basis[size], w);
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
  const basis: Float64Array[] = [];
  const alpha = new Float64Array(most);
  const beta = new Float64Array(most);
  let value = 0;
  let least = Infinity;
  for (let cycle = 0, idle = 0; cycle < mostCycles; cycle++) {
    (basis[0] ??= new Float64Array(n)).set(vector);
    let size = 0;
    let rest = Infinity;
    let weights: Float64Array = new Float64Array(0);
    while (size < most) {
      const x = basis[size];
      const w = (basis[size + 1] ??= new Float64Array(n));
      multiply(rows, x, w);
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

function multiply({ offsets, to, weight, diagonal }: Rows, x: Float64Array, y: Float64Array): void {
  const n = x.length;
  for (let v = 0; v < n; v++) {
    const end = offsets[v + 1];
    let k = offsets[v];
    // Four sums side by side: each addition to one alone would wait for the last.
    let a = diagonal[v] * x[v];
    let b = 0;
    let c = 0;
    let d = 0;
    if (weight) {
      for (; k + 3 < end; k += 4) {
        a += weight[k] * x[to[k]];
        b += weight[k + 1] * x[to[k + 1]];
        c += weight[k + 2] * x[to[k + 2]];
        d += weight[k + 3] * x[to[k + 3]];
      }
      for (; k < end; k++) a += weight[k] * x[to[k]];
    } else {
      for (; k + 3 < end; k += 4) {
        a += x[to[k]];
        b += x[to[k + 1]];
        c += x[to[k + 2]];
        d += x[to[k + 3]];
      }
      for (; k < end; k++) a += x[to[k]];
    }
    y[v] = a + b + (c + d);
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

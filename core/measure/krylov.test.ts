import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import fc from 'fast-check';
import { seeded } from '../random';
import { type Rows, leadingOf, leadingOfSymmetric } from './krylov';

/** Rows of a matrix given whole. */
function rowsOf(matrix: readonly (readonly number[])[], weighted = true): Rows {
  const n = matrix.length;
  const offsets = new Uint32Array(n + 1);
  const to: number[] = [];
  const weight: number[] = [];
  matrix.forEach((row, v) => {
    row.forEach((value, u) => {
      if (u === v || value === 0) return;
      to.push(u);
      weight.push(value);
    });
    offsets[v + 1] = to.length;
  });
  return {
    offsets,
    to: Uint32Array.from(to),
    diagonal: Float64Array.from(matrix, (row, v) => row[v]),
    ...(weighted ? { weight: Float64Array.from(weight) } : {}),
  };
}

/** The largest real eigenvalue, by the whole decomposition. */
function whole(matrix: readonly (readonly number[])[]): number {
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(
    new Matrix(matrix.map((row) => [...row])),
  );
  return Math.max(...realEigenvalues.filter((_, i) => Math.abs(imaginaryEigenvalues[i]) < 1e-9));
}

/** How far a vector is from being one of the matrix's for the value. */
function residual(matrix: readonly (readonly number[])[], value: number, vector: Float64Array): number {
  return Math.hypot(...matrix.map((row, v) => row.reduce((sum, a, u) => sum + a * vector[u], 0) - value * vector[v]));
}

/** A matrix with a circle through all, so that every node reaches every other. */
function drawn(n: number, seed: number, symmetric: boolean, weighted: boolean): number[][] {
  const random = seeded(seed);
  const matrix = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const put = (a: number, b: number): void => {
    const value = weighted ? 0.2 + 3 * random.unit() : 1;
    matrix[a][b] = value;
    if (symmetric) matrix[b][a] = value;
  };
  for (let v = 0; v < n; v++) put(v, (v + 1) % n);
  for (let e = 0; e < 2 * n; e++) put(random.below(n), random.below(n));
  return matrix;
}

test.each([
  ['any', leadingOf, false],
  ['any, of a symmetric one', leadingOf, true],
  ['symmetric', leadingOfSymmetric, true],
] as const)(
  '%s: the value of the whole decomposition, and a vector of length 1 for it without entries below 0',
  (_, search, symmetric) => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 40 }), fc.integer(), fc.boolean(), (n, seed, weighted) => {
        const matrix = drawn(n, seed, symmetric, weighted);
        const { value, vector } = search(rowsOf(matrix, weighted));
        expect(value).toBeCloseTo(whole(matrix), 9);
        expect(residual(matrix, value, vector)).toBeLessThan(1e-9 * value);
        expect(Math.hypot(...vector)).toBeCloseTo(1, 12);
        for (const entry of vector) expect(entry).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 60 },
    );
  },
);

test('by hand: a star of four has the square root of its rays, its middle as much as they together', () => {
  const star = [[0, 1, 1, 1, 1], [1, 0, 0, 0, 0], [1, 0, 0, 0, 0], [1, 0, 0, 0, 0], [1, 0, 0, 0, 0]]; // prettier-ignore
  for (const search of [leadingOf, leadingOfSymmetric]) {
    const { value, vector } = search(rowsOf(star, false));
    expect(value).toBeCloseTo(2, 12);
    expect([...vector].map((entry) => entry / vector[1])).toEqual(
      [2, 1, 1, 1, 1].map((wanted) => expect.closeTo(wanted, 9) as number),
    );
  }
});

test('where two values are nearly as large, as on a circle of even length with one heavier tie', () => {
  const n = 60;
  const circle = Array.from({ length: n }, (_, v) =>
    Array.from({ length: n }, (_, u) => ((v - u + n) % n === 1 || (u - v + n) % n === 1 ? 1 : 0) as number),
  );
  circle[0][1] = circle[1][0] = 1.0001;
  for (const search of [leadingOf, leadingOfSymmetric]) {
    const { value, vector } = search(rowsOf(circle));
    expect(value).toBeCloseTo(whole(circle), 9);
    expect(residual(circle, value, vector)).toBeLessThan(1e-8);
  }
});

test('one node: its loop', () => {
  for (const search of [leadingOf, leadingOfSymmetric]) {
    expect(search(rowsOf([[3]]))).toEqual({ value: 3, vector: Float64Array.of(1) });
  }
});

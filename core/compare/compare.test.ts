import fc from 'fast-check';
import { network } from '../graph';
import { atOnce } from '../split';
import {
  adjustedRand,
  crossTable,
  edgeJaccard,
  kendall,
  meanRanks,
  normalisedMutualInformation,
  quadraticAssignment,
  spearman,
  topOverlap,
} from '.';

describe('two measures', () => {
  test('mean ranks of equal values', () => {
    expect([...meanRanks(Float64Array.of(3, 5, 3, 1))]).toEqual([2.5, 1, 2.5, 4]);
  });
  test('rho and tau-b by hand', () => {
    const [a, b] = [Float64Array.of(1, 2, 3, 4, 5), Float64Array.of(2, 1, 4, 3, 5)];
    expect(spearman(a, b)).toBeCloseTo(0.8, 12);
    expect(kendall(a, b)).toBeCloseTo(0.6, 12);
    expect(kendall(a, Float64Array.of(1, 1, 1, 1, 1))).toBeNaN();
    expect(spearman(Float64Array.of(1, 2, NaN, 3), Float64Array.of(3, 2, 9, 1))).toBeCloseTo(-1, 12);
  });
  test('tau-b against all pairs', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { minLength: 2, maxLength: 25 }), (rows) => {
        let [up, down, ties, tx, ty] = [0, 0, 0, 0, 0];
        rows.forEach(([x, y], i) => {
          for (const [u, v] of rows.slice(0, i)) {
            if (x === u && y === v) ties++;
            else if (x === u) tx++;
            else if (y === v) ty++;
            else if (x < u === y < v) up++;
            else down++;
          }
        });
        void ties;
        const tau = (up - down) / Math.sqrt((up + down + tx) * (up + down + ty));
        const found = kendall(
          Float64Array.from(rows, ([x]) => x),
          Float64Array.from(rows, ([, y]) => y),
        );
        if (Number.isNaN(tau)) expect(found).toBeNaN();
        else expect(found).toBeCloseTo(tau, 10);
      }),
    );
  });
  test('the overlap of the highest takes in what is equal to the last', () => {
    expect(topOverlap(Float64Array.of(9, 8, 8, 1), Float64Array.of(9, 1, 8, 7), 2)).toEqual({
      both: [0, 2],
      first: 3,
      second: 2,
    });
  });
});

describe('two groupings', () => {
  test('by hand (Hubert & Arabie 1985), equal ones, and what has no group left out', () => {
    const table = crossTable([0, 0, 0, 1, 1, 1, -1], [0, 0, 1, 1, 2, 2, 0]);
    expect(table.counts).toEqual([
      [2, 1, 0],
      [0, 1, 2],
    ]);
    // Together in both 2 pairs; 6 in the first, 3 in the second, of 15.
    expect(adjustedRand(table)).toBeCloseTo((2 - 18 / 15) / (4.5 - 18 / 15), 12);
    const same = crossTable([0, 1, 1], [1, 0, 0]);
    expect([adjustedRand(same), normalisedMutualInformation(same)]).toEqual([1, expect.closeTo(1, 12)]);
    expect(normalisedMutualInformation(crossTable([0, 0, 1, 1], [0, 1, 0, 1]))).toBeCloseTo(0, 12);
  });
});

describe('two networks', () => {
  const a = network({
    nodes: 4,
    edges: [
      [0, 1],
      [1, 2],
      [2, 3],
    ],
  });
  test('Jaccard of edges, among the nodes of both', () => {
    expect(
      edgeJaccard(
        a,
        network({
          nodes: 3,
          edges: [
            [1, 0],
            [0, 2],
          ],
        }),
      ),
    ).toEqual({ value: 1 / 3, both: 1, either: 3 });
    expect(edgeJaccard(a, network({ nodes: 4, edges: [] })).value).toBe(0);
  });
  test('the permutation test finds a network like itself, and one that is its opposite', async () => {
    const edges: [number, number][] = Array.from({ length: 14 }, (_, i) => [i % 10, (i * 3 + 1) % 10]);
    const net = network({ nodes: 10, edges });
    const same = await quadraticAssignment(net, net, { draws: 300, seed: 1, weights: false }, atOnce);
    expect(same.correlation).toBeCloseTo(1, 12);
    expect(same.atLeast).toBeLessThan(0.02);
    expect(Math.abs(same.mean)).toBeLessThan(0.05);
    const rest: [number, number][] = [];
    for (let v = 0; v < 10; v++)
      for (let u = 0; u < v; u++)
        if (!edges.some(([x, y]) => (x === v && y === u) || (x === u && y === v))) rest.push([v, u]);
    const other = await quadraticAssignment(
      net,
      network({ nodes: 10, edges: rest }),
      { draws: 300, seed: 1, weights: false },
      atOnce,
    );
    expect(other.correlation).toBeCloseTo(-1, 12);
    expect(other.atMost).toBeLessThan(0.02);
  });
});

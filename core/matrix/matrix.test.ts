import fc from 'fast-check';
import { type Network, network } from '../graph';
import { seeded } from '../random';
import type { Column } from '../tables';
import { type Matrix, blockSums, cellAt, distanceFromDiagonal, matrixOf, seriation, writtenMatrix } from '.';

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter(Boolean))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const dense = ({ rows, columns, offsets, column, value }: Matrix): number[][] => {
  const found = Array.from(rows, () => new Array<number>(columns.length).fill(0));
  rows.forEach((_, i) => {
    for (let k = offsets[i]; k < offsets[i + 1]; k++) found[i][column[k]] = value[k];
  });
  return found;
};
const net: Network = {
  ...network({
    nodes: 4,
    directed: true,
    weight: [1, 2, 4, 8, 16],
    edges: [
      [0, 1],
      [0, 1],
      [1, 0],
      [2, 2],
      [3, 0],
    ],
  }),
  labels: ['Cy', 'Ann', 'Bo', 'Di'],
  nodeColumns: [
    text('island', 'Voe', 'Ness', 'Voe', ''),
    { type: 'number', name: 'age', values: Float64Array.of(3, NaN, 9, 1) },
  ],
};

describe('the matrix', () => {
  test('weights of parallel ties together, loops on the diagonal, direction from row to column', () => {
    const found = matrixOf(net, { then: { by: 'name' } });
    expect([...found.rows]).toEqual([1, 2, 0, 3]);
    expect(dense(found)).toEqual([
      [0, 0, 4, 0],
      [0, 8, 0, 0],
      [3, 0, 0, 0],
      [0, 0, 16, 0],
    ]);
    expect(found.most).toBe(16);
    const cell = cellAt(found, 2, 0);
    expect([found.value[cell], found.edge[cell], cellAt(found, 0, 0)]).toEqual([3, 0, -1]);
  });
  test('both triangles where ties have no direction', () => {
    const found = dense(matrixOf({ ...net, directed: false }, { then: { by: 'name' } }));
    expect(found).toEqual([
      [0, 0, 7, 0],
      [0, 8, 0, 0],
      [7, 0, 0, 16],
      [0, 0, 16, 0],
    ]);
  });
  test('by amounts the largest first, by degree, under groups the largest first and those without one last', () => {
    const rows = (ask: Parameters<typeof matrixOf>[1]) => [...matrixOf(net, ask).rows];
    expect(rows({ then: { by: 'column', column: 'age' } })).toEqual([2, 0, 3, 1]);
    expect(rows({ then: { by: 'degree' } })).toEqual([0, 1, 2, 3]);
    expect(rows({ then: { by: 'name' }, group: 'island' })).toEqual([2, 0, 1, 3]);
    const found = matrixOf(net, { then: { by: 'name' }, group: 'island' });
    expect(found.rowBlocks).toEqual([
      { title: 'Voe', from: 0, to: 2 },
      { title: 'Ness', from: 2, to: 3 },
      { title: '', from: 3, to: 4 },
    ]);
    expect([...blockSums(found)]).toEqual([8, 3, 0, 4, 0, 0, 16, 0, 0]);
  });
  test('only what is in view, with the weights in view', () => {
    const found = matrixOf(net, {
      then: { by: 'name' },
      nodes: Uint8Array.of(1, 1, 0, 2),
      edges: Uint8Array.of(1, 0, 1, 1, 0),
      weight: Float64Array.of(0, 2, 5, 8, 16),
    });
    expect([...found.rows]).toEqual([1, 0, 3]);
    expect(dense(found)).toEqual([
      [0, 5, 0],
      [0, 0, 0],
      [0, 0, 0],
    ]);
    expect(found.edge[cellAt(found, 1, 0)]).toBe(0);
  });
  test('of two kinds of nodes a rectangle', () => {
    const two: Network = {
      ...network({
        nodes: 5,
        edges: [
          [0, 3],
          [1, 3],
          [4, 2],
        ],
      }),
      sides: ['keeper', 'society'],
      nodeColumns: [text('kind', 'keeper', 'keeper', 'keeper', 'society', 'society')],
    };
    const found = matrixOf(two, { then: { by: 'name' } });
    expect([[...found.rows], [...found.columns]]).toEqual([
      [0, 1, 2],
      [3, 4],
    ]);
    expect(dense(found)).toEqual([
      [1, 0],
      [1, 0],
      [0, 1],
    ]);
  });
  test('as a plain table of sums has it, on random networks', () => {
    const ties = fc.array(fc.tuple(fc.nat(6), fc.nat(6), fc.nat(9)), { maxLength: 30 });
    fc.assert(
      fc.property(ties, fc.boolean(), (all, directed) => {
        const some = network({
          nodes: 7,
          directed,
          weight: all.map(([, , w]) => w),
          edges: all.map(([a, b]) => [a, b] as [number, number]),
        });
        const found = matrixOf(some, { then: { by: 'diagonal' } });
        const expected = Array.from({ length: 7 }, () => new Array<number>(7).fill(0));
        const place = Array.from({ length: 7 }, (_, v) => found.rows.indexOf(v));
        for (const [a, b, w] of all) {
          expected[place[a]][place[b]] += w;
          if (!directed && a !== b) expected[place[b]][place[a]] += w;
        }
        expect(dense(found)).toEqual(expected);
      }),
    );
  });
  test('empty, and of one node', () => {
    expect(matrixOf(network({ nodes: 0, edges: [] }), { then: { by: 'diagonal' } }).rows).toHaveLength(0);
    expect(dense(matrixOf(network({ nodes: 1, edges: [[0, 0]] }), { then: { by: 'diagonal' } }))).toEqual([[1]]);
  });
});

describe('seriation', () => {
  const bandwidth = ({ source, target }: Network, order: Uint32Array): number => {
    const place = new Map(Array.from(order, (v, i) => [v, i]));
    return Math.max(0, ...Array.from(source, (a, e) => Math.abs((place.get(a) ?? 0) - (place.get(target[e]) ?? 0))));
  };
  const shuffled = (n: number, edges: readonly (readonly [number, number])[], seed: number): Network => {
    const names = Uint32Array.from({ length: n }, (_, i) => i);
    seeded(seed).shuffle(names);
    return network({ nodes: n, edges: edges.map(([a, b]) => [names[a], names[b]] as const) });
  };

  test('a path lies along the diagonal, however it was numbered', () => {
    const edges = Array.from({ length: 49 }, (_, i) => [i, i + 1] as const);
    for (const seed of [1, 2, 3, 4]) {
      const path = shuffled(50, edges, seed);
      const order = seriation(path);
      expect(bandwidth(path, order)).toBe(1);
      expect(distanceFromDiagonal(path, order)).toBeCloseTo(1 / 50);
    }
  });
  test('a lattice of 8 by 20 has the least bandwidth that there is', () => {
    const at = (x: number, y: number): number => 8 * x + y;
    const edges: [number, number][] = [];
    for (let x = 0; x < 20; x++)
      for (let y = 0; y < 8; y++) {
        if (x < 19) edges.push([at(x, y), at(x + 1, y)]);
        if (y < 7) edges.push([at(x, y), at(x, y + 1)]);
      }
    const lattice = shuffled(160, edges, 5);
    // min(8, 20) for a lattice (Chvátalová 1975); levels of a corner are at most one wider.
    expect(bandwidth(lattice, seriation(lattice))).toBeLessThanOrEqual(9);
  });
  test('every node has one place, parts stand together, the largest first; never farther than by chance', () => {
    const pair = fc.tuple(fc.nat(14), fc.nat(14));
    fc.assert(
      fc.property(fc.array(pair, { maxLength: 25 }), (edges) => {
        const some = network({ nodes: 15, edges });
        const order = seriation(some);
        expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: 15 }, (_, i) => i));
        expect(seriation(some)).toEqual(order);
      }),
    );
    const two = network({
      nodes: 6,
      edges: [
        [0, 5],
        [2, 4],
        [4, 1],
      ],
    });
    expect([...seriation(two)].slice(0, 3).sort((a, b) => a - b)).toEqual([1, 2, 4]);
    expect(seriation(network({ nodes: 0, edges: [] }))).toHaveLength(0);
  });
});

describe('the matrix as rows of cells', () => {
  const written = (ask: Parameters<typeof writtenMatrix>[1], most?: number) => {
    const { heads, rows } = writtenMatrix(net, ask, most);
    return [heads, ...rows];
  };
  test('in full: parallel ties together, 0 where there is none, in the order that is shown', () => {
    expect(written({ then: { by: 'name' } })).toEqual([
      ['', 'Ann', 'Bo', 'Cy', 'Di'],
      ['Ann', 0, 0, 4, 0],
      ['Bo', 0, 8, 0, 0],
      ['Cy', 3, 0, 0, 0],
      ['Di', 0, 0, 16, 0],
    ]);
  });
  test('the sums between groups, nodes without a value by themselves', () => {
    const [heads, ...rows] = written({ group: 'island', sums: true, then: { by: 'name' } });
    expect(heads).toEqual(['', 'Voe', 'Ness', 'without a value']);
    expect(rows).toEqual([
      ['Voe', 8, 3, 0],
      ['Ness', 4, 0, 0],
      ['without a value', 16, 0, 0],
    ]);
  });
  test('where there are too many cells, those with ties one in a row', () => {
    expect(written({ then: { by: 'name' } }, 15)).toEqual([
      ['row', 'column', net.weightName],
      ['Ann', 'Cy', 4],
      ['Bo', 'Bo', 8],
      ['Cy', 'Ann', 3],
      ['Di', 'Cy', 16],
    ]);
  });
  test('of an empty network its head', () => {
    const { heads, rows } = writtenMatrix(network({ nodes: 0, edges: [] }), { then: { by: 'name' } });
    expect([heads, ...rows]).toEqual([['']]);
  });
});

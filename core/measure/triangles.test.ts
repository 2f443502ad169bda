import fc from 'fast-check';
import { network, simpleAdjacency } from '../graph';
import { triangleCounts, triangles } from './triangles';

const size = 12;
const drawn = fc
  .array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1)), { maxLength: 50 })
  .map((edges) => simpleAdjacency(network({ nodes: size, edges }), 'both'));

/** All sets of three that are tied, by trying each. */
function tried(rows: ReturnType<typeof simpleAdjacency>): [number, number, number][] {
  const tied = (a: number, b: number): boolean => rows.to.subarray(rows.offsets[a], rows.offsets[a + 1]).includes(b);
  const found: [number, number, number][] = [];
  for (let a = 0; a < size; a++)
    for (let b = a + 1; b < size; b++)
      for (let c = b + 1; c < size; c++) if (tied(a, b) && tied(b, c) && tied(a, c)) found.push([a, b, c]);
  return found;
}

test('every triangle once, with the entries of its three ties; as many at each node', () => {
  fc.assert(
    fc.property(drawn, (rows) => {
      const wanted = tried(rows);
      const found: string[] = [];
      triangles(rows, (a, b, c, ab, bc, ca) => {
        found.push([a, b, c].sort((x, y) => x - y).join());
        expect([rows.to[ab], rows.to[bc], rows.to[ca]]).toEqual([b, c, a]);
        for (const [entry, from] of [
          [ab, a],
          [bc, b],
          [ca, c],
        ]) {
          expect(entry >= rows.offsets[from] && entry < rows.offsets[from + 1]).toBe(true);
        }
      });
      expect(found.sort()).toEqual(wanted.map((three) => three.join()).sort());
      const counts = new Array<number>(size).fill(0);
      for (const three of wanted) for (const v of three) counts[v]++;
      expect([...triangleCounts(rows)]).toEqual(counts);
    }),
    { numRuns: 300 },
  );
});

test('none in nothing, in one node, in a star; one in a triangle with a loop and a doubled tie', () => {
  const counts = (nodes: number, edges: [number, number][]): number[] => [
    ...triangleCounts(simpleAdjacency(network({ nodes, edges }), 'both')),
  ];
  expect(counts(0, [])).toEqual([]);
  expect(counts(1, [[0, 0]])).toEqual([0]);
  expect(
    counts(4, [
      [0, 1],
      [0, 2],
      [0, 3],
    ]),
  ).toEqual([0, 0, 0, 0]);
  expect(counts(4, [[0, 1], [1, 2], [2, 0], [0, 1], [2, 2], [2, 3]])).toEqual([1, 1, 1, 0]); // prettier-ignore
});

import fc from 'fast-check';
import { type Network, coreNumbers, distances, network, simpleAdjacency, strongComponents } from '.';

const size = 11;
const pairs = fc.array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1)), { maxLength: 30 });
/** Loops, parallel edges, isolates and several parts all come up among these. */
const drawn = fc.tuple(pairs, fc.boolean()).map(([edges, directed]) => network({ nodes: size, edges, directed }));

/** Who is reached from whom along the edges, by trying every step often enough. */
function reached(net: Network): boolean[][] {
  const n = net.ids.length;
  const there = Array.from({ length: n }, (_, a) => Array.from({ length: n }, (_, b) => a === b));
  net.source.forEach((a, e) => {
    there[a][net.target[e]] = true;
    if (!net.directed) there[net.target[e]][a] = true;
  });
  for (let k = 0; k < n; k++)
    for (let a = 0; a < n; a++) for (let b = 0; b < n; b++) if (there[a][k] && there[k][b]) there[a][b] = true;
  return there;
}

describe('strong components', () => {
  test('hold who reaches each other, are numbered by size, and close before what leads to them', () => {
    fc.assert(
      fc.property(drawn, (net) => {
        const there = reached(net);
        const { of, sizes, closed } = strongComponents(net);
        for (let a = 0; a < size; a++) {
          for (let b = 0; b < size; b++) {
            expect(of[a] === of[b]).toBe(there[a][b] && there[b][a]);
          }
        }
        expect([...sizes]).toEqual([...sizes].sort((a, b) => b - a));
        sizes.forEach((count, c) => expect(of.filter((one) => one === c)).toHaveLength(count));
        // Of equal size, the one whose first node comes first.
        const first = Array.from(sizes, (_, c) => of.indexOf(c));
        for (let c = 1; c < sizes.length; c++)
          if (sizes[c] === sizes[c - 1]) expect(first[c]).toBeGreaterThan(first[c - 1]);
        const turn = new Map([...closed].map((c, i) => [c, i]));
        net.source.forEach((a, e) => {
          const [from, to] = [of[a], of[net.target[e]]];
          if (net.directed && from !== to) expect(turn.get(to)).toBeLessThan(turn.get(from) ?? -1);
        });
      }),
      { numRuns: 300 },
    );
  });

  test('by hand: a circle that leads to a pair, one node that leads to the circle, one alone', () => {
    const net = network({ nodes: 7, edges: [[0, 1], [1, 2], [2, 0], [2, 3], [3, 4], [4, 3], [5, 0], [5, 5]], directed: true }); // prettier-ignore
    const { of, sizes } = strongComponents(net);
    expect([...of]).toEqual([0, 0, 0, 1, 1, 2, 3]);
    expect([...sizes]).toEqual([3, 2, 1, 1]);
  });

  test('of nothing, of one node, and along a path of a hundred thousand without running out of stack', () => {
    expect(strongComponents(network({ nodes: 0, edges: [], directed: true })).sizes).toHaveLength(0);
    expect([...strongComponents(network({ nodes: 1, edges: [[0, 0]], directed: true })).sizes]).toEqual([1]);
    const long = Array.from({ length: 100_000 }, (_, v): [number, number] => [v, (v + 1) % 100_000]);
    expect([...strongComponents(network({ nodes: 100_000, edges: long, directed: true })).sizes]).toEqual([100_000]);
    expect(strongComponents(network({ nodes: 100_000, edges: long.slice(1), directed: true })).sizes).toHaveLength(
      100_000,
    );
  });
});

describe('core numbers', () => {
  /** From the definition: what is left when all with fewer than k neighbours are taken out again and again. */
  function byDefinition(net: Network): number[] {
    const { offsets, to } = simpleAdjacency(net, 'both');
    const core = new Array<number>(net.ids.length).fill(0);
    for (let k = 1; k < size; k++) {
      const left = new Set(core.keys());
      for (let gone = true; gone;) {
        gone = false;
        for (const v of left) {
          const degree = to.subarray(offsets[v], offsets[v + 1]).filter((u) => left.has(u)).length;
          if (degree < k) gone = left.delete(v);
        }
      }
      for (const v of left) core[v] = k;
    }
    return core;
  }

  test('agree with the definition on drawn networks', () => {
    fc.assert(
      fc.property(drawn, (net) => expect([...coreNumbers(net)]).toEqual(byDefinition(net))),
      { numRuns: 300 },
    );
  });

  test('by hand: a full four, a tail, an isolate with a loop; nothing; one', () => {
    const full = [[0, 1], [0, 2], [0, 3], [1, 2], [1, 3], [2, 3]] as [number, number][]; // prettier-ignore
    const net = network({ nodes: 7, edges: [...full, [3, 4], [4, 5], [4, 5], [6, 6]] });
    expect([...coreNumbers(net)]).toEqual([3, 3, 3, 3, 1, 1, 0]);
    expect(coreNumbers(network({ nodes: 0, edges: [] }))).toHaveLength(0);
    expect([...coreNumbers(network({ nodes: 1, edges: [] }))]).toEqual([0]);
  });
});

describe('distances', () => {
  test('are those of trying all ways, from several starts, along and against, and end at the limit', () => {
    fc.assert(
      fc.property(
        drawn,
        fc.uniqueArray(fc.nat(size - 1), { minLength: 1, maxLength: 3 }),
        fc.constantFrom('out', 'in', 'both'),
        fc.nat(4),
        (net, starts, direction, limit) => {
          const far = new Array<number>(size).fill(-1);
          for (const v of starts) far[v] = 0;
          for (let step = 1; step <= limit; step++) {
            net.source.forEach((a, e) => {
              const b = net.target[e];
              const go = (from: number, to: number): void => {
                if (far[from] === step - 1 && far[to] < 0) far[to] = step;
              };
              if (direction !== 'in' || !net.directed) go(a, b);
              if (direction !== 'out' || !net.directed) go(b, a);
            });
          }
          expect([...distances(net, starts, direction as 'out', limit)]).toEqual(far);
        },
      ),
      { numRuns: 200 },
    );
  });
});

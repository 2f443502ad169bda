import fc from 'fast-check';
import { type Network, network, simpleAdjacency } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { directedModularity, findGroups, leiden, modularity } from '.';

const random = fc.record({
  nodes: fc.integer({ min: 4, max: 14 }),
  ends: fc.array(fc.tuple(fc.nat(13), fc.nat(13), fc.integer({ min: 1, max: 9 })), { minLength: 3, maxLength: 40 }),
});
const made = ({ nodes, ends }: { nodes: number; ends: [number, number, number][] }, directed: boolean): Network => {
  const edges = ends.map(([a, b, w]) => [a % nodes, b % nodes, w] as const).filter(([a, b]) => a !== b);
  return network({ nodes, edges: edges.map(([a, b]) => [a, b] as const), weight: edges.map(([, , w]) => w), directed });
};

/** No node gains by going to another group, or to one of its own. */
function expectBest(of: Uint32Array, worth: (of: Uint32Array) => number): void {
  const reached = worth(of);
  const groups = Math.max(...of) + 1;
  for (let v = 0; v < of.length; v++) {
    for (let g = 0; g <= groups; g++) {
      expect(worth(of.map((group, u) => (u === v ? g : group)))).toBeLessThanOrEqual(reached + 1e-9);
    }
  }
}

test.each([false, true])('directed groups cannot be bettered by moving one node (weights: %s)', async (weights) => {
  await fc.assert(
    fc.asyncProperty(random, fc.integer({ min: 1, max: 99 }), async (given, seed) => {
      const net = made(given, true);
      const found = await findGroups(net, { method: 'leiden', resolution: 1, seed, weights, directed: true }, atOnce);
      expectBest(found.of, (of) => directedModularity(net, of, 1, weights));
    }),
    { numRuns: 60 },
  );
});

test('nor can undirected ones, also where a node is best alone', async () => {
  await fc.assert(
    fc.asyncProperty(random, fc.constantFrom(0.6, 1, 2.5), async (given, resolution) => {
      const net = made(given, false);
      const rows = simpleAdjacency(net, 'both');
      const of = await leiden(rows, { resolution, random: seeded(3), breath: atOnce });
      expectBest(of, (one) => modularity(net, one, resolution));
    }),
    { numRuns: 80 },
  );
});

test('a node that belongs nowhere leaves a group for one of its own', async () => {
  // At a high resolution nothing is worth being together; groups that are begun whole must fall apart.
  const edges = Array.from({ length: 6 }, (_, i) => [i, (i + 1) % 6] as const);
  const of = await leiden(simpleAdjacency(network({ nodes: 6, edges }), 'both'), {
    resolution: 20,
    random: seeded(1),
    breath: atOnce,
  });
  expect(new Set(of).size).toBe(6);
});

describe('the same seed gives the same groups, today and tomorrow', () => {
  const random = seeded(11);
  const pairs = Array.from({ length: 3000 }, () => [random.below(600), random.below(600)] as const);
  const edges = pairs.filter(([a, b]) => a !== b);
  const hash = (of: Uint32Array): number => of.reduce((sum, g) => (Math.imul(sum, 31) + g) | 0, 0);

  test('without directions', async () => {
    const rows = simpleAdjacency(network({ nodes: 600, edges }), 'both');
    const found = [];
    for (const seed of [1, 2, 3])
      found.push(hash(await leiden(rows, { resolution: 1, random: seeded(seed), breath: atOnce })));
    expect(found).toMatchInlineSnapshot(`
     [
       1404636282,
       -155429636,
       -898766651,
     ]
    `);
  });

  test('with directions', async () => {
    const net = network({ nodes: 600, edges, directed: true });
    const found = [];
    for (const seed of [1, 2, 3]) {
      const ask = { method: 'leiden', resolution: 1, seed, weights: false, directed: true } as const;
      found.push(hash((await findGroups(net, ask, atOnce)).of));
    }
    expect(found).toMatchInlineSnapshot(`
     [
       723353025,
       -68504900,
       -1493034679,
     ]
    `);
  });
});

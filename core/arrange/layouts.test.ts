/** What each layout promises, and what all of them bear. */
import fc from 'fast-check';
import { type Network, simpleAdjacency } from '../graph';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { fieldsOf } from '../settings';
import type { Column } from '../tables';
import { circleLayout, lengthAround, orderAround } from './circle';
import { type Layout, layouts } from '.';
import { amountsLayout, givenLayout } from './amounts';
import { ringsLayout } from './rings';
import { crossings, rowsLayout } from './rows';
import { type Pairs, amount, far, kind, made } from './samples';
import { timeLayout } from './time';

// The kernel that lays out layers takes its time on a busy machine.
jest.setTimeout(60_000);

const drawn = fc
  .record({ n: fc.integer({ min: 2, max: 30 }), pairs: fc.array(fc.tuple(fc.nat(29), fc.nat(29)), { maxLength: 60 }) })
  .map(({ n, pairs }) => ({ n, edges: pairs.map(([a, b]): [number, number] => [a % n, b % n]) }));

describe('circle', () => {
  test('a ring whose nodes come in any order is drawn as a ring', async () => {
    // 0 – 3 – 1 – 4 – 2 – 5 – 0
    const ring = made(6, [[0, 3], [3, 1], [1, 4], [4, 2], [2, 5], [5, 0]]); // prettier-ignore
    const order = await orderAround(ring, undefined, atOnce);
    expect(lengthAround(simpleAdjacency(ring, 'both'), order)).toBe(6);
  });

  test('all stand on one circle, neighbours `room` apart along it, and edges are no longer than in the order of the nodes', async () => {
    await fc.assert(
      fc.asyncProperty(drawn, async ({ n, edges }) => {
        const net = made(n, edges);
        const at = await circleLayout(net, { room: 20 }, atOnce);
        const radius = (20 * n) / (2 * Math.PI);
        for (let v = 0; v < n; v++) expect(far(at, v)).toBeCloseTo(radius, 2);
        expect(
          new Set(Array.from({ length: n }, (_, v) => `${at[2 * v].toFixed(2)} ${at[2 * v + 1].toFixed(2)}`)).size,
        ).toBe(n);
      }),
      { numRuns: 30 },
    );
  });

  test('those of one value stand together, parted from the next', async () => {
    const net = made(6, [[0, 1], [2, 3], [4, 5], [0, 3]], kind('island', 'Ness', 'Voe', 'Ness', 'Voe', 'Ness', '')); // prettier-ignore
    const order = await orderAround(net, 'island', atOnce);
    const names = Array.from(order, (v) => ['Ness', 'Voe', 'Ness', 'Voe', 'Ness', ''][v]);
    expect(names).toEqual(['Ness', 'Ness', 'Ness', 'Voe', 'Voe', '']);
  });
});

describe('rings', () => {
  const settings = { by: 'steps' as const, column: '', rings: 4, room: 50, apart: 10 };

  test('the busiest node is the middle, and the ring of each node says its steps from it', () => {
    // A star of four with a tail of two, and a pair apart.
    const at = ringsLayout(made(8, [[1, 0], [1, 2], [1, 3], [1, 4], [4, 5], [6, 7]]), settings); // prettier-ignore
    const steps = Array.from({ length: 8 }, (_, v) => Math.round(far(at, v) / 50));
    expect(steps).toEqual([1, 0, 1, 1, 1, 2, 3, 3]);
  });

  test('a chosen node is the middle; one that is gone is said', () => {
    const net = made(5, [[0, 1], [1, 2], [2, 3]]); // prettier-ignore
    const at = ringsLayout(net, { ...settings, middle: '3' });
    expect(Array.from({ length: 5 }, (_, v) => Math.round(far(at, v) / 50))).toEqual([3, 2, 1, 0, 4]);
    const asked = (middle: string): string | undefined =>
      layouts.rings.needs?.(net, layouts.rings.schema.parse({ middle }));
    expect(asked('3')).toBeUndefined();
    expect(asked('gone')).toMatch(/not in the network here. Choose another one/);
  });

  test('the highest value is inside, a node without one outside, and empty rings keep their room', () => {
    const net = made(4, [], amount('degree', 100, 0, 98, NaN));
    const at = ringsLayout(net, { ...settings, by: 'amount', column: 'degree' });
    expect([far(at, 0) < 10, Math.round(far(at, 1) / 50), far(at, 2) < 10, Math.round(far(at, 3) / 50)]).toEqual([
      true,
      3,
      true,
      4,
    ]);
  });

  test('nodes of a ring stand `apart`', () => {
    const star = made(
      61,
      Array.from({ length: 60 }, (_, i): [number, number] => [0, i + 1]),
    );
    const at = ringsLayout(star, { ...settings, apart: 20 });
    let least = Infinity;
    for (let a = 1; a <= 60; a++) for (let b = a + 1; b <= 60; b++) least = Math.min(least, far(at, a, b));
    expect(least).toBeGreaterThan(19.9);
  });
});

describe('rows', () => {
  const settings = { by: 'kind', upright: false, room: 100, apart: 10 };
  const kinds = (n: number): Column =>
    kind('kind', ...Array.from({ length: n }, (_, v) => (v % 2 ? 'garden' : 'person')));

  test('all as wide as the widest, where that is wanted', async () => {
    const net = made(7, [], kind('kind', 'a', 'a', 'a', 'a', 'b', 'b', 'c'));
    const at = await rowsLayout(net, { ...settings, even: true }, atOnce);
    expect(Array.from({ length: 7 }, (_, v) => at[2 * v])).toEqual([-15, -5, 5, 15, -15, 15, 0]);
  });

  test('crossings are those of every pair of ties, looked at one by one', () => {
    fc.assert(
      fc.property(drawn, ({ n, edges }) => {
        const row = Uint32Array.from({ length: n }, (_, v) => v % 3);
        const place = Uint32Array.from({ length: n }, (_, v) => Math.floor(v / 3));
        let count = 0;
        const ends = edges.filter(([a, b]) => row[a] !== row[b]).map(([a, b]) => (row[a] < row[b] ? [a, b] : [b, a]));
        ends.forEach(([a, b], i) =>
          ends.slice(0, i).forEach(([c, d]) => {
            if (row[a] === row[c] && row[b] === row[d] && (place[a] - place[c]) * (place[b] - place[d]) < 0) count++;
          }),
        );
        expect(crossings(made(n, edges), row, place)).toBe(count);
      }),
    );
  });

  test('two sides that can be drawn without a crossing are, each in its row', async () => {
    // Pairs whose partners come in the opposite order.
    const net = made(8, [[0, 7], [2, 5], [4, 3], [6, 1]], kinds(8)); // prettier-ignore
    const at = await rowsLayout(net, settings, atOnce);
    for (const [a, b] of [[0, 7], [2, 5], [4, 3], [6, 1]]) expect(at[2 * a]).toBe(at[2 * b]); // prettier-ignore
    expect(new Set([0, 2, 4, 6].map((v) => at[2 * v + 1]))).toEqual(new Set([-50]));
    expect(new Set([1, 3, 5, 7].map((v) => at[2 * v + 1]))).toEqual(new Set([50]));
  });

  test('never more crossings than before, nodes of a row evenly apart; upright the two are exchanged', async () => {
    await fc.assert(
      fc.asyncProperty(drawn, async ({ n, edges }) => {
        const net = made(n, edges, kinds(n));
        const at = await rowsLayout(net, settings, atOnce);
        const upright = await rowsLayout(net, { ...settings, upright: true }, atOnce);
        const row = Uint32Array.from({ length: n }, (_, v) => v % 2);
        const first = Uint32Array.from({ length: n }, (_, v) => v >> 1);
        const place = Uint32Array.from({ length: n }, (_, v) => at[2 * v] / 10 + 50);
        expect(crossings(net, row, place)).toBeLessThanOrEqual(crossings(net, row, first));
        for (let v = 0; v < n; v++) expect([upright[2 * v + 1], upright[2 * v]]).toEqual([at[2 * v], at[2 * v + 1]]);
        for (const r of [0, 1]) {
          const xs = Array.from(row.keys())
            .filter((v) => row[v] === r)
            .map((v) => at[2 * v])
            .sort((a, b) => a - b);
          for (let i = 1; i < xs.length; i++) expect(xs[i] - xs[i - 1]).toBe(10);
        }
      }),
      { numRuns: 30 },
    );
  });
});

/** Ties thrown at random, the same for the same seed. */
const thrown = (seed: number, ...nodeColumns: Column[]): Network => {
  const random = seeded(seed);
  return made(
    24,
    Array.from({ length: 40 }, (): [number, number] => [random.below(24), random.below(24)]),
    ...nodeColumns,
  );
};

test('of all orders that were met the best is kept', async () => {
  const three = kind('kind', ...Array.from({ length: 24 }, (_, v) => ['a', 'b', 'c'][v % 3]));
  const net = thrown(16, three);
  const at = await rowsLayout(net, { by: 'kind', upright: false, room: 100, apart: 10 }, atOnce);
  const row = Uint32Array.from({ length: 24 }, (_, v) => v % 3);
  // The last sweep ends with fourteen.
  expect(
    crossings(
      net,
      row,
      Uint32Array.from({ length: 24 }, (_, v) => at[2 * v] / 10 + 50),
    ),
  ).toBe(12);
  let [here, there] = [0, 0];
  for (let seed = 1; seed <= 20; seed++) {
    const rows = simpleAdjacency(thrown(seed), 'both');
    here += lengthAround(rows, await orderAround(thrown(seed), undefined, atOnce));
    there += lengthAround(
      rows,
      Uint32Array.from({ length: 24 }, (_, v) => v),
    );
  }
  expect(here).toBeLessThan(0.55 * there);
});

describe('time', () => {
  const settings = { column: 'born', wide: 300, apart: 20 };

  test('to the right by time, no node over another; groups in bands of their own; without a time outside', () => {
    fc.assert(
      fc.property(drawn, ({ n, edges }) => {
        const born = Array.from({ length: n }, (_, v) => (v % 7 === 6 ? NaN : 1800 + ((v * 37) % 50)));
        const side = Array.from({ length: n }, (_, v) => (v % 3 ? 'Ness' : 'Voe'));
        const net = made(n, edges, amount('born', ...born), kind('island', ...side));
        const at = timeLayout(net, { ...settings, by: 'island' });
        const bands = new Map<string, [number, number]>();
        for (let v = 0; v < n; v++) {
          const [low, high] = bands.get(side[v]) ?? [Infinity, -Infinity];
          bands.set(side[v], [Math.min(low, at[2 * v + 1]), Math.max(high, at[2 * v + 1])]);
          if (Number.isNaN(born[v])) expect(at[2 * v]).toBeLessThan(-150);
          for (let u = 0; u < v; u++) {
            if (born[u] < born[v]) expect(at[2 * u]).toBeLessThan(at[2 * v]);
            expect(far(at, u, v)).toBeGreaterThan(19.99);
          }
        }
        const [ness, voe] = ['Ness', 'Voe'].map((name) => bands.get(name));
        if (ness && voe) expect(ness[1] < voe[0] || voe[1] < ness[0]).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  test('those who are tied stand in one lane where there is room', () => {
    // Two chains that take turns in time.
    const net = made(6, [[0, 2], [2, 4], [1, 3], [3, 5]], amount('born', 0, 0, 10, 10, 20, 20)); // prettier-ignore
    const at = timeLayout(net, settings);
    const lanes = Array.from({ length: 6 }, (_, v) => at[2 * v + 1]);
    expect([lanes[2], lanes[4], lanes[3], lanes[5]]).toEqual([lanes[0], lanes[0], lanes[1], lanes[1]]);
    expect(lanes[0]).not.toBe(lanes[1]);
  });
});

describe('places from columns', () => {
  const net = made(4, [], amount('x', 0, 10, 5, NaN), amount('y', 1, 100, 10, 10));
  const plain = { x: 'x', y: 'y', xScale: 'linear', yScale: 'log', wide: 100, high: 50 } as const;

  test('two amounts span the field, in their scales; up is up, and a missing value stands outside', () => {
    const at = Array.from(amountsLayout(net, plain), (one) => Math.round(one));
    expect(at.slice(0, 4)).toEqual([-50, 25, 50, -25]);
    expect(at[4]).toBe(0);
    expect(at[6]).toBeLessThan(-50);
    expect(Math.abs(at[5])).toBeLessThan(25);
  });

  test('as given: one proportion for both, the larger side as wide as asked; those without a place below', () => {
    const places = made(4, [], amount('x', 0, 10, 5, NaN), amount('y', 0, 20, 5, 3));
    const at = givenLayout(places, { x: 'x', y: 'y', upward: true, wide: 200 });
    expect([...at.slice(0, 6)]).toEqual([-50, 100, 50, -100, 0, 50]);
    expect(at[7]).toBeGreaterThan(100);
    expect([...givenLayout(places, { x: 'x', y: 'y', upward: false, wide: 200 }).slice(0, 2)]).toEqual([-50, -100]);
  });
});

const columns = (n: number): Column[] => {
  const each = (of: (v: number) => number): Column => amount('', ...Array.from({ length: n }, (_, v) => of(v)));
  const named = ['degree', 'betweenness', 'x', 'y'].map((name, i) => ({ ...each((v) => (v * (i + 3)) % 7), name }));
  return [...named, kind('kind', ...Array.from({ length: n }, (_, v) => ['person', 'garden', ''][v % 3]))];
};
const settingsOf = (key: string): object =>
  ({
    time: { column: 'x' },
    rings: { by: 'amount', column: 'degree' },
    rows: { by: 'kind' },
    circle: { by: 'kind' },
    amounts: { x: 'x', y: 'y' },
    given: { x: 'x', y: 'y' },
    boxes: { by: 'kind' },
    places: { latitude: 'x', longitude: 'y' },
  })[key] ?? {};

describe.each(Object.values(layouts) as unknown as Layout[])('$key', (layout) => {
  const settings = layout.schema.parse(settingsOf(layout.key));
  const place = async (net: Network): Promise<Float32Array> => {
    const found = await layout.place(net, settings, atOnce);
    return found instanceof Float32Array ? found : found.positions;
  };

  test.each([
    ['no node', 0, []],
    ['one node', 1, []],
    ['one node tied to itself', 1, [[0, 0]]],
    ['two without a tie', 2, []],
    ['isolates alone', 40, []],
    ['parallel ties and loops', 5, [[0, 1], [0, 1], [1, 0], [2, 2], [3, 4]]], // prettier-ignore
    ['many parts', 300, Array.from({ length: 150 }, (_, i): [number, number] => [2 * i, 2 * i + 1])],
  ] as [string, number, Pairs][])('%s: a place for each, and the same again', async (_name, n, edges) => {
    const net = made(n, edges, ...columns(n));
    const at = await place(net);
    expect(at).toHaveLength(2 * n);
    expect(at.every(Number.isFinite)).toBe(true);
    expect(await place({ ...net, source: net.source.slice() })).toEqual(at);
  });

  test('10,000 parts: a place for each node, or a sentence that says for how large a network it is', async () => {
    const n = 10_400;
    // Nearly all by themselves, and some pairs.
    const net = made(n, Array.from({ length: 400 }, (_, i): [number, number] => [2 * i, 2 * i + 1]), ...columns(n)); // prettier-ignore
    const lacks = layout.needs?.({ ...net, directed: true }, settings);
    if (lacks !== undefined) expect(lacks).toMatch(/for up to [\d,]+ nodes/);
    else expect((await place(net)).every(Number.isFinite)).toBe(true);
  });

  test('what it lacks is said in a sentence, and it lacks nothing where it has all', () => {
    const net = { ...made(4, [[0, 1]], ...columns(4)), directed: true };
    expect(layout.needs?.(net, settings)).toBeUndefined();
    const bare = layout.needs?.(made(4, [[0, 1]]), settings);
    if (['amounts', 'boxes', 'places', 'given', 'rings', 'rows', 'time'].includes(layout.key))
      expect(bare).toMatch(/^The nodes have no column .*Choose/);
  });
});

test('every setting of a layout has words, so that it can be set', () => {
  for (const { key, schema } of Object.values(layouts))
    expect([key, fieldsOf(schema).map((field) => field.key)]).toEqual([key, Object.keys(schema.shape)]);
});

test.each([
  ['circle', made(5001, []), '5,000 nodes'],
  ['time', made(10_001, []), '10,000 nodes'],
  [
    'rows',
    made(
      2,
      Array.from({ length: 100_001 }, (): [number, number] => [0, 1]),
    ),
    '100,000 ties',
  ],
] as const)('%s says for how large a network it is', (key, net, size) => {
  const layout = layouts[key] as Layout;
  expect(layout.needs?.(net, layout.schema.parse({}))).toContain(`up to ${size}. Narrow`);
});

test('a column of words, or one without a value, is no amount', () => {
  const net = made(2, [], kind('kind', 'a', 'b'), amount('x', NaN, NaN), amount('y', 1, 2));
  const lacks = (x: string): string | undefined =>
    layouts.amounts.needs?.(net, layouts.amounts.schema.parse({ x, y: 'y' }));
  expect(lacks('kind')).toMatch(/holds no amounts/);
  expect(lacks('x')).toMatch(/None of the 2 nodes has a value/);
  expect(lacks('')).toMatch(/^Choose the column that says how far to the right/);
});

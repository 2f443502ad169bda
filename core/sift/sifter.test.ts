/** Sifts against a separate, plain calculation: every count one record, node and tie at a time. */
import { type Network, network } from '../graph';
import { seeded } from '../random';
import { dayNumber } from '../tables';
import { type Sift, type Sifting, Sifter, inView, outOfView, withoutTies } from '.';
import { type Study, amount, pool, sifting, study } from './samples';

/** Whether a row passes a sift, said anew. */
function passes(of: Study, sift: Sift, i: number): boolean {
  if (sift.kind === 'values') {
    const cells =
      { variety: [of.kinds[i]], remarks: of.words[i]?.length ? of.words[i] : [''], island: [of.islands[i]] }[
        sift.column
      ] ?? [];
    return cells.some((cell) => sift.values.includes(cell)) !== sift.none;
  }
  if (sift.kind === 'numbers') {
    const value = (sift.of === 'edges' ? of.strength : of.packets)[i];
    return Number.isNaN(value) ? sift.empty : value >= (sift.from ?? -Infinity) && value <= (sift.to ?? Infinity);
  }
  if (sift.kind === 'dates') {
    const year = of.sent[i];
    if (Number.isNaN(year)) return sift.empty;
    return dayNumber(year, 1, 1) < (sift.to ?? Infinity) && dayNumber(year + 1, 1, 1) > (sift.from ?? -Infinity);
  }
  throw new Error('not looked at here');
}

/** What is left by some sifts, by plain loops. */
function plainly(of: Study, sifts: readonly Sift[], untied: Sifting['untied']) {
  const pass = (whose: Sift['of'], i: number): boolean =>
    sifts.every((sift) => sift.of !== whose || passes(of, sift, i));
  const ofTies = sifts.some((sift) => sift.of !== 'nodes');
  const ofRecords = sifts.some((sift) => sift.of === 'records');
  const nodePass = of.islands.map((_, v) => pass('nodes', v));
  const edges = of.edges.map(
    ([s, t], e) =>
      nodePass[s] && nodePass[t] && pass('edges', e) && (!ofRecords || of.behind[e].some((r) => pass('records', r))),
  );
  const tied = of.islands.map((_, v) => of.edges.some(([s, t], e) => edges[e] && (s === v || t === v)));
  const nodes = nodePass.map((passed, v) => passed && (!ofTies || untied === 'kept' || tied[v]));
  const records = new Set(
    of.edges.flatMap(([s, t], e) =>
      nodePass[s] && nodePass[t] && pass('edges', e) ? of.behind[e].filter((r) => pass('records', r)) : [],
    ),
  );
  return { nodePass, edges, nodes, records };
}

describe('what is left, and every count under the other sifts', () => {
  const cases = Array.from({ length: 60 }, (_, seed) => seed + 1);
  test.each(cases)('as counted one by one, %i', (seed) => {
    const of = study(seed);
    const { unit: next } = seeded(1000 + seed);
    const chosen = pool.filter(() => next() < 0.55).map((one) => ({ ...one, on: next() < 0.85 }));
    const untied = (['dimmed', 'hidden', 'kept'] as const)[seed % 3];
    const asked = sifting(chosen, untied);
    const sifter = new Sifter({ net: of.net, table: () => of.table });
    const found = sifter.answer(asked);
    const on = asked.sifts.filter((sift) => sift.on);
    const whole = plainly(of, on, untied);
    expect(Array.from(found.edges, Boolean)).toEqual(whole.edges);
    expect(Array.from(found.nodes)).toEqual(
      whole.nodes.map((here, v) => (here ? inView : whole.nodePass[v] ? withoutTies : outOfView)),
    );
    expect(found.counts.records.inView).toBe(whole.records.size);
    expect(found.counts.records.all).toBe(new Set(of.behind.flat()).size);
    for (const sift of on) {
      const others = plainly(
        of,
        on.filter((one) => one !== sift),
        untied,
      );
      const here = {
        records: (i: number) => others.records.has(i),
        nodes: (i: number) => others.nodes[i],
        edges: (i: number) => others.edges[i],
      }[sift.of];
      const used =
        sift.of === 'records'
          ? [...new Set(of.behind.flat())]
          : sift.of === 'nodes'
            ? [...of.islands.keys()]
            : [...of.edges.keys()];
      const card = found.cards[sift.id];
      if (!('tally' in card)) throw new Error(card.fault);
      if (sift.kind === 'values' && card.tally.kind === 'values') {
        const cells = (i: number): string[] =>
          ({ variety: [of.kinds[i]], remarks: of.words[i]?.length ? of.words[i] : [''], island: [of.islands[i]] })[
            sift.column
          ] ?? [];
        const counts = new Map<string, { inView: number; all: number }>();
        for (const i of used) {
          for (const cell of cells(i)) {
            const one = counts.get(cell) ?? { inView: 0, all: 0 };
            counts.set(cell, { inView: one.inView + (here(i) ? 1 : 0), all: one.all + 1 });
          }
        }
        expect(
          new Map(
            card.tally.values
              .map(({ value, ...count }) => [value, count])
              .filter(([value]) => counts.has(value as string)) as [],
          ),
        ).toEqual(counts);
      } else if (card.tally.kind === 'bars') {
        const { bars, empty } = card.tally;
        const sum = bars.reduce((total, bar) => total + bar.inView, empty.inView);
        expect(sum).toBe(used.filter((i) => here(i)).length);
        expect(bars.reduce((total, bar) => total + bar.all, empty.all)).toBe(used.length);
      }
    }
    // The same again from what was kept.
    expect(sifter.answer(asked)).toEqual(found);
  });
});

const small = study(7);
const ask = (
  sifts: object[],
  more: Partial<ConstructorParameters<typeof Sifter>[0]> = {},
  untied?: Sifting['untied'],
) => new Sifter({ net: small.net, table: () => small.table, ...more }).answer(sifting(sifts, untied));

test('weights are of the records that pass: their number, or what ties weigh by', () => {
  const variety = { ...pool[0], values: ['oats'] };
  const byNumber = ask([variety]);
  const left = small.behind.map((rows) => rows.filter((r) => small.kinds[r] === 'oats'));
  left.forEach((rows, e) => byNumber.edges[e] && expect(byNumber.weight?.[e]).toBe(rows.length));
  const packets = (rows: number[]): number[] =>
    rows.map((r) => small.packets[r]).filter((value) => !Number.isNaN(value));
  const sum = (values: number[]): number => values.reduce((a, b) => a + b, 0);
  const heavy = { ...small.net, weight: Float64Array.from(small.behind, (rows) => sum(packets(rows))) };
  const bySum = ask([variety], { net: heavy, weight: { column: 'packets', by: 'sum' } });
  left.forEach((rows, e) => bySum.edges[e] && expect(bySum.weight?.[e]).toBeCloseTo(sum(packets(rows)), 9));
  const largest = { ...small.net, weight: Float64Array.from(small.behind, (rows) => Math.max(0, ...packets(rows))) };
  const byMax = ask([variety], { net: largest, weight: { column: 'packets', by: 'max' } });
  left.forEach(
    (rows, e) =>
      byMax.edges[e] && packets(rows).length && expect(byMax.weight?.[e]).toBeCloseTo(Math.max(...packets(rows)), 9),
  );
  // Sifts of nodes leave all records of a tie.
  expect(ask([pool[4]]).weight).toBeUndefined();
});

test('sums and different values are counted as well', () => {
  const by = (measure: object) => ask([{ ...pool[0], values: [], measure }]).cards.a;
  const used = [...new Set(small.behind.flat())];
  const oats = used.filter((r) => small.kinds[r] === 'oats');
  const packets = oats.reduce((sum, r) => sum + (Number.isNaN(small.packets[r]) ? 0 : small.packets[r]), 0);
  expect(by({ by: 'sum', column: 'packets' })).toMatchObject({
    tally: { values: expect.arrayContaining([{ value: 'oats', inView: packets, all: packets }]) },
  });
  const remarks = new Set(oats.flatMap((r) => small.words[r])).size;
  expect(by({ by: 'distinct', column: 'remarks' })).toMatchObject({
    tally: { values: expect.arrayContaining([{ value: 'oats', inView: remarks, all: remarks }]) },
  });
  expect(by({ by: 'sum', column: 'variety' })).toHaveProperty('fault');
});

test('a sift on what is gone says so, and the others go on', () => {
  const found = ask([
    { ...pool[0], column: 'colour' },
    { ...pool[2], table: 'letters' },
    { ...pool[4], column: 'town' },
    pool[5],
  ]);
  expect(found.cards).toMatchObject({
    a: {
      fault: 'The records of “Consignments” have no column “colour” here. Remove the sift, or choose another column.',
    },
    c: { fault: expect.stringMatching(/no longer rest on the table/) },
    e: { fault: 'Nodes have no column “town” here. Remove the sift, or choose another column.' },
    f: { tally: { kind: 'bars' } },
  });
  expect(found.edges).toEqual(ask([pool[5]]).edges);
});

test('a sift called as what every object has by itself is counted as any other', () => {
  expect(ask([{ ...pool[4], id: 'constructor' }]).cards).toHaveProperty('constructor.tally.kind', 'values');
});

test('nothing in view, an empty network, and one without records', () => {
  const nothing = ask([{ ...pool[2], from: 1e6 }], {}, 'hidden');
  expect(nothing.counts).toMatchObject({ nodes: { inView: 0 }, edges: { inView: 0 }, records: { inView: 0 } });
  const bare = network({ nodes: 0, edges: [] });
  expect(new Sifter({ net: bare, table: () => small.table }).answer(sifting([pool[5]]))).toMatchObject({
    counts: { nodes: { all: 0 } },
  });
  const without: Network = {
    ...network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
        [2, 2],
      ],
    }),
    edgeColumns: [amount('strength', 1, 5, 5)],
  };
  const found = new Sifter({ net: without, table: () => small.table }).answer(sifting([pool[5], pool[2]]));
  expect([[...found.edges], [...found.nodes]]).toEqual([
    [0, 1, 1],
    [withoutTies, inView, inView],
  ]);
  expect(found.cards.c).toHaveProperty('fault');
});

test('nodes one by one, words in any of several columns, and values that are not there any more', () => {
  const words = ask([
    { id: 'w', kind: 'words', of: 'records', table: 'sent', columns: ['variety', 'remarks'], text: 'OATS fir' },
  ]);
  const hits = [...new Set(small.behind.flat())].filter(
    (r) => small.kinds[r] === 'oats' && small.words[r].includes('fire'),
  );
  expect(words.counts.records.inView).toBe(hits.length);
  expect(words.cards.w).toMatchObject({ tally: { kind: 'count', count: { inView: hits.length, all: hits.length } } });
  const chosen = { id: 'n', kind: 'chosen', of: 'nodes', name: 'Founders', ids: ['1', '2', 'gone'] };
  expect(ask([chosen]).counts.nodes).toEqual({ inView: 2, all: 12 });
  expect(ask([{ ...chosen, none: true }]).counts.nodes).toEqual({ inView: 10, all: 12 });
  expect(ask([{ ...pool[4], values: ['Atlantis'], most: 1 }]).cards.e).toMatchObject({
    tally: { values: [{ value: 'Atlantis', inView: 0, all: 0 }, {}], distinct: 2 },
  });
});

test('the records behind what is in view, or behind some ties of it', () => {
  const sifter = new Sifter({ net: small.net, table: () => small.table });
  const oats = sifting([{ ...pool[0], values: ['oats'] }]);
  sifter.answer(oats);
  const rows = (edges?: Uint32Array): number[] =>
    Array.from(sifter.rowsBehind('sent', edges).keys()).filter((r) => sifter.rowsBehind('sent', edges)[r]);
  const used = [...new Set(small.behind.flat())].sort((a, b) => a - b);
  expect(rows()).toEqual(used.filter((r) => small.kinds[r] === 'oats'));
  expect(rows(Uint32Array.of(2, 3))).toEqual(
    [...new Set([...small.behind[2], ...small.behind[3]])]
      .filter((r) => small.kinds[r] === 'oats')
      .sort((a, b) => a - b),
  );
  sifter.answer(sifting([]));
  expect(rows()).toEqual(used);
  expect(() => sifter.rowsBehind('letters')).toThrow(/no longer rest/);
});

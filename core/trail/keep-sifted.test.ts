/** What sifts leave in view, kept by a step: the same nodes, ties, weights and records. */
import { type Network, edgeCount } from '../graph';
import { type KeepRule, keepRuleSchema, siftColumns, siftTables } from '../keep';
import { seeded } from '../random';
import { Sifter, inView } from '../sift';
import { type Study, pool, sifting, study } from '../sift/samples';
import { sifted } from './steps/keep-sifted';
import type { StepContext } from './step';

type Rule = Extract<KeepRule, { by: 'sift' }>;
const rule = (more: object): Rule => keepRuleSchema.parse({ by: 'sift', ...more }) as Rule;
const contextOf = (of: Study): StepContext => ({ step: 's', table: () => of.table }) as unknown as StepContext;
const pairs = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.ids[a]}-${net.ids[net.target[e]]}: ${net.weight[e].toFixed(6)}`);
const behind = (net: Network): number[][] =>
  Array.from({ length: edgeCount(net) }, (_, e) => {
    const { offsets, items } = net.edgeRecords ?? { offsets: new Uint32Array(edgeCount(net) + 1), items: [] };
    return [...items.slice(offsets[e], offsets[e + 1])];
  });

test.each(Array.from({ length: 40 }, (_, seed) => seed + 1))('as the page has it in view, %i', (seed) => {
  const of = study(seed);
  const { unit: next } = seeded(2000 + seed);
  const chosen = pool.filter(() => next() < 0.5).map((one) => ({ ...one, on: next() < 0.85 }));
  const untied = seed % 2 ? 'dimmed' : 'kept';
  const asked = sifting(chosen, untied);
  const records = { type: 'number' as const, name: 'records', values: Float64Array.from(of.net.weight) };
  const net: Network = { ...of.net, edgeColumns: [...of.net.edgeColumns, records] };
  const sifter = new Sifter({ net, table: () => of.table });
  const answer = sifter.answer(asked);
  const kept = sifted(net, rule({ sifts: asked.sifts, untied: seed % 2 ? 'left out' : 'kept' }), contextOf(of));
  expect(kept.ids).toEqual(net.ids.filter((_, v) => answer.nodes[v] === inView));
  const here = Array.from(answer.edges.keys()).filter((e) => answer.edges[e]);
  const weight = answer.weight ?? net.weight;
  expect(pairs(kept)).toEqual(
    here.map((e) => `${net.ids[net.source[e]]}-${net.ids[net.target[e]]}: ${weight[e].toFixed(6)}`),
  );
  const passing = sifter.rowsBehind('sent');
  const ofRecords = asked.sifts.some((one) => one.on && one.of === 'records');
  const left = here.map((e) => of.behind[e].filter((r) => !ofRecords || passing[r]));
  expect(behind(kept)).toEqual(left);
  const counts = kept.edgeColumns.find(({ name }) => name === 'records');
  if (ofRecords) expect(counts).toMatchObject({ values: Float64Array.from(left, (rows) => rows.length) });
  // Sifted once more nothing is lost.
  const again = new Sifter({ net: kept, table: () => of.table }).answer(asked);
  expect([again.counts.nodes.inView, again.counts.edges.inView]).toEqual([kept.ids.length, edgeCount(kept)]);
});

test('what a sift reads and is not there is told; so are sifts that cannot be read', () => {
  const of = study(3);
  const gone = { ...pool[0], column: 'colour' };
  expect(() => sifted(of.net, rule({ sifts: [gone] }), contextOf(of))).toThrow(/have no column “colour”/);
  expect(() => sifted(of.net, rule({ sifts: [{ ...gone, on: false }] }), contextOf(of))).not.toThrow();
  expect(() => sifted(of.net, rule({ sifts: [{ kind: 'riddle', of: 'nodes' }] }), contextOf(of))).toThrow(
    /cannot be read/,
  );
});

test('records behind nodes pass as those behind ties do; of other tables they all stay', () => {
  const of = study(5);
  const nodeRecords = {
    tables: ['lives', 'sent'],
    offsets: Uint32Array.from({ length: of.net.ids.length + 1 }, (_, v) => 2 * v),
    items: Uint32Array.from({ length: 2 * of.net.ids.length }, (_, k) => k >> 1),
    from: Uint8Array.from({ length: 2 * of.net.ids.length }, (_, k) => k & 1),
  };
  const net = { ...of.net, nodeRecords };
  const kept = sifted(net, rule({ sifts: [pool[0]], untied: 'kept' }), contextOf(of));
  const oats = sifting([pool[0]], 'kept');
  const sifter = new Sifter({ net, table: () => of.table });
  sifter.answer(oats);
  const passing = sifter.rowsBehind('sent');
  const records = kept.nodeRecords;
  if (!records) throw new Error('no records');
  kept.ids.forEach((id, v) => {
    const at = net.ids.indexOf(id);
    const rows = Array.from(records.items.slice(records.offsets[v], records.offsets[v + 1]));
    expect(rows).toEqual(passing[at] ? [at, at] : [at]);
  });
});

test('a rule says what it reads, and what it is in words', () => {
  const area = { id: 'x', kind: 'area', of: 'nodes', where: { table: 'gardens' } };
  const made = rule({ sifts: [...pool, area], words: ['oats', '3 – 15'] });
  expect(siftTables(made)).toEqual(['sent', 'gardens']);
  expect(siftColumns(made)).toEqual(['island', 'strength']);
});

/** What docs/views.md finds in the demo study by sifting: every count in it, against plain loops over the ledger. */
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type SiftAnswer, Sifter, siftingSchema } from '@/core/sift';
import { type Network, withNeighbours } from '@/core/graph';
import { type Column, type Table, cellText, column, dayNumber } from '@/core/tables';
import { runTrail } from '@/core/trail';
import { demoSource, demoTables } from './tables';
import { demoNetworks } from './trails';

const guide = readFileSync(join(dirname(fileURLToPath(import.meta.url)), '../docs/views.md'), 'utf8');
let tables: ReadonlyMap<string, Table>;
let sifter: Sifter;
let ledger: { from: string; to: string; year: number; varieties: string[]; certainty: string }[];
let islands: Map<string, string>;
/** Whether each tie links Lunder and Skerry. */
let pairs: boolean[];
beforeAll(async () => {
  tables = await demoTables();
  const source = demoSource(tables);
  const stored = demoNetworks.find(({ name }) => name === 'Who sent seed to whom');
  const { state } = await runTrail(source, {
    steps: stored?.trail.steps.filter(({ kind }) => ['ties', 'keep'].includes(kind)) ?? [],
  });
  if (!state) throw new Error('no network');
  sifter = new Sifter({ net: state.network, table: source.table });
  const table = tables.get('consignments') as Table;
  const cells = (name: string): ((row: number) => string) => {
    const col = column(table, name);
    if (!col) throw new Error(name);
    return (row) => cellText(col, row);
  };
  const [from, to, sent, varieties, certainty] = ['from', 'to', 'sent_on', 'varieties', 'certainty'].map(cells);
  const net = state.network;
  // Only what stands behind ties of this network is in its ledger.
  const used = new Set(net.edgeRecords?.items);
  ledger = Array.from({ length: table.rows }, (_, row) => row)
    .filter((row) => used.has(row))
    .map((row) => ({
      from: from(row),
      to: to(row),
      year: Number(/\d{4}/.exec(sent(row))?.[0]),
      varieties: varieties(row).split('; '),
      certainty: certainty(row),
    }));
  const island = net.nodeColumns.find(({ name }) => name === 'island');
  const at = (v: number): string => (island ? cellText(island, v) : '');
  pairs = Array.from(net.source, (s, e) => [at(s), at(net.target[e])].sort().join() === 'Lunder,Skerry');
  islands = new Map(net.labels.map((label, v) => [label, island ? cellText(island, v) : '']));
});

const records = { of: 'records', table: 'consignments' };
const ask = (...sifts: object[]): SiftAnswer =>
  sifter.answer(siftingSchema.parse({ sifts: sifts.map((sift, i) => ({ id: `s${i}`, ...sift })) }));
const values = (answer: SiftAnswer, id: string): Map<string, { inView: number; all: number }> => {
  const card = answer.cards[id];
  if (!('tally' in card) || card.tally.kind !== 'values') throw new Error('no values');
  return new Map(card.tally.values.map(({ value, ...count }) => [value, count]));
};
const senders = { ...records, kind: 'values', column: 'from', most: 500 };
const until = (year: number) => ({
  ...records,
  kind: 'dates',
  column: 'sent_on',
  to: dayNumber(year, 1, 1),
  uncertain: true,
});
const since = (year: number) => ({ ...records, kind: 'dates', column: 'sent_on', from: dayNumber(year, 1, 1) });
const said = (text: string): void => expect(guide.replaceAll(/\s+/g, ' ')).toContain(text);

test('the ledger of the network', () => {
  const { counts } = ask();
  expect(counts.records.all).toBe(ledger.length);
  said(`${ledger.length.toLocaleString('en-GB')} consignments`);
});

test('the fire of 1921: who sends before it, and after', () => {
  const sent = (name: string, when: (year: number) => boolean): number =>
    ledger.filter(({ from, year }) => from === name && when(year)).length;
  const before = values(ask(until(1921), senders), 's1');
  const after = values(ask(since(1921), senders), 's1');
  for (const [name, counts] of [
    ['Sunniva Holm', [64, 2]],
    ['Hesper Sandison', [24, 60]],
  ] as const) {
    expect([sent(name, (year) => year < 1921), sent(name, (year) => year >= 1921)]).toEqual(counts);
    expect([before.get(name)?.inView, after.get(name)?.inView]).toEqual(counts);
    expect(before.get(name)?.all).toBe(counts[0] + counts[1]);
    said(`${name} ${counts[0]} of ${counts[0] + counts[1]}`);
    said(`${name} ${counts[1]} of ${counts[0] + counts[1]}`);
  }
});

test('the grey bere: one sender, three islands', () => {
  const found = ask({ ...records, kind: 'values', column: 'varieties', values: ['grey bere'] }, senders, {
    of: 'nodes',
    kind: 'values',
    column: 'island',
  });
  const bere = ledger.filter(({ varieties }) => varieties.includes('grey bere'));
  expect(found.counts.records.inView).toBe(bere.length);
  expect([...values(found, 's1')].filter(([, { inView }]) => inView > 0).map(([name]) => name)).toEqual([
    'Ewan Heddle',
  ]);
  expect(new Set(bere.map(({ from }) => from)).size).toBe(1);
  const reached = [...new Set(bere.map(({ to }) => islands.get(to)))].sort();
  expect(reached).toEqual(['Braid', 'Holm', 'Voe']);
  said(`${bere.length} of 1,379 consignments`);
  said('Ewan Heddle 4 of');
  said(`${found.counts.nodes.inView} of ${found.counts.nodes.all} keepers`);
});

test('the hearsay: two islands that nothing recorded links', () => {
  const both = { of: 'nodes', kind: 'values', column: 'island', values: ['Lunder', 'Skerry'] };
  const hearsay = { ...records, kind: 'values', column: 'certainty', values: ['hearsay'] };
  const between = ({ from, to }: (typeof ledger)[number]): boolean =>
    [islands.get(from), islands.get(to)].sort().join() === 'Lunder,Skerry';
  expect(ledger.filter((one) => between(one) && one.certainty !== 'hearsay')).toEqual([]);
  const across = (answer: SiftAnswer): number => pairs.filter((is, e) => is && answer.edges[e]).length;
  expect(across(ask(both, { ...hearsay, none: true }))).toBe(0);
  const linked = across(ask(both, hearsay));
  expect(linked).toBe(new Set(ledger.filter(between).map(({ from, to }) => `${from} ${to}`)).size);
  said(`${linked} ties between the two islands, of ${ledger.filter(between).length} consignments`);
});

test('the founders of 1931: who dealt with them before followed them', async () => {
  const source = demoSource(tables);
  const networkOf = async (name: string): Promise<Network> => {
    const steps = demoNetworks.find((one) => one.name === name)?.trail.steps ?? [];
    const { state } = await runTrail(source, { steps: steps.filter(({ kind }) => ['ties', 'keep'].includes(kind)) });
    if (!state) throw new Error('no network');
    return state.network;
  };
  const [met, seed] = [await networkOf('Who met with whom'), await networkOf('Who sent seed to whom')];
  const sifted = (net: Network, one: object): SiftAnswer =>
    new Sifter({ net, table: source.table }).answer(
      siftingSchema.parse({ sifts: [{ id: 's', of: 'records', ...one }] }),
    );
  const union = sifted(met, { table: 'meetings', kind: 'values', column: 'subject', values: ['a union of growers'] });
  const founders = met.ids.filter((_, v) => union.nodes[v] === 1);
  said(`${union.counts.records.inView} of ${union.counts.records.all} meetings, with ${founders.length} keepers`);
  const here = founders.filter((id) => seed.ids.includes(id));
  said(`${here.length} of them are in _Who sent seed to whom_`);
  const years = {
    table: 'consignments',
    kind: 'dates',
    column: 'sent_on',
    from: dayNumber(1929, 1, 1),
    to: dayNumber(1931, 1, 1),
  };
  const near = withNeighbours(seed, here, sifted(seed, years).edges).filter((id) => !here.includes(id));
  // By the ledger itself: who sent to a founder, or got from one, in these two years.
  const names = new Set(here.map((id) => seed.labels[seed.ids.indexOf(id)]));
  const dealt = ledger
    .filter(({ year }) => year === 1929 || year === 1930)
    .flatMap(({ from, to }) => (names.has(from) ? [to] : names.has(to) ? [from] : []));
  expect(new Set(near.map((id) => seed.labels[seed.ids.indexOf(id)]))).toEqual(
    new Set(dealt.filter((name) => !names.has(name))),
  );
  const memberships = tables.get('memberships') as Table;
  const [keeper, society] = ['keeper', 'society'].map((name) => column(memberships, name) as Column);
  const joined = new Set(
    Array.from({ length: memberships.rows }, (_, row) => row)
      .filter((row) => cellText(society, row) === 'Growers’ Union')
      .map((row) => cellText(keeper, row)),
  );
  const members = (ids: readonly string[]): number =>
    ids.filter((id) => joined.has(seed.labels[seed.ids.indexOf(id)])).length;
  const rest = seed.ids.filter((id) => !here.includes(id) && !near.includes(id));
  said(`They dealt with ${near.length} others. Of these ${near.length}, ${members(near)} joined the Growers’ Union`);
  said(`of the other ${rest.length} keepers ${members(rest)} did`);
});

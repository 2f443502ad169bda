import { createHash } from 'node:crypto';
import { bytesSource, readFile } from '@/core/formats/read';
import { rawCell, readDate } from '@/core/tables';
import { crossReferences, demoFiles } from './files';
import { seeded } from '@/core/random';
import { makeConsignments } from './consignments';
import { makeGardens, makeKeepers } from './people';
import { dealings, foundersOf, makeMemberships, union } from './societies';
import { demoNetworks } from './trails';

const files = demoFiles();

/** The rows of a file, its sheets one behind the other. */
async function rowsOf(name: string): Promise<Record<string, string>[]> {
  const file = files.find((one) => one.name === name);
  const parts = await readFile(bytesSource(name, file?.bytes ?? new Uint8Array(0)), {
    settings: {},
    breathe: () => undefined,
  });
  return parts.flatMap(({ table, faulty }) => {
    expect(faulty).toEqual([]);
    return Array.from({ length: table.rows }, (_, r) =>
      Object.fromEntries(table.columns.map((column) => [column.name, rawCell(column, r)])),
    );
  });
}

type Rows = Record<string, string>[];
let keepers: Rows;
let consignments: Rows;
let islandOf: Map<string, string>;
beforeAll(async () => {
  keepers = await rowsOf('keepers.csv');
  consignments = await rowsOf('consignments.xlsx');
  islandOf = new Map(keepers.map(({ name, island }) => [name, island]));
});
const year = ({ sent_on: sent }: Record<string, string>): number => Number(sent.slice(0, 4));

test('the same bytes every time', () => {
  const digest = createHash('sha256');
  for (const { bytes } of files) digest.update(bytes);
  expect(digest.digest('hex')).toMatchInlineSnapshot(
    `"114dd0804a49afe89cf2ec8f205b28e8346a1a1c15bc1ba50dd32e43b918f479"`,
  );
});

test.each([
  ['keepers.csv', 240],
  ['gardens.csv', 60],
  ['consignments.xlsx', 1900],
  ['consignments.csv', 1900],
  ['memberships.csv', 420],
  ['meetings.csv', 160],
  ['bulletins.ris', 320],
  ['bulletins.bib', 320],
  ['bulletins.csv', 320],
  ['gardens.geojson', 60],
  ['mailing people.csv', 7000],
  ['mailing ledger.csv', 9500],
  ['consignments 1931–1938.csv', 500],
  ['parish register.csv', 37],
  ['godparents.csv', 60],
  ['notices.ndjson', 1500],
])('%s has %i rows', async (name, rows) => expect(await rowsOf(name)).toHaveLength(rows));

test('three ways of writing one table hold the same', async () => {
  expect(await rowsOf('consignments.csv')).toEqual(consignments);
  const plain = (rows: Rows): string[][] =>
    rows.map((row) => ['id', 'title', 'year', 'references'].map((name) => row[name] ?? ''));
  expect(plain(await rowsOf('bulletins.bib'))).toEqual(plain(await rowsOf('bulletins.ris')));
  expect(plain(await rowsOf('bulletins.csv'))).toEqual(plain(await rowsOf('bulletins.ris')));
});

test('who joined the union of 1931 can be foreseen from dealings with its founders', async () => {
  const random = seeded(1902);
  const people = makeKeepers(makeGardens(random), random);
  const truth = makeConsignments(people, random);
  const founders = foundersOf(people);
  const dealt = dealings(truth, founders);
  const joined = new Set(
    makeMemberships(people, truth, seeded(1906))
      .filter(({ society }) => society === union)
      .map(({ keeper }) => keeper),
  );
  const others = people.filter((one) => !founders.includes(one) && one.born < 1913 && (one.died ?? 2000) > 1931);
  const share = (near: boolean): number => {
    const among = others.filter(({ name }) => (dealt.get(name) ?? 0) > 0 === near);
    return among.filter(({ name }) => joined.has(name)).length / among.length;
  };
  expect(share(true)).toBeGreaterThan(0.6);
  expect(share(false)).toBeLessThan(0.15);
});

test('the large network is large', () => {
  const lines = new TextDecoder().decode(crossReferences().bytes).trimEnd().split('\n');
  expect([lines.length, new Set(lines.slice(1)).size]).toEqual([300001, 300000]);
});

test('keepers have names of their own', () => {
  expect(new Set(keepers.map(({ name }) => name)).size).toBe(240);
});

test('nobody dies before being born', () => {
  for (const { born, died } of keepers) if (died) expect(Number(died)).toBeGreaterThan(Number(born));
});

test('the dirt is there: other spellings, uncertain dates, packets in words, three kinds of certainty', () => {
  const unknown = consignments.filter(({ from, to }) => !islandOf.has(from) || !islandOf.has(to));
  expect(unknown.length).toBeGreaterThan(80);
  expect(unknown.length).toBeLessThan(300);
  const dates = consignments.map(({ sent_on: sent }) => readDate(sent));
  expect(dates.every((date) => date !== undefined)).toBe(true);
  expect(dates.filter((date) => date?.doubtful).length).toBeGreaterThan(30);
  expect(consignments.filter(({ packets }) => Number.isNaN(Number(packets))).length).toBeGreaterThan(5);
  expect(new Set(consignments.map(({ certainty }) => certainty))).toEqual(new Set(['recorded', 'inferred', 'hearsay']));
});

test('after the fire of 1921 the trade of the Ness nursery moves to Tarrow', () => {
  const owners = (garden: string): string[] =>
    keepers.filter((one) => one.garden === garden && one.role === 'nursery owner').map(({ name }) => name);
  const sent = (garden: string, after: boolean): number =>
    consignments.filter((one) => owners(garden).includes(one.from) && year(one) >= 1921 === after).length;
  expect(sent('Ness Walled Garden', false)).toBeGreaterThan(10 * sent('Ness Walled Garden', true));
  expect(sent('Tarrow Nursery', true)).toBeGreaterThan(sent('Tarrow Nursery', false));
});

test('the grey bere reaches three islands by one keeper alone', () => {
  const bere = consignments.filter(({ varieties }) => varieties.includes('grey bere'));
  const known = bere.filter(({ from, to }) => islandOf.has(from) && islandOf.has(to));
  expect(new Set(known.map(({ from }) => from)).size).toBe(1);
  expect(new Set(known.map(({ to }) => islandOf.get(to))).size).toBe(3);
});

test('Lunder and Skerry are linked by hearsay alone', () => {
  const between = consignments.filter(({ from, to }) => {
    const islands = [islandOf.get(from), islandOf.get(to)];
    return islands.includes('Lunder') && islands.includes('Skerry');
  });
  expect(between.length).toBeGreaterThan(3);
  expect(new Set(between.map(({ certainty }) => certainty))).toEqual(new Set(['hearsay']));
});

test('the ready network is there', () => {
  expect(demoNetworks.map(({ name }) => name)).toContain('Who sent seed to whom');
});

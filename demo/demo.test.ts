import { createHash } from 'node:crypto';
import { CsvReader } from '@/core/formats';
import { readDate } from '@/core/tables';
import { demoFiles } from './files';
import { demoNetworks } from './trails';

function rowsOf(name: string): Record<string, string>[] {
  const file = demoFiles().find((one) => one.name === name);
  const rows: string[][] = [];
  const reader = new CsvReader(name, {
    rows: (cells) => rows.push(cells),
    faulty: ({ line }) => {
      throw new Error(`line ${line} of ${name} does not fit`);
    },
  });
  reader.push(new TextEncoder().encode(file?.text));
  const { columns } = reader.end();
  return rows.map((cells) => Object.fromEntries(columns.map((column, c) => [column, cells[c]])));
}

const keepers = rowsOf('keepers.csv');
const consignments = rowsOf('consignments.csv');
const islandOf = new Map(keepers.map(({ name, island }) => [name, island]));
const year = ({ sent_on: sent }: Record<string, string>): number => Number(sent.slice(0, 4));

test('the same bytes every time', () => {
  const digest = createHash('sha256').update(demoFiles().map(({ text }) => text).join('\u0000')).digest('hex'); // prettier-ignore
  expect(digest).toMatchInlineSnapshot(`"d7fd988d6d3e41e79a64ec408bc5899bf6334d523bd7fbed01b667616752ba22"`);
});

test('as many rows as there should be, keepers with names of their own', () => {
  expect([keepers.length, rowsOf('gardens.csv').length, consignments.length]).toEqual([240, 60, 1900]);
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

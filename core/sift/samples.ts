/** What the tests of sifts share. */
import { type Network, network } from '../graph';
import { seeded } from '../random';
import { type Column, type Table, datePrecision, dayNumber } from '../tables';
import { type Sifting, siftingSchema } from '.';

export const text = (name: string, ...cells: string[]): Column => {
  const dictionary = [...new Set(cells.filter((cell) => cell !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(cells, (cell) => dictionary.indexOf(cell)) };
};
export const amount = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});
export const list = (name: string, ...cells: string[][]): Column => {
  const dictionary = [...new Set(cells.flat())];
  const offsets = new Uint32Array(cells.length + 1);
  cells.forEach((cell, r) => (offsets[r + 1] = offsets[r] + cell.length));
  return {
    type: 'list',
    name,
    dictionary,
    offsets,
    codes: Uint32Array.from(cells.flat(), (one) => dictionary.indexOf(one)),
  };
};
export const years = (name: string, ...of: number[]): Column => ({
  type: 'date',
  name,
  day: Float64Array.from(of, (year) => (Number.isNaN(year) ? NaN : dayNumber(year, 1, 1))),
  precision: new Uint8Array(of.length).fill(datePrecision.year),
  doubtful: new Uint8Array(of.length),
});

/** Random records between few people: several behind a tie, one behind several ties, one tie without any. */
export function study(seed: number) {
  const { below: draw } = seeded(seed);
  const records = 60;
  const kinds = Array.from({ length: records }, () => ['oats', 'bere', 'kale', ''][draw(4)]);
  const words = Array.from({ length: records }, () =>
    Array.from({ length: draw(3) }, () => ['frost', 'fire', 'gale'][draw(3)]).filter(
      (one, i, every) => every.indexOf(one) === i,
    ),
  );
  const packets = Array.from({ length: records }, () => (draw(8) ? draw(20) : NaN));
  const sent = Array.from({ length: records }, () => (draw(9) ? 1900 + draw(20) : NaN));
  const table: Table = {
    name: 'Consignments',
    rows: records + 5,
    columns: [
      text('variety', ...kinds, 'unused', '', '', '', ''),
      list('remarks', ...words, [], [], [], [], []),
      amount('packets', ...packets, 9, 9, 9, 9, 9),
      years('sent', ...sent, 1905, NaN, NaN, NaN, NaN),
    ],
    misfits: [],
  };
  const nodes = 12;
  const edges = Array.from({ length: 25 }, () => [draw(nodes - 1), draw(nodes - 1)] as const);
  const behind = edges
    .map((_, e) => (e === 0 ? [] : Array.from({ length: 1 + draw(4) }, () => draw(records))))
    .map((rows) => [...new Set(rows)]);
  const offsets = new Uint32Array(edges.length + 1);
  behind.forEach((rows, e) => (offsets[e + 1] = offsets[e] + rows.length));
  const islands = Array.from({ length: nodes }, () => ['Ness', 'Voe'][draw(2)]);
  const strength = Array.from({ length: edges.length }, () => 1 + draw(5));
  const net: Network = {
    ...network({ nodes, edges, weight: behind.map((rows) => rows.length) }),
    nodeColumns: [text('island', ...islands)],
    edgeColumns: [amount('strength', ...strength)],
    edgeRecords: { offsets, items: Uint32Array.from(behind.flat()), tables: ['sent'] },
  };
  return { net, table, kinds, words, packets, sent, edges, behind, islands, strength };
}
export type Study = ReturnType<typeof study>;

export const sifting = (sifts: object[], untied: Sifting['untied'] = 'dimmed'): Sifting =>
  siftingSchema.parse({ sifts, untied });
export const pool = [
  { id: 'a', kind: 'values', of: 'records', table: 'sent', column: 'variety', values: ['oats', ''] },
  { id: 'b', kind: 'values', of: 'records', table: 'sent', column: 'remarks', values: ['fire', 'gale'] },
  { id: 'c', kind: 'numbers', of: 'records', table: 'sent', column: 'packets', from: 3, to: 15 },
  {
    id: 'd',
    kind: 'dates',
    of: 'records',
    table: 'sent',
    column: 'sent',
    from: dayNumber(1903, 5, 1),
    to: dayNumber(1914, 1, 1),
  },
  { id: 'e', kind: 'values', of: 'nodes', column: 'island', values: ['Ness'] },
  { id: 'f', kind: 'numbers', of: 'edges', column: 'strength', from: 2 },
  { id: 'g', kind: 'values', of: 'records', table: 'sent', column: 'variety', values: ['kale'], none: true },
] as const;

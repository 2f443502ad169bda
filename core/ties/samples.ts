/** What these tests share. */
import { type Column, type ColumnType, type Table, TableBuilder, cellText, column, rowsOf } from '../tables';
import { type Network } from '../graph';
import { atOnce } from '../measure';
import { Fault } from '../fault';
import { type Made, makeTies, tiesSchema } from '.';

export function table(name: string, names: Record<string, ColumnType>, rows: string[][], identity?: string[]): Table {
  const builder = new TableBuilder(
    name,
    Object.entries(names).map(([key, type]) => ({ name: key, type })),
  );
  for (const row of rows) builder.push(row);
  return { ...builder.done(), identity };
}

export const made = (tables: Table[], settings: object): Promise<Made> =>
  makeTies(tiesSchema.parse({ id: 's1', kind: 'ties', on: true, ...settings }), {
    ...atOnce,
    step: 's1',
    table(key) {
      const found = tables.find((one) => one.name === key);
      if (!found) throw new Fault(`no table ${key}`);
      return found;
    },
  });

export const edges = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.labels[a]}-${net.labels[net.target[e]]}:${net.weight[e]}`);

export const texts = (columns: readonly Column[], name: string): string[] => {
  const col = column({ columns }, name);
  return col ? Array.from({ length: rowsOf(col) }, (_, r) => cellText(col, r)) : [];
};

export const behind = (net: Network, e: number): number[] =>
  net.edgeRecords
    ? [...net.edgeRecords.items.subarray(net.edgeRecords.offsets[e], net.edgeRecords.offsets[e + 1])]
    : [];

export const said = ({ notes }: Made): string => notes.map(({ text }) => text).join(' ');

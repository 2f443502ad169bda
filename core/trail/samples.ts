/** What these tests share. */
import { type Column, type ColumnType, type Table, TableBuilder, cellText, column, rowsOf } from '../tables';
import type { Network } from '../graph';
import { type Source, type Trail, trailSchema } from '.';

export function table(name: string, names: Record<string, ColumnType>, rows: string[][]): Table {
  const builder = new TableBuilder(
    name,
    Object.entries(names).map(([key, type]) => ({ name: key, type })),
  );
  for (const row of rows) builder.push(row);
  return builder.done();
}

export const keepers = table('keepers', { id: 'text', name: 'text', island: 'text' }, [
  ['K1', 'Ann', 'Ness'],
  ['K2', 'Bo', 'Ness'],
  ['K3', 'Cy', 'Holm'],
  ['K4', 'Di', 'Holm'],
]);

export const parcels = table(
  'parcels',
  { from: 'text', to: 'text', packets: 'number', sent: 'date', certainty: 'text' },
  [
    ['Ann', 'Bo', '3', '1911', 'recorded'],
    ['Ann', 'Bo', '4', '1909', 'hearsay'],
    ['Bo', 'Ann', '1', '', 'hearsay'],
    ['Bo', 'Cy', 'ten', '1912', 'recorded'],
    ['Cy', 'Cy', '2', '1913', 'recorded'],
    ['Ann', 'Eva', '5', '1914', 'recorded'],
    ['', 'Ann', '5', '1914', 'recorded'],
  ],
);

export function source(tables: Table[] = [keepers, parcels], version = '1'): Source {
  const held = new Map(tables.map((one) => [one.name, one]));
  return { keys: () => [...held.keys()], version: () => version, table: (key) => held.get(key) as Table };
}

export const ties = (change: object = {}): object => ({
  id: 's1',
  kind: 'ties',
  on: true,
  table: 'parcels',
  from: 'from',
  to: 'to',
  nodes: { table: 'keepers', match: 'name' },
  ...change,
});

export const trail = (...steps: object[]): Trail => trailSchema.parse({ steps: steps.length ? steps : [ties()] });

export const edges = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.labels[a]}>${net.labels[net.target[e]]}:${net.weight[e]}`);

export const texts = (columns: Column[], name: string): string[] => {
  const col = column({ columns }, name);
  return col ? Array.from({ length: rowsOf(col) }, (_, r) => cellText(col, r)) : [];
};

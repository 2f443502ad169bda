import { type Network, network } from '@/core/graph';
import type { Column, Table } from '@/core/tables';
import { alone, answer } from '.';

const text = (name: string, ...values: string[]): Column => ({
  type: 'text',
  name,
  dictionary: values,
  codes: Int32Array.from(values.keys()),
});
const gardens: Table = {
  name: 'gardens',
  rows: 2,
  columns: [
    text('name', 'Quay', 'Brae'),
    text('kind', 'walled', 'open'),
    { type: 'number', name: 'Breite', values: Float64Array.of(48, 49) },
    { type: 'number', name: 'Länge', values: Float64Array.of(-31, -30) },
  ],
  misfits: [],
};
const net: Network = {
  ...network({ nodes: 2, edges: [] }),
  nodeColumns: [text('garden', 'Quay', 'Brae'), text('note', 'late', 'early')],
};

test('a table that texts name is found and read once, however many ways lead to it', async () => {
  const asked: string[] = [];
  const other = (key: string) => {
    asked.push(key);
    return Promise.resolve(gardens);
  };
  const tables = [{ key: 'gardens', columns: gardens.columns.map(({ name, type }) => ({ name, type })) }];
  const ask = { tables, outlines: [], room: 8 };
  const found = await answer('map', net, ask, { ...alone, other }, () => undefined);
  if (!('map' in found)) throw new Error('no map');
  expect(found.offers).toEqual([
    { column: 'garden', table: 'gardens', by: 'name', latitude: 'Breite', longitude: 'Länge' },
  ]);
  expect([...found.spots.spot]).toEqual([0, 1]);
  expect(asked).toEqual(['gardens']);
});

import { network } from '../graph';
import type { Column } from '../tables';
import { cardGroups } from './cards';

const net = {
  ...network({ nodes: 5, edges: [[0, 1]] }),
  labels: ['Tove', 'Alban', 'Ragna', 'Maud', 'Ewan'],
  nodeColumns: [
    { type: 'text', name: 'island', dictionary: ['Ness', 'Holm'], codes: Int32Array.of(0, 1, 1, -1, 1) },
    { type: 'number', name: 'born', values: Float64Array.of(1900, 1880, 1880, NaN, 1890) },
  ] satisfies Column[],
};
const cards = (more: object, inView?: Uint8Array) =>
  cardGroups(net, { sort: 'label', descending: false, ...more }, inView).map(({ title, nodes }) => [
    title,
    ...Array.from(nodes, (v) => net.labels[v]),
  ]);

test('by name; by a column, equal ones by name, empty ones last in both directions', () => {
  expect(cards({})).toEqual([['', 'Alban', 'Ewan', 'Maud', 'Ragna', 'Tove']]);
  expect(cards({ sort: 'born' })).toEqual([['', 'Alban', 'Ragna', 'Ewan', 'Tove', 'Maud']]);
  expect(cards({ sort: 'born', descending: true })).toEqual([['', 'Tove', 'Ewan', 'Alban', 'Ragna', 'Maud']]);
});

test('grouped, the largest group first, those without a value last; a column that is gone groups and orders nothing', () => {
  expect(cards({ group: 'island' })).toEqual([
    ['Holm', 'Alban', 'Ewan', 'Ragna'],
    ['Ness', 'Tove'],
    ['', 'Maud'],
  ]);
  expect(cards({ group: 'town', sort: 'town' })).toEqual([['', 'Alban', 'Ewan', 'Maud', 'Ragna', 'Tove']]);
});

test('only what is in view; of an empty network nothing', () => {
  expect(cards({ group: 'island' }, Uint8Array.of(1, 0, 1, 0, 2))).toEqual([
    ['Holm', 'Ragna'],
    ['Ness', 'Tove'],
  ]);
  expect(cardGroups(network({ nodes: 0, edges: [] }), { sort: 'label', descending: false })).toEqual([
    { title: '', nodes: new Uint32Array(0) },
  ]);
});

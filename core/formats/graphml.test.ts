/** GraphML as another library reads it, and as we read it again: all attributes with their types. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Graph from 'graphology';
import { parse } from 'graphology-graphml';
import { network } from '../graph';
import { TableBuilder } from '../tables';
import { graphml } from './graphml';
import type { ReadPart } from './read';
import { parts, rowsOf } from './read/samples';

const columns = (specs: [string, 'text' | 'number' | 'yesno'][], rows: string[][]) => {
  const builder = new TableBuilder(
    't',
    specs.map(([name, type]) => ({ name, type })),
  );
  rows.forEach((row) => builder.push(row));
  return builder.done().columns;
};
const net = {
  ...network({
    nodes: 3,
    edges: [
      [0, 1],
      [1, 2],
      [2, 2],
    ],
    weight: [1.5, 2, 3],
    directed: true,
  }),
  ids: ['K1', 'K<2>', 'K&3'],
  labels: ['Ragna “é”', 'Tove', '種'],
  nodeColumns: columns(
    [
      ['island', 'text'],
      ['degree', 'number'],
      ['there', 'yesno'],
    ],
    [
      ['Ness', '2.5', 'yes'],
      ['', '', 'no'],
      ['<Holm>', '-1', ''],
    ],
  ),
  edgeColumns: columns(
    [
      ['by', 'text'],
      ['year', 'number'],
    ],
    [
      ['boat', '1911'],
      ['a "b"', ''],
      ['', '1912'],
    ],
  ),
};

test('what we write, the other library reads with all attributes and types', () => {
  const graph = parse(Graph, graphml(net));
  expect([graph.order, graph.size, graph.type]).toEqual([3, 3, 'directed']);
  expect(graph.getNodeAttributes('K1')).toEqual({ label: 'Ragna “é”', island: 'Ness', degree: 2.5, there: true });
  expect(graph.getNodeAttributes('K<2>')).toEqual({ label: 'Tove', there: false });
  expect(graph.getNodeAttributes('K&3')).toEqual({ label: '種', island: '<Holm>', degree: -1 });
  const edges = graph.mapEdges((_edge: string, attributes: object, from: string, to: string) => ({
    from,
    to,
    ...attributes,
  }));
  expect(edges).toEqual([
    { from: 'K1', to: 'K<2>', weight: 1.5, by: 'boat', year: 1911 },
    { from: 'K<2>', to: 'K&3', weight: 2, by: 'a "b"' },
    { from: 'K&3', to: 'K&3', weight: 3, year: 1912 },
  ]);
});

test('what we write, we read with all attributes', async () => {
  const [nodes, edges] = await parts('own.graphml', graphml(net));
  expect(rowsOf(nodes)).toEqual([
    { id: 'K1', label: 'Ragna “é”', island: 'Ness', degree: '2.5', there: 'true' },
    { id: 'K<2>', label: 'Tove', island: '', degree: '', there: 'false' },
    { id: 'K&3', label: '種', island: '<Holm>', degree: '-1', there: '' },
  ]);
  expect(rowsOf(edges)).toMatchObject([
    { from: 'K1', to: 'K<2>', weight: '1.5', by: 'boat', year: '1911' },
    { from: 'K<2>', to: 'K&3', by: 'a "b"', year: '' },
    { from: 'K&3', to: 'K&3', year: '1912' },
  ]);
});

describe('what writers of other libraries write', () => {
  const written = (name: string) =>
    parts(`${name}.graphml`, readFileSync(join(__dirname, 'fixtures', `${name}.graphml`), 'utf8'));
  const types = ({ types }: ReadPart): Record<string, string> =>
    Object.fromEntries(Object.entries(types).map(([name, { type }]) => [name, type]));
  test('one that names nodes by an attribute', async () => {
    const [nodes, edges] = await written('igraph');
    expect(rowsOf(nodes)).toEqual([
      { id: 'n0', name: 'K1', label: 'Ragna “é”', island: 'Ness', degree: '2.5', there: 'true' },
      { id: 'n1', name: 'K<2>', label: 'Tove', island: '', degree: '', there: 'false' },
      { id: 'n2', name: 'K&3', label: '種', island: '<Holm>', degree: '-1', there: 'false' },
    ]);
    expect(rowsOf(edges)).toEqual([
      { from: 'n0', to: 'n1', by: 'boat', weight: '1.5', year: '1911' },
      { from: 'n1', to: 'n2', by: 'a "b"', weight: '2', year: '1912' },
      { from: 'n2', to: 'n2', by: '', weight: '3', year: '1913' },
      { from: 'n0', to: 'n1', by: 'cart', weight: '4', year: '1914' },
    ]);
    expect(types(nodes)).toMatchObject({ degree: 'number', there: 'yesno' });
    expect(types(edges)).toEqual({ weight: 'number', year: 'number' });
  });
  test('one that gives parallel edges the same id, writes True, and data of the graph behind its edges', async () => {
    const [nodes, edges] = await written('networkx');
    expect(rowsOf(nodes)).toEqual([
      { id: 'K1', label: 'Ragna “é”', island: 'Ness', degree: '2.5', there: 'True', born: '1870' },
      { id: 'K<2>', label: 'Tove', island: '', degree: '', there: 'False', born: '' },
      { id: 'K&3', label: '種', island: '<Holm>', degree: '-1.0', there: '', born: '' },
    ]);
    expect(types(nodes)).toMatchObject({ degree: 'number', there: 'yesno', born: 'number' });
    expect(rowsOf(edges)).toMatchObject([
      { from: 'K1', to: 'K<2>', weight: '1.5', by: 'boat', year: '' },
      { from: 'K1', to: 'K<2>', weight: '4.0', by: 'cart', year: '1914' },
      { from: 'K<2>', to: 'K&3', weight: '2.0', by: 'a "b"', year: '' },
      { from: 'K&3', to: 'K&3', weight: '3.0', by: '', year: '' },
    ]);
    expect(types(edges)).toEqual({ weight: 'number', year: 'number' });
  });
});

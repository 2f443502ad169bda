/** GraphML (Brandes et al. 2002), with every column as an attribute. */
import { type Column, cellText } from '../tables';
import { type Network, edgeCount, nodeCount } from '../graph';
import { escapeXml } from '../figure/svg';
import { scoped } from './network-tables';

function attributeType(col: Column): string {
  return col.type === 'number' ? 'double' : col.type === 'yesno' ? 'boolean' : 'string';
}

function attributeText(col: Column, row: number): string {
  if (col.type !== 'yesno') return cellText(col, row);
  return col.values[row] < 0 ? '' : col.values[row] ? 'true' : 'false';
}

/** The network as GraphML: labels, weights, positions and all columns, and a note on the whole where one is given. Empty cells are left out. */
export const graphml = (net: Network, note?: string): string => [...graphmlPieces(net, note)].join('');

/** The same in pieces: the file of some millions of edges is longer than a text may be. */
export function* graphmlPieces(net: Network, note?: string): Generator<string> {
  const label: Column = {
    type: 'text',
    name: 'label',
    codes: Int32Array.from(net.labels.keys()),
    dictionary: net.labels,
  };
  const nodeColumns = [
    label,
    ...scoped(net, net.nodeColumns).filter((col) => col.name !== 'label'),
    ...positionColumns(net),
  ];
  const weight: Column = { type: 'number', name: 'weight', values: net.weight };
  const edgeColumns = [weight, ...scoped(net, net.edgeColumns).filter((col) => col.name !== 'weight')];
  yield* [
    '<?xml version="1.0" encoding="UTF-8"?>\n<graphml xmlns="http://graphml.graphdrawing.org/xmlns">\n',
    ...nodeColumns.map((col, i) => keyLine(`n${i}`, 'node', col)),
    ...edgeColumns.map((col, i) => keyLine(`e${i}`, 'edge', col)),
    `<graph edgedefault="${net.directed ? 'directed' : 'undirected'}">\n`,
    ...(note ? [`<desc>${escapeXml(note)}</desc>\n`] : []),
  ];
  const data = (prefix: string, columns: readonly Column[], row: number): string =>
    columns
      .map((col, i) => {
        const text = attributeText(col, row);
        return text === '' ? '' : `<data key="${prefix}${i}">${escapeXml(text)}</data>`;
      })
      .join('');
  for (let v = 0; v < nodeCount(net); v++) {
    yield `<node id="${escapeXml(net.ids[v])}">${data('n', nodeColumns, v)}</node>\n`;
  }
  for (let e = 0; e < edgeCount(net); e++) {
    const ends = `source="${escapeXml(net.ids[net.source[e]])}" target="${escapeXml(net.ids[net.target[e]])}"`;
    yield `<edge ${ends}>${data('e', edgeColumns, e)}</edge>\n`;
  }
  yield '</graph>\n</graphml>\n';
}

function keyLine(id: string, on: string, col: Column): string {
  return `<key id="${id}" for="${on}" attr.name="${escapeXml(col.name)}" attr.type="${attributeType(col)}"/>\n`;
}

function positionColumns({ positions }: Network): Column[] {
  if (!positions) return [];
  const axis = (name: string, from: number): Column => ({
    type: 'number',
    name,
    values: Float64Array.from({ length: positions.length / 2 }, (_, v) => positions[2 * v + from]),
  });
  return [axis('x', 0), axis('y', 1)];
}

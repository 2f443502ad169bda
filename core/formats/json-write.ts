/** Tables as JSON: an object for each row, its columns by their names. */
import { type Column, cellText, rowsOf } from '../tables';
import type { Network } from '../graph';
import { edgeTable, nodeTable } from './network-tables';

/** A cell in JSON: numbers as numbers, yes and no as true and false, everything else as it is written; null where nothing is. */
function cell(col: Column, row: number): string {
  if (col.type === 'number') return Number.isFinite(col.values[row]) ? String(col.values[row]) : 'null';
  if (col.type === 'yesno') return col.values[row] < 0 ? 'null' : col.values[row] ? 'true' : 'false';
  const text = cellText(col, row);
  return text === '' ? 'null' : JSON.stringify(text);
}

/** The rows in their order, each an object in one line. Names are those of the columns, which differ. */
export function jsonRows(columns: readonly Column[]): string[] {
  const names = columns.map(({ name }) => JSON.stringify(name));
  return Array.from(
    { length: columns.length ? rowsOf(columns[0]) : 0 },
    (_, row) => `{${columns.map((col, i) => `${names[i]}:${cell(col, row)}`).join(',')}}`,
  );
}

/** Nodes with all their columns, and where they lie where they do. */
function nodes(net: Network): Column[] {
  const { positions } = net;
  if (!positions) return nodeTable(net);
  const along = (name: string, offset: number): Column => ({
    type: 'number',
    name,
    values: Float64Array.from(net.ids, (_, v) => positions[2 * v + offset]),
  });
  return nodeTable({ ...net, nodeColumns: [...net.nodeColumns, along('x', 0), along('y', 1)] });
}

/** One object with `nodes` and `links`, whose `source` and `target` are ids of nodes. */
export function networkJson(net: Network): string {
  const list = (rows: string[]): string => (rows.length ? `[\n${rows.join(',\n')}\n]` : '[]');
  return `{"directed":${net.directed},\n"nodes":${list(jsonRows(nodes(net)))},\n"links":${list(jsonRows(edgeTable(net)))}}\n`;
}

/** A line for each node, then one for each link: an object under `node` or `link`. */
export function networkLines(net: Network): string {
  const lines = (is: string, rows: string[]): string[] => rows.map((row) => `{"${is}":${row}}\n`);
  return [...lines('node', jsonRows(nodes(net))), ...lines('link', jsonRows(edgeTable(net)))].join('');
}

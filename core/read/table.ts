/** Nodes and edges as rows to be read. */
import { edgeTable, nodeTable } from '../formats/network-tables';
import { type Network, edgeCount, isMeasured, nodeCount } from '../graph';
import { type Column, type Table, cellText } from '../tables';

/** Whether a column says of every node only what it is called. */
const repeats = (col: Column, labels: readonly string[]): boolean =>
  labels.every((label, v) => cellText(col, v) === label);

/** Of nodes: names first, then what the trail computed, then the node table; what only repeats the names is left out. Of edges: names in place of ids. */
export function readingTable(net: Network, of: 'nodes' | 'edges'): Table {
  const table = (rows: number, columns: Column[]): Table => ({ name: of, rows, columns, misfits: [] });
  if (of === 'edges') {
    const columns = edgeTable(net).map((col) =>
      col.type === 'text' && (col.name === 'source' || col.name === 'target')
        ? { ...col, dictionary: net.labels }
        : col,
    );
    return table(edgeCount(net), columns);
  }
  const [id, label, ...rest] = nodeTable(net);
  const computed = rest.filter(isMeasured);
  const given = rest.filter((col) => !computed.includes(col) && !repeats(col, net.labels));
  const named = net.ids.every((one, v) => one === net.labels[v]) ? [label] : [label, id];
  return table(nodeCount(net), [named[0], ...computed, ...named.slice(1), ...given]);
}

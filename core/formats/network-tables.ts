/** A network as two tables, to write or to show. */
import { type Column, extended, pick } from '../tables';
import { type Network, nodeCount, scopedName } from '../graph';

const textColumn = (name: string, texts: string[]): Column => ({
  type: 'text',
  name,
  codes: Int32Array.from(texts, (_, i) => i),
  dictionary: texts,
});

/** Names in use get a `_2` behind them. */
function distinct(columns: Column[]): Column[] {
  const used = new Set<string>();
  return columns.map((col) => {
    let name = col.name;
    for (let i = 2; used.has(name); i++) name = `${col.name}_${i}`;
    used.add(name);
    return name === col.name ? col : { ...col, name };
  });
}

/** Columns that were computed on more or fewer nodes or edges than the network has say so in their names: `degree (of 3,481 nodes)`. */
export const scoped = (net: Network, columns: readonly Column[]): Column[] =>
  columns.map((col) => ({ ...col, name: scopedName(net, col) }));

/** `id`, `label`, then the node table's and all computed columns. */
export function nodeTable(net: Network): Column[] {
  return distinct([
    textColumn('id', net.ids),
    textColumn('label', net.labels),
    ...scoped(net, net.nodeColumns).filter((col) => col.name !== 'id'),
  ]);
}

/** The node table of chosen nodes, in their order; those that are not in the network have their id and label alone. */
export function chosenTable(net: Network, nodes: readonly { id: string; label: string }[]): Column[] {
  const places = new Map(net.ids.map((id, v) => [id, v]));
  const n = nodeCount(net);
  const rows = Uint32Array.from(nodes, ({ id }) => places.get(id) ?? n);
  return distinct([
    textColumn(
      'id',
      nodes.map(({ id }) => id),
    ),
    textColumn(
      'label',
      nodes.map(({ id, label }) => net.labels[places.get(id) ?? n] ?? label),
    ),
    ...scoped(net, net.nodeColumns)
      .filter((col) => col.name !== 'id')
      .map((col) => pick(extended(col, n + 1), rows)),
  ]);
}

/** `source`, `target` (ids), `weight`, then all columns of the edges. */
export function edgeTable(net: Network): Column[] {
  const end = (name: string, ends: Uint32Array): Column => ({
    type: 'text',
    name,
    codes: Int32Array.from(ends),
    dictionary: net.ids,
  });
  return distinct([
    end('source', net.source),
    end('target', net.target),
    { type: 'number', name: 'weight', values: net.weight },
    ...scoped(net, net.edgeColumns),
  ]);
}

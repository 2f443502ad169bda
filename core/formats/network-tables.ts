/** A network as two tables, to write or to show. */
import type { Column } from '../tables';
import type { Network } from '../graph';

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

/** `id`, `label`, then the node table's and all computed columns. */
export function nodeTable(net: Network): Column[] {
  return distinct([
    textColumn('id', net.ids),
    textColumn('label', net.labels),
    ...net.nodeColumns.filter((col) => col.name !== 'id'),
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
    ...net.edgeColumns,
  ]);
}

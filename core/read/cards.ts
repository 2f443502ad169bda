/** Nodes as cards: in which order, and under which headings. */
import { type Network, nodeCount } from '../graph';
import { type Column, cellText, orderBy, sortKeys } from '../tables';

export interface CardGroup {
  /** The value that all of them have; '' for those without one. */
  title: string;
  nodes: Uint32Array;
}

/** The column that is named; the names of the nodes where it is `label`. */
export function cardColumn(net: Network, name: string): Column | undefined {
  if (name !== 'label') return net.nodeColumns.find((col) => col.name === name);
  return { type: 'text', name, dictionary: net.labels, codes: Int32Array.from(net.labels.keys()) };
}

/**
 * Nodes in groups by a column, the largest group first, those without a value last; one group without a title where there is no such column. In each
 * they are ordered by a column, equal ones by name. `inView` marks those that are shown with 1; absent: all.
 */
export function cardGroups(
  net: Network,
  { sort, descending, group }: { sort: string; descending: boolean; group?: string },
  inView?: Uint8Array,
): CardGroup[] {
  const all = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
  let rows: Uint32Array = inView ? all.filter((v) => inView[v] === 1) : all;
  const byName = cardColumn(net, 'label');
  if (byName) rows = orderBy(sortKeys(byName), rows, false);
  const by = cardColumn(net, sort);
  if (by) rows = orderBy(sortKeys(by), rows, descending);
  const along = group === undefined ? undefined : cardColumn(net, group);
  if (!along) return [{ title: '', nodes: rows }];
  const found = new Map<string, number[]>();
  for (const v of rows) {
    const text = cellText(along, v);
    const held = found.get(text);
    if (held) held.push(v);
    else found.set(text, [v]);
  }
  return Array.from(found, ([title, nodes]) => ({ title, nodes: Uint32Array.from(nodes) })).sort(
    (a, b) => Number(a.title === '') - Number(b.title === '') || b.nodes.length - a.nodes.length,
  );
}

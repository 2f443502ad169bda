/** Parts of a network, as they are handed out: what is chosen, a group, a shortlist, the surroundings of a node; with the columns that were chosen. */
import { Fault, counted } from '../fault';
import { type EdgeId, type Network, type Records, edgesAt, nodeCount, subnetwork } from '../graph';
import { type Column, type Table, cellText, column as columnOf, pick } from '../tables';
import { csv } from '../formats/csv-write';

export type Wish =
  | { of: 'all' }
  /** Nodes and the ties between them. */
  | { of: 'nodes'; ids: readonly string[] }
  /** Ties and their ends. */
  | { of: 'edges'; edges: readonly EdgeId[] }
  /** Marks of nodes and ties that stay, as something is sifted. */
  | { of: 'view'; nodes: Uint8Array; edges: Uint8Array }
  /** A part for each value of a column of the nodes. */
  | { of: 'values'; column: string }
  | { of: 'lists'; lists: readonly { name: string; ids: readonly string[] }[] }
  /** A part for each node: it, the nodes within so many steps whatever the direction, and the ties between them. */
  | { of: 'ego'; ids: readonly string[]; steps: number };

export interface Portion {
  /** Empty: the whole. */
  name: string;
  net: Network;
}

/** More than this are no files that somebody wants. */
export const mostPortions = 2000;

const marked = (net: Network, ids: readonly string[]): Uint8Array => {
  const wanted = new Set(ids);
  return Uint8Array.from(net.ids, (id) => (wanted.has(id) ? 1 : 0));
};

/** The parts in their order; empty ones are none. A Fault where nothing is left, or there would be too many. */
export function portionsOf(net: Network, wish: Wish): Portion[] {
  const found = parts(net, wish).filter((part) => nodeCount(part.net) > 0 || wish.of === 'all');
  if (!found.length) throw new Fault('Nothing of what was chosen is in the network. Choose again.');
  return found;
}

function bounded(count: number, what: string): void {
  if (count > mostPortions)
    throw new Fault(
      `This would make ${counted(count, 'file')}, one for each ${what}; ${counted(mostPortions, 'file')} are the most.`,
    );
}

function parts(net: Network, wish: Wish): Portion[] {
  switch (wish.of) {
    case 'all':
      return [{ name: '', net }];
    case 'nodes':
      return [{ name: '', net: subnetwork(net, marked(net, wish.ids)) }];
    case 'edges':
      return [{ name: '', net: alone(net, edgesAt(net, wish.edges)) }];
    case 'view':
      if (wish.nodes.length !== nodeCount(net) || wish.edges.length !== net.source.length)
        throw new Fault('The network has changed meanwhile. Take it away again.');
      return [{ name: '', net: subnetwork(net, wish.nodes, wish.edges) }];
    case 'values':
      return byValue(net, wish.column);
    case 'lists':
      bounded(wish.lists.length, 'shortlist');
      return wish.lists.map(({ name, ids }) => ({ name, net: subnetwork(net, marked(net, ids)) }));
    case 'ego':
      return egos(net, wish.ids, wish.steps);
  }
}

function alone(net: Network, edges: Uint32Array): Network {
  const [nodes, ties] = [new Uint8Array(nodeCount(net)), new Uint8Array(net.source.length)];
  for (const e of edges) nodes[net.source[e]] = nodes[net.target[e]] = ties[e] = 1;
  return subnetwork(net, nodes, ties);
}

function byValue(net: Network, name: string): Portion[] {
  const col = columnOf({ columns: net.nodeColumns }, name);
  if (!col) throw new Fault(`The nodes have no column “${name}”. Choose another.`);
  const rows = new Map<string, number[]>();
  for (let v = 0; v < nodeCount(net); v++) {
    const value = cellText(col, v);
    const list = rows.get(value);
    if (list) list.push(v);
    else if (value !== '') rows.set(value, [v]);
  }
  bounded(rows.size, `value of “${name}”`);
  return [...rows].map(([value, nodes]) => {
    const marks = new Uint8Array(nodeCount(net));
    for (const v of nodes) marks[v] = 1;
    return { name: value, net: subnetwork(net, marks) };
  });
}

function egos(net: Network, ids: readonly string[], steps: number): Portion[] {
  bounded(ids.length, 'node');
  const places = new Map(net.ids.map((id, v) => [id, v]));
  const { offsets, items } = around(net);
  return ids.flatMap((id) => {
    const ego = places.get(id);
    if (ego === undefined) return [];
    const marks = new Uint8Array(nodeCount(net));
    marks[ego] = 1;
    let edge = [ego];
    for (let step = 0; step < steps; step++) {
      const next: number[] = [];
      for (const v of edge)
        for (let k = offsets[v]; k < offsets[v + 1]; k++) {
          const to = items[k];
          if (!marks[to]) {
            marks[to] = 1;
            next.push(to);
          }
        }
      edge = next;
    }
    return [{ name: net.labels[ego] || id, net: subnetwork(net, marks) }];
  });
}

/** Neighbours of each node, whatever the direction. */
function around(net: Network): { offsets: Uint32Array; items: Uint32Array } {
  const [n, m] = [nodeCount(net), net.source.length];
  const offsets = new Uint32Array(n + 1);
  for (let e = 0; e < m; e++) {
    offsets[net.source[e] + 1]++;
    offsets[net.target[e] + 1]++;
  }
  for (let v = 0; v < n; v++) offsets[v + 1] += offsets[v];
  const at = offsets.slice();
  const items = new Uint32Array(2 * m);
  for (let e = 0; e < m; e++) {
    items[at[net.source[e]]++] = net.target[e];
    items[at[net.target[e]]++] = net.source[e];
  }
  return { offsets, items };
}

export interface Columns {
  nodes: readonly string[];
  edges: readonly string[];
}

/** The network with these columns alone, in its own order. */
export function withColumns(net: Network, { nodes, edges }: Columns): Network {
  const only = (list: Column[], names: readonly string[]): Column[] => list.filter(({ name }) => names.includes(name));
  return { ...net, nodeColumns: only(net.nodeColumns, nodes), edgeColumns: only(net.edgeColumns, edges) };
}

/** The records behind the ties of a network, or all in which its nodes stand, by table: each once, in their order, as CSV. Tables without any are left out. */
export async function recordFiles(
  net: Network,
  table: (key: string) => Table | Promise<Table>,
  of: 'ties' | 'nodes',
): Promise<{ key: string; csv: string }[]> {
  const rows = new Map<string, Set<number>>();
  const add = (records: Records | undefined): void => {
    if (!records) return;
    const sets = records.tables.map((key) => {
      const set = rows.get(key) ?? new Set<number>();
      rows.set(key, set);
      return set;
    });
    for (let k = 0; k < records.items.length; k++) sets[records.from?.[k] ?? 0].add(records.items[k]);
  };
  add(net.edgeRecords);
  if (of === 'nodes') add(net.nodeRecords);
  const files: { key: string; csv: string }[] = [];
  for (const [key, set] of rows) {
    if (!set.size) continue;
    const chosen = Uint32Array.from(set).sort();
    files.push({ key, csv: csv((await table(key)).columns.map((col) => pick(col, chosen))) });
  }
  return files;
}

/** Names of files: what no file system takes becomes a blank, and two that are alike are numbered. */
export function fileNames(names: readonly string[]): string[] {
  const used = new Set<string>();
  return names.map((name) => {
    const plain =
      name
        .replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ')
        .trim()
        .replace(/^\.+/, '')
        .slice(0, 100) || 'unnamed';
    let file = plain;
    for (let i = 2; used.has(file.toLowerCase()); i++) file = `${plain} (${i})`;
    used.add(file.toLowerCase());
    return file;
  });
}

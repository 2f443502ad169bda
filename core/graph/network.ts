/** A network as a structure of arrays. Immutable: every step returns a new one that shares what did not change. */
import type { Column, Computed } from '../tables';
import { Fault, counted } from '../fault';

/** Compressed rows of indices: row i holds `items[offsets[i]] … items[offsets[i + 1] - 1]`. */
export interface Rows {
  offsets: Uint32Array;
  items: Uint32Array;
}

/** Rows of records: item k is a row of `tables[from[k]]`, or of the only table where `from` is absent. */
export interface Records extends Rows {
  tables: string[];
  from?: Uint8Array;
}

export interface Network {
  directed: boolean;
  /** One id per node: its kind and key, never its row number. Distinct. */
  ids: string[];
  /** What a node is called; as long as `ids`. */
  labels: string[];
  source: Uint32Array;
  target: Uint32Array;
  weight: Float64Array;
  /** What the weight counts, in words: "packets", "records". */
  weightName: string;
  nodeColumns: Column[];
  edgeColumns: Column[];
  /** Records behind each edge, and those in which each node stands. */
  edgeRecords?: Records;
  nodeRecords?: Records;
  /** Of a two-mode network: the two values of the node column `kind`; every edge joins a node of the first to one of the second. */
  sides?: [string, string];
  /** x, y of each node, in map units. */
  positions?: Float32Array;
  /** Points that edges pass between their ends: x, y of `points` from `offsets[e]` to `offsets[e + 1]`, counted in points; map units. Absent: none. */
  routes?: Routes;
  /** What is written beside the nodes to say what their places mean; absent: nothing. */
  guides?: readonly Guide[];
}

/** Words at a place of the map, in map units, with a faint line from x1, y1 to x2, y2 where there is one. */
export interface Guide {
  text: string;
  x: number;
  y: number;
  anchor: 'middle' | 'end';
  line?: readonly [number, number, number, number];
}

export interface Routes {
  offsets: Uint32Array;
  points: Float32Array;
}

/** The nodes and ties alone, without columns, records and places: for work that is sent elsewhere. */
export const tiesOf = ({ directed, ids, labels, source, target, weight, weightName }: Network): Network => ({
  ...{ directed, ids, labels, source, target, weight, weightName },
  nodeColumns: [],
  edgeColumns: [],
});

/** A bare network over nodes 0 … n−1; ids are the numbers. Weights are 1 where none are given. Throws when the arrays do not fit together. */
export function network(parts: {
  nodes: number;
  edges: readonly (readonly [number, number])[];
  weight?: readonly number[];
  directed?: boolean;
}): Network {
  const m = parts.edges.length;
  const source = Uint32Array.from(parts.edges, ([from]) => from);
  const target = Uint32Array.from(parts.edges, ([, to]) => to);
  for (let e = 0; e < m; e++) {
    if (source[e] >= parts.nodes || target[e] >= parts.nodes) throw new RangeError(`edge ${e} leaves the network`);
  }
  const ids = Array.from({ length: parts.nodes }, (_, i) => String(i));
  return {
    directed: parts.directed ?? false,
    ids,
    labels: ids,
    source,
    target,
    weight: parts.weight ? Float64Array.from(parts.weight) : new Float64Array(m).fill(1),
    weightName: 'weight',
    nodeColumns: [],
    edgeColumns: [],
  };
}

/** The node column that says of what kind each node is, in networks of several kinds. */
export const kindColumn = 'kind';

export const nodeCount = (net: Network): number => net.ids.length;
export const edgeCount = (net: Network): number => net.source.length;

/**
 * The network with a computed column added, and the size of the network noted on it. A computed column of the same name is replaced; one that came with the
 * data stays and is called `name (given)` from here on, so that later steps that name it mean the computed one.
 */
export function withColumn(
  net: Network,
  on: 'nodes' | 'edges',
  col: Column,
  step: string,
  more: Pick<Computed, 'derived' | 'said'> = {},
): Network {
  const key = on === 'nodes' ? 'nodeColumns' : 'edgeColumns';
  const others = net[key].filter((other) => other.name !== col.name || !other.computed);
  const columns = others.map((other) =>
    other.name === col.name ? { ...other, name: givenName(col.name, others) } : other,
  );
  return {
    ...net,
    [key]: [...columns, { ...col, computed: { step, nodes: nodeCount(net), edges: edgeCount(net), ...more } }],
  };
}

/** What a column that came with the data is called beside a computed one of its name. */
export function givenName(name: string, columns: readonly Column[]): string {
  let free = `${name} (given)`;
  for (let i = 2; columns.some((col) => col.name === free); i++) free = `${name} (given ${i})`;
  return free;
}

/** Whether a column was computed from the network, rather than given or made out of other columns. */
export const isMeasured = ({ computed }: Column): boolean => computed !== undefined && !computed.derived;

/** Of which nodes or edges a computed column speaks, where they are not those of the network: `of 3,481 nodes`. */
export function scopeOf(net: Network, { computed }: Column): string | undefined {
  if (!computed || computed.derived) return undefined;
  if (computed.nodes !== nodeCount(net)) return `of ${counted(computed.nodes, 'node')}`;
  return computed.edges === edgeCount(net) ? undefined : `of ${counted(computed.edges, 'edge')}`;
}

/** A column's name and, where they differ from the network's, the nodes or edges that it speaks of. */
export function scopedName(net: Network, col: Column): string {
  const scope = scopeOf(net, col);
  return scope ? `${col.name} (${scope})` : col.name;
}

/** The named node column; a Fault that names the step's place where there is none. */
export function nodeColumn(net: Network, name: string, where?: string): Column {
  const found = net.nodeColumns.find((col) => col.name === name);
  if (!found)
    throw new Fault(
      `The nodes have no column “${name}” at this step. Choose another column, or move the step after the one that makes it.`,
      where,
    );
  return found;
}

/** The named edge column; a Fault where there is none. */
export function edgeColumn(net: Network, name: string, where?: string): Column {
  const found = net.edgeColumns.find((col) => col.name === name);
  if (!found) throw new Fault(`The edges have no column “${name}” at this step. Choose another column.`, where);
  return found;
}

/** Names of edges that outlive reruns: an edge is known by its ends, never by its place. */
import type { Network, Records } from './network';

/** A record, by its table and its row there. */
export interface RecordId {
  table: string;
  row: number;
}

export interface EdgeId {
  /** Ids of the nodes it joins; in an undirected network in either order. */
  from: string;
  to: string;
  /** The first record behind it, which tells parallel edges apart; absent where the network holds no records. */
  record?: RecordId;
}

/** The record at a place among `items`. */
function recordAt(records: Records, k: number): RecordId {
  return { table: records.tables[records.from?.[k] ?? 0], row: records.items[k] };
}

/** How edges are named where things are kept by hand. */
export const edgeKey = ({ from, to, record }: EdgeId): string =>
  JSON.stringify(record ? [from, to, record.table, record.row] : [from, to]);

/** The edge that is named so; undefined where it names none. */
export function edgeIdOfKey(key: string): EdgeId | undefined {
  try {
    const [from, to, table, row] = JSON.parse(key) as [string, string, string?, number?];
    return { from, to, ...(table !== undefined && row !== undefined ? { record: { table, row } } : {}) };
  } catch {
    return undefined;
  }
}

export function edgeIdOf(net: Network, edge: number): EdgeId {
  const ends = { from: net.ids[net.source[edge]], to: net.ids[net.target[edge]] };
  const records = net.edgeRecords;
  const first = records?.offsets[edge] ?? 0;
  return records && records.offsets[edge + 1] > first ? { ...ends, record: recordAt(records, first) } : ends;
}

/** Whether a record stands behind an edge. */
function holds(net: Network, edge: number, record: RecordId): boolean {
  const records = net.edgeRecords;
  if (!records) return false;
  for (let k = records.offsets[edge]; k < records.offsets[edge + 1]; k++) {
    if (records.items[k] === record.row && records.tables[records.from?.[k] ?? 0] === record.table) return true;
  }
  return false;
}

/** The place of each edge in a network, −1 where it is gone. Of parallel edges it is the one with the record, or the first where the id names none. */
export function edgePlaces(net: Network, wanted: readonly EdgeId[]): Int32Array {
  const found = new Int32Array(wanted.length).fill(-1);
  if (wanted.length === 0) return found;
  const ends = new Set(wanted.flatMap(({ from, to }) => [from, to]));
  const place = new Map<string, number>();
  net.ids.forEach((id, v) => ends.has(id) && place.set(id, v));
  const n = net.ids.length;
  const keyOf = (a: number, b: number): number => (net.directed || a <= b ? a * n + b : b * n + a);
  const between = new Map<number, number[]>();
  for (const { from, to } of wanted) {
    const [a, b] = [place.get(from), place.get(to)];
    if (a !== undefined && b !== undefined) between.set(keyOf(a, b), []);
  }
  const marked = new Uint8Array(n);
  for (const v of place.values()) marked[v] = 1;
  for (let e = 0; e < net.source.length; e++) {
    if (marked[net.source[e]] && marked[net.target[e]]) between.get(keyOf(net.source[e], net.target[e]))?.push(e);
  }
  for (const [i, { from, to, record }] of wanted.entries()) {
    const [a, b] = [place.get(from), place.get(to)];
    if (a === undefined || b === undefined) continue;
    const parallel = between.get(keyOf(a, b)) ?? [];
    const one =
      parallel.length > 1 && record ? parallel.find((e) => holds(net, e, record)) : (parallel[0] as number | undefined);
    if (one !== undefined) found[i] = one;
  }
  return found;
}

/** Places of edges in a network, each once, ascending; those that are gone are left out. */
export const edgesAt = (net: Network, wanted: readonly EdgeId[]): Uint32Array =>
  Uint32Array.from(new Set(edgePlaces(net, wanted).filter((place) => place >= 0))).sort();

/** The nodes and edges that records stand behind: a mark for each node, and the places of the edges. */
export function madeOf(net: Network, wanted: readonly RecordId[]): { nodes: Uint8Array; edges: Uint32Array } {
  const rows = new Map<string, Set<number>>();
  for (const { table, row } of wanted) rows.set(table, (rows.get(table) ?? new Set()).add(row));
  const hits = (records: Records | undefined, count: number): Uint8Array => {
    const marks = new Uint8Array(count);
    if (!records) return marks;
    const of = records.tables.map((table) => rows.get(table));
    for (let i = 0; i < count; i++) {
      for (let k = records.offsets[i]; k < records.offsets[i + 1]; k++) {
        if (of[records.from?.[k] ?? 0]?.has(records.items[k])) marks[i] = 1;
      }
    }
    return marks;
  };
  const nodes = hits(net.nodeRecords, net.ids.length);
  const edges = new Uint32Array(net.source.length);
  let m = 0;
  hits(net.edgeRecords, net.source.length).forEach((hit, e) => hit && (edges[m++] = e));
  for (const e of edges.subarray(0, m)) nodes[net.source[e]] = nodes[net.target[e]] = 1;
  return { nodes, edges: edges.slice(0, m) };
}

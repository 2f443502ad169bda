/** From rows with two ends to edges: one for each row, or one for each pair, with the rows' columns gathered. */
import { type Column, type Table, pick } from '../../tables';
import type { Network, Rows } from '../../graph';

interface Ends {
  /** Node at each end of each row; −1 where the row makes no edge. */
  source: Int32Array;
  target: Int32Array;
  /** What each row weighs; absent: 1. */
  weight?: Float64Array;
}

type Edges = Pick<Network, 'source' | 'target' | 'weight' | 'edgeColumns' | 'edgeRecords'>;

/** Text columns with more different values than this do not say much of a tie as a whole and are not gathered. */
const mostCategories = 40;

export function edgesOf(
  table: Table,
  settings: { table: string; from: string; to: string; directed: boolean; parallel: 'sum' | 'keep' },
  ends: Ends,
): Edges {
  const rows = rowsWithEnds(ends);
  const others = table.columns.filter((col) => col.name !== settings.from && col.name !== settings.to);
  if (settings.parallel === 'keep') {
    const source = Uint32Array.from(rows, (r) => ends.source[r]);
    const target = Uint32Array.from(rows, (r) => ends.target[r]);
    return {
      source,
      target,
      weight: Float64Array.from(rows, (r) => ends.weight?.[r] ?? 1),
      edgeColumns: others.map((col) => pick(col, rows)),
      edgeRecords: {
        offsets: Uint32Array.from({ length: rows.length + 1 }, (_, i) => i),
        items: rows,
        table: settings.table,
      },
    };
  }
  const { source, target, behind } = bundle(rows, ends, settings.directed);
  const weight = new Float64Array(source.length);
  for (let e = 0; e < source.length; e++) {
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) weight[e] += ends.weight?.[behind.items[k]] ?? 1;
  }
  return {
    source,
    target,
    weight,
    edgeColumns: gather(others, behind),
    edgeRecords: { ...behind, table: settings.table },
  };
}

function rowsWithEnds(ends: Ends): Uint32Array {
  let count = 0;
  for (let r = 0; r < ends.source.length; r++) if (ends.source[r] >= 0) count++;
  const rows = new Uint32Array(count);
  for (let r = 0, i = 0; r < ends.source.length; r++) if (ends.source[r] >= 0) rows[i++] = r;
  return rows;
}

/** Rows with the same ends together, edges in the order of their first rows. Undirected pairs are one whichever way they stand. */
function bundle(
  rows: Uint32Array,
  ends: Ends,
  directed: boolean,
): { source: Uint32Array; target: Uint32Array; behind: Rows } {
  const places = new Map<number, number>();
  const source: number[] = [];
  const target: number[] = [];
  const edgeOf = new Uint32Array(rows.length);
  let nodes = 0;
  for (const r of rows) nodes = Math.max(nodes, ends.source[r] + 1, ends.target[r] + 1);
  rows.forEach((r, i) => {
    let a = ends.source[r];
    let b = ends.target[r];
    if (!directed && a > b) [a, b] = [b, a];
    const key = a * nodes + b;
    let edge = places.get(key);
    if (edge === undefined) {
      edge = source.length;
      places.set(key, edge);
      source.push(a);
      target.push(b);
    }
    edgeOf[i] = edge;
  });
  const offsets = new Uint32Array(source.length + 1);
  for (const edge of edgeOf) offsets[edge + 1]++;
  for (let e = 0; e < source.length; e++) offsets[e + 1] += offsets[e];
  const next = offsets.slice(0, -1);
  const items = new Uint32Array(rows.length);
  rows.forEach((r, i) => (items[next[edgeOf[i]]++] = r));
  return { source: Uint32Array.from(source), target: Uint32Array.from(target), behind: { offsets, items } };
}

/** What the records of an edge say together: how many they are, sums of numbers, first and last dates, the most frequent of few values. */
function gather(columns: readonly Column[], behind: Rows): Column[] {
  const edges = behind.offsets.length - 1;
  const records = Float64Array.from({ length: edges }, (_, e) => behind.offsets[e + 1] - behind.offsets[e]);
  const gathered: Column[] = [{ type: 'number', name: 'records', values: records }];
  for (const col of columns) {
    if (col.type === 'number') gathered.push(sumOf(col.name, col.values, behind));
    else if (col.type === 'date') gathered.push(...firstAndLast(col, behind));
    else if (col.type === 'text' && col.dictionary.length <= mostCategories) gathered.push(mostFrequent(col, behind));
  }
  return gathered;
}

function sumOf(name: string, values: Float64Array, behind: Rows): Column {
  const sums = new Float64Array(behind.offsets.length - 1);
  for (let e = 0; e < sums.length; e++) {
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const value = values[behind.items[k]];
      if (!Number.isNaN(value)) sums[e] += value;
    }
  }
  return { type: 'number', name, values: sums };
}

function firstAndLast(col: Extract<Column, { type: 'date' }>, behind: Rows): Column[] {
  const edges = behind.offsets.length - 1;
  const first = new Int32Array(edges).fill(-1);
  const last = new Int32Array(edges).fill(-1);
  for (let e = 0; e < edges; e++) {
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const r = behind.items[k];
      if (Number.isNaN(col.day[r])) continue;
      if (first[e] < 0 || col.day[r] < col.day[first[e]]) first[e] = r;
      if (last[e] < 0 || col.day[r] > col.day[last[e]]) last[e] = r;
    }
  }
  const at = (name: string, rows: Int32Array): Column => ({
    type: 'date',
    name,
    day: Float64Array.from(rows, (r) => (r < 0 ? NaN : col.day[r])),
    precision: Uint8Array.from(rows, (r) => (r < 0 ? 0 : col.precision[r])),
    doubtful: Uint8Array.from(rows, (r) => (r < 0 ? 0 : col.doubtful[r])),
  });
  return [at(`first ${col.name}`, first), at(`last ${col.name}`, last)];
}

/** Of equally frequent values the one that stands first in the dictionary, which is the one written first. */
function mostFrequent(col: Extract<Column, { type: 'text' }>, behind: Rows): Column {
  const edges = behind.offsets.length - 1;
  const codes = new Int32Array(edges).fill(-1);
  const counts = new Uint32Array(col.dictionary.length);
  for (let e = 0; e < edges; e++) {
    counts.fill(0);
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const code = col.codes[behind.items[k]];
      if (code >= 0) counts[code]++;
    }
    for (let code = 0; code < counts.length; code++) {
      if (counts[code] > (codes[e] < 0 ? 0 : counts[codes[e]])) codes[e] = code;
    }
  }
  return { ...col, codes };
}

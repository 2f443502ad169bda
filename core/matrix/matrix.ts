/** A network as a matrix of its ties. */
import { type Network, kindColumn, nodeCount } from '../graph';
import { numbers } from '../amounts';
import { type Column, cellText } from '../tables';
import { seriation } from './seriation';

export type MatrixOrder = { by: 'name' | 'diagonal' | 'degree' } | { by: 'column'; column: string };

/** Rows and columns that belong together: from a place to one after. */
export interface Block {
  title: string;
  from: number;
  to: number;
}

/** Cells by rows: those of row i from `offsets[i]` to `offsets[i + 1]`, their columns ascending. */
export interface Matrix {
  /** The nodes of the rows and of the columns. Of a two-mode network those of one kind each; else the same. */
  rows: Uint32Array;
  columns: Uint32Array;
  offsets: Uint32Array;
  column: Uint32Array;
  /** The weights of all ties of a cell together, and the first of these. */
  value: Float64Array;
  edge: Uint32Array;
  /** The largest value. */
  most: number;
  rowBlocks: Block[];
  columnBlocks: Block[];
}

export interface MatrixAsk {
  /** A column under whose values rows and columns stand, the largest value first; absent: none. */
  group?: string;
  then: MatrixOrder;
  /** 1 for each node and each edge in view, and weights in view; absent: all. */
  nodes?: Uint8Array;
  edges?: Uint8Array;
  weight?: Float64Array;
}

const unset = 0xffffffff;

/** Of an undirected network both triangles are filled. */
export function matrixOf(net: Network, ask: MatrixAsk): Matrix {
  const n = nodeCount(net);
  const { source, target, sides } = net;
  const { nodes, edges, weight = net.weight } = ask;
  const kind = sides && net.nodeColumns.find(({ name }) => name === kindColumn);
  const shown = Array.from({ length: n }, (_, v) => v).filter((v) => nodes?.[v] !== 0);
  const order = ordered(net, ask, shown);
  const onSide = (side: string) => order.filter((v) => kind && cellText(kind, v) === side);
  const rows = Uint32Array.from(sides && kind ? onSide(sides[0]) : order);
  const columns = Uint32Array.from(sides && kind ? onSide(sides[1]) : order);
  const rowOf = placesOf(rows, n);
  const columnOf = placesOf(columns, n);
  const both = !net.directed;
  const many = new Uint32Array(rows.length + 1);
  const each = (call: (row: number, column: number, e: number) => void): void => {
    for (let e = 0; e < source.length; e++) {
      if (edges && !edges[e]) continue;
      const [a, b] = [source[e], target[e]];
      if (rowOf[a] >= 0 && columnOf[b] >= 0) call(rowOf[a], columnOf[b], e);
      if (both && a !== b && rowOf[b] >= 0 && columnOf[a] >= 0) call(rowOf[b], columnOf[a], e);
    }
  };
  each((row) => many[row + 1]++);
  for (let i = 0; i < rows.length; i++) many[i + 1] += many[i];
  const next = many.slice(0, rows.length);
  const all = { column: new Uint32Array(many[rows.length]), edge: new Uint32Array(many[rows.length]) };
  each((row, column, e) => {
    all.column[next[row]] = column;
    all.edge[next[row]++] = e;
  });
  // Ties of one cell come together; edges are met in their order, so the first of a cell is the first of all.
  const offsets = new Uint32Array(rows.length + 1);
  const column = new Uint32Array(all.column.length);
  const edge = new Uint32Array(all.column.length).fill(unset);
  const value = new Float64Array(all.column.length);
  const at = new Int32Array(columns.length).fill(-1);
  let [size, most] = [0, 0];
  for (let i = 0; i < rows.length; i++) {
    const begin = size;
    const sorted = all.column
      .subarray(many[i], many[i + 1])
      .slice()
      .sort();
    for (const one of sorted) {
      if (size > begin && column[size - 1] === one) continue;
      at[one] = size;
      column[size++] = one;
    }
    for (let k = many[i]; k < many[i + 1]; k++) {
      const cell = at[all.column[k]];
      if (edge[cell] === unset) edge[cell] = all.edge[k];
      value[cell] += weight[all.edge[k]];
      if (value[cell] > most) most = value[cell];
    }
    offsets[i + 1] = size;
  }
  const group = ask.group === undefined ? undefined : net.nodeColumns.find(({ name }) => name === ask.group);
  return {
    rows,
    columns,
    offsets,
    column: column.slice(0, size),
    value: value.slice(0, size),
    edge: edge.slice(0, size),
    most,
    rowBlocks: group ? blocksOf(rows, group) : [],
    columnBlocks: group ? blocksOf(columns, group) : [],
  };
}

function placesOf(nodes: Uint32Array, n: number): Int32Array {
  const found = new Int32Array(n).fill(-1);
  nodes.forEach((v, i) => (found[v] = i));
  return found;
}

function ordered(net: Network, { group, then }: MatrixAsk, shown: number[]): number[] {
  const place = then.by === 'diagonal' ? placesOf(seriation(net), nodeCount(net)) : undefined;
  const amounts = then.by === 'column' ? net.nodeColumns.find(({ name }) => name === then.column) : undefined;
  const values = amounts ? numbers(amounts) : then.by === 'degree' ? degrees(net) : undefined;
  const byName = (a: number, b: number): number =>
    net.labels[a] < net.labels[b] ? -1 : net.labels[a] > net.labels[b] ? 1 : a - b;
  const within = (a: number, b: number): number => {
    if (place) return place[a] - place[b];
    const [one, other] = [a, b].map((v) => (values && !Number.isNaN(values[v]) ? values[v] : -Infinity));
    return one === other ? byName(a, b) : other - one;
  };
  const along = group === undefined ? undefined : net.nodeColumns.find(({ name }) => name === group);
  if (!along) return shown.sort(within);
  const sizes = new Map<string, number>();
  const texts = new Map(shown.map((v) => [v, cellText(along, v)]));
  for (const text of texts.values()) sizes.set(text, (sizes.get(text) ?? 0) + 1);
  const rank = (v: number): number => (texts.get(v) ? (sizes.get(texts.get(v) ?? '') ?? 0) : -1);
  return shown.sort((a, b) => {
    const [one, other] = [texts.get(a) ?? '', texts.get(b) ?? ''];
    if (one !== other) return rank(b) - rank(a) || (one < other ? -1 : 1);
    return within(a, b);
  });
}

function degrees({ source, target, ids }: Network): Float64Array {
  const found = new Float64Array(ids.length);
  for (let e = 0; e < source.length; e++) {
    found[source[e]]++;
    found[target[e]]++;
  }
  return found;
}

function blocksOf(nodes: Uint32Array, column: Column): Block[] {
  const found: Block[] = [];
  nodes.forEach((v, i) => {
    const title = cellText(column, v);
    const last = found.at(-1);
    if (last?.title === title) last.to = i + 1;
    else found.push({ title, from: i, to: i + 1 });
  });
  return found;
}

/** The value at a row and a column, and its place among the cells; −1 where there is no tie. */
export function cellAt({ offsets, column }: Matrix, row: number, wanted: number): number {
  let [low, high] = [offsets[row], offsets[row + 1]];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (column[middle] < wanted) low = middle + 1;
    else high = middle;
  }
  return low < offsets[row + 1] && column[low] === wanted ? low : -1;
}

/** The sums of the values between each block of rows and each of columns, row by row. */
export function blockSums({ offsets, column, value, rowBlocks, columnBlocks }: Matrix): Float64Array {
  const width = columnBlocks.length;
  const found = new Float64Array(rowBlocks.length * width);
  const of = new Uint32Array(columnBlocks.at(-1)?.to ?? 0);
  columnBlocks.forEach(({ from, to }, i) => of.fill(i, from, to));
  rowBlocks.forEach(({ from, to }, i) => {
    for (let k = offsets[from]; k < offsets[to]; k++) found[i * width + of[column[k]]] += value[k];
  });
  return found;
}

/** The sums between groups as a matrix of its own; its rows and columns are places among the blocks. */
export function summed(matrix: Matrix): Matrix {
  const all = blockSums(matrix);
  const [many, across] = [matrix.rowBlocks.length, matrix.columnBlocks.length];
  const cells = Uint32Array.from(all.keys()).filter((i) => all[i] !== 0);
  const offsets = new Uint32Array(many + 1);
  for (const i of cells) offsets[Math.floor(i / across) + 1]++;
  for (let i = 0; i < many; i++) offsets[i + 1] += offsets[i];
  const blocks = (some: Matrix['rowBlocks']) => some.map(({ title }, i) => ({ title, from: i, to: i + 1 }));
  return {
    rows: Uint32Array.from({ length: many }, (_, i) => i),
    columns: Uint32Array.from({ length: across }, (_, i) => i),
    offsets,
    column: cells.map((i) => i % across),
    value: Float64Array.from(cells, (i) => all[i]),
    edge: new Uint32Array(cells.length),
    most: all.reduce((most, one) => Math.max(most, one), 0),
    rowBlocks: blocks(matrix.rowBlocks),
    columnBlocks: blocks(matrix.columnBlocks),
  };
}

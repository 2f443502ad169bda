/** What several sifts together leave in view, and what each counts under the others. */
import { type Network, edgeCount, nodeCount } from '../graph';
import { numbers } from '../amounts';
import { Fault } from '../fault';
import { type Table, column } from '../tables';
import { type Sift, type Sifting, kindOf, narrows } from './registry';
import type { Count, Marks, SiftRows, Tally } from './sift';

/** What is sifted: a network, and the tables with the records behind its ties. */
export interface SiftGround {
  net: Network;
  table(key: string): Table;
  /** The number column that ties weigh by, and how; absent: by the number of records. */
  weight?: { column: string; by: 'sum' | 'mean' | 'max' };
}

/** Marks of nodes: not in view; in view; passing, but without a tie in view. */
export const outOfView = 0;
export const inView = 1;
export const withoutTies = 2;

export interface SiftAnswer {
  nodes: Uint8Array;
  /** 1 for each edge in view. */
  edges: Uint8Array;
  /** Weights by the records that pass; absent where all pass. */
  weight?: Float64Array;
  counts: { nodes: Count; edges: Count; records: Count };
  /** By id: what a sift's card shows, or why it cannot be applied. Those set aside have none. */
  cards: Record<string, { tally: Tally } | { fault: string }>;
}

/** Stands in the marks for what all sifts leave; the bits below for what all but one leave. */
const all = 1 << 30;

const single = (bits: number): boolean => (bits & (bits - 1)) === 0;

/** Sifts a network again and again; what does not change from one time to the next is kept. */
export class Sifter {
  /** Where the rows of each table begin among all records. */
  private readonly begins: number[] = [];
  private readonly records: number;
  /** For each record behind an edge, its place among all. */
  private readonly behind: Uint32Array;
  /** 1 for each record that stands behind an edge. */
  private readonly used: Uint8Array;
  private readonly passes = new Map<string, Uint8Array>();

  constructor(private readonly ground: SiftGround) {
    const { edgeRecords } = ground.net;
    let size = 0;
    for (const key of edgeRecords?.tables ?? []) {
      this.begins.push(size);
      size += ground.table(key).rows;
    }
    this.records = size;
    this.used = new Uint8Array(size);
    const { items = new Uint32Array(0), from } = edgeRecords ?? {};
    this.behind = new Uint32Array(items.length);
    for (let k = 0; k < items.length; k++) {
      const at = this.begins[from ? from[k] : 0] + items[k];
      this.behind[k] = at;
      this.used[at] = 1;
    }
  }

  answer({ sifts, untied }: Sifting): SiftAnswer {
    const { net } = this.ground;
    const cards: SiftAnswer['cards'] = {};
    const failing = this.failing(sifts, cards);
    const { records: recordBits, nodes: nodeBits, edges: edgeBits, ofRecords, ofTies } = failing;
    const [n, m] = [nodeCount(net), edgeCount(net)];
    const recordMarks = new Int32Array(this.records);
    const edgeMarks = new Int32Array(m);
    const tied = new Int32Array(n);
    const offsets = net.edgeRecords?.offsets;
    for (let e = 0; e < m; e++) {
      const [s, t] = [net.source[e], net.target[e]];
      const bits = edgeBits[e] | nodeBits[s] | nodeBits[t];
      if (!single(bits)) continue;
      const from = offsets ? offsets[e] : 0;
      const to = offsets ? offsets[e + 1] : 0;
      let marks = 0;
      // A tie without records passes no sift of records, where its network has some.
      if (from === to && offsets) marks = single(bits | ofRecords) ? bits | ofRecords || all : 0;
      else if (!offsets) marks = bits || all;
      for (let k = from; k < to; k++) {
        const fails = bits | recordBits[this.behind[k]];
        if (!single(fails)) continue;
        recordMarks[this.behind[k]] |= fails || all;
        marks |= fails || all;
      }
      edgeMarks[e] = marks;
      tied[s] |= marks;
      tied[t] |= marks;
    }
    const nodeMarks = new Int32Array(n);
    for (let v = 0; v < n; v++) {
      const fails = nodeBits[v];
      if (!single(fails)) continue;
      if (untied === 'kept' || ofTies === 0) nodeMarks[v] = fails ? fails : -1;
      // A tie is asked for only while another sift of records or ties is on.
      else if (fails) nodeMarks[v] = tied[v] & (all | fails) ? fails : 0;
      else nodeMarks[v] = tied[v] | (single(ofTies) ? ofTies : 0);
    }
    this.tallies(sifts, failing.bitOf, { records: recordMarks, nodes: nodeMarks, edges: edgeMarks }, cards);
    const nodes = Uint8Array.from(nodeMarks, (marks, v) =>
      nodeBits[v] ? outOfView : marks & all ? inView : withoutTies,
    );
    const edges = Uint8Array.from(edgeMarks, (marks) => (marks & all ? 1 : 0));
    const count = (marks: Int32Array, there?: Uint8Array): Count => {
      const found = { inView: 0, all: 0 };
      for (let i = 0; i < marks.length; i++) {
        if (there && !there[i]) continue;
        found.all++;
        if (marks[i] & all) found.inView++;
      }
      return found;
    };
    return {
      nodes,
      edges,
      ...(ofRecords ? { weight: this.weights(edges, recordBits) } : {}),
      counts: { nodes: count(nodeMarks), edges: count(edgeMarks), records: count(recordMarks, this.used) },
      cards,
    };
  }

  /** For each row a bit for every sift that it does not pass. */
  private failing(sifts: readonly Sift[], cards: SiftAnswer['cards']) {
    const { net } = this.ground;
    const found = {
      records: new Int32Array(this.records),
      nodes: new Int32Array(nodeCount(net)),
      edges: new Int32Array(edgeCount(net)),
      /** The sifts of records, and those of records or ties. */
      ofRecords: 0,
      ofTies: 0,
      bitOf: new Map<string, number>(),
    };
    let next = 0;
    for (const sift of sifts) {
      if (!narrows(sift)) continue;
      try {
        const passes = this.passing(sift);
        const bit = 1 << next;
        const begin = sift.of === 'records' ? this.beginOf(sift) : 0;
        const bits = found[sift.of];
        for (let i = 0; i < passes.length; i++) if (!passes[i]) bits[begin + i] |= bit;
        next++;
        found.bitOf.set(sift.id, bit);
        if (sift.of === 'records') found.ofRecords |= bit;
        if (sift.of !== 'nodes') found.ofTies |= bit;
      } catch (error) {
        cards[sift.id] = { fault: said(error) };
      }
    }
    return found;
  }

  private tallies(
    sifts: readonly Sift[],
    bitOf: ReadonlyMap<string, number>,
    marks: Record<Sift['of'], Int32Array>,
    cards: SiftAnswer['cards'],
  ): void {
    for (const sift of sifts) {
      // eslint-disable-next-line nunatak/own-keys -- made here
      if (!sift.on || cards[sift.id]) continue;
      try {
        const rows = this.rows(sift);
        const begin = sift.of === 'records' ? this.beginOf(sift) : 0;
        const wanted = all | (bitOf.get(sift.id) ?? 0);
        const here = marks[sift.of];
        const counted: Marks = {
          all: sift.of === 'records' ? this.used.subarray(begin, begin + rows.size) : new Uint8Array(rows.size).fill(1),
          inView: new Uint8Array(rows.size),
        };
        for (let i = 0; i < rows.size; i++) if (here[begin + i] & wanted) counted.inView[i] = 1;
        cards[sift.id] = { tally: kindOf(sift).tally(rows, sift, counted) };
      } catch (error) {
        cards[sift.id] = { fault: said(error) };
      }
    }
  }

  private passing(sift: Sift): Uint8Array {
    const { id: _id, on: _on, ...settings } = sift;
    const key = JSON.stringify(settings);
    let held = this.passes.get(key);
    if (!held) {
      held = kindOf(sift).passes(this.rows(sift), sift);
      // The last ones are those that are dragged and set aside.
      if (this.passes.size > 40) this.passes.delete(this.passes.keys().next().value ?? '');
      this.passes.set(key, held);
    }
    return held;
  }

  private beginOf({ table }: Sift): number {
    const place = this.ground.net.edgeRecords?.tables.indexOf(table ?? '') ?? -1;
    if (place < 0)
      throw new Fault(
        'The ties of this network no longer rest on the table that this sift reads. Remove the sift, or set it aside.',
      );
    return this.begins[place];
  }

  private rows(sift: Sift): SiftRows {
    const { net } = this.ground;
    const named = (columns: { columns: readonly import('../tables').Column[] }, name: string, of: string) => {
      const found = column(columns, name);
      if (!found) throw new Fault(`${of} have no column “${name}” here. Remove the sift, or choose another column.`);
      return found;
    };
    if (sift.of === 'nodes') {
      const column = (name: string) => named({ columns: net.nodeColumns }, name, 'Nodes');
      return { size: nodeCount(net), ids: net.ids, labels: net.labels, column };
    }
    if (sift.of === 'edges') {
      const weight = { type: 'number' as const, name: 'weight', values: net.weight };
      const columns = [...net.edgeColumns, ...(column({ columns: net.edgeColumns }, 'weight') ? [] : [weight])];
      return { size: edgeCount(net), column: (name) => named({ columns }, name, 'Ties') };
    }
    this.beginOf(sift);
    const table = this.ground.table(sift.table ?? '');
    return { size: table.rows, column: (name) => named(table, name, `The records of “${table.name}”`) };
  }

  /** Each weight by the share that the records have which pass: of their number, or of what ties weigh by. */
  private weights(edges: Uint8Array, recordBits: Int32Array): Float64Array {
    const { net, weight } = this.ground;
    const found = Float64Array.from(net.weight);
    const { offsets, tables = [] } = net.edgeRecords ?? {};
    if (!offsets) return found;
    const values = weight && tables.length === 1 ? numbers(this.column(tables[0], weight.column)) : undefined;
    for (let e = 0; e < edges.length; e++) {
      if (!edges[e]) continue;
      let [sum, passed, count, left, top, most] = [0, 0, 0, 0, -Infinity, -Infinity];
      for (let k = offsets[e]; k < offsets[e + 1]; k++) {
        const value = values ? values[this.behind[k]] : 1;
        if (Number.isNaN(value)) continue;
        const stays = recordBits[this.behind[k]] === 0;
        sum += value;
        count++;
        if (value > top) top = value;
        if (!stays) continue;
        passed += value;
        left++;
        if (value > most) most = value;
      }
      if (left === count) continue;
      const by = values ? weight?.by : 'sum';
      const [part, whole] = by === 'max' ? [most, top] : by === 'mean' ? [passed / left, sum / count] : [passed, sum];
      found[e] = left === 0 ? 0 : whole === 0 ? found[e] : (found[e] * part) / whole;
    }
    return found;
  }

  private column(key: string, name: string) {
    const table = this.ground.table(key);
    const found = column(table, name);
    if (!found) throw new Fault(`“${table.name}” has no column “${name}”.`);
    return found;
  }
}

const said = (error: unknown): string => {
  if (error instanceof Fault) return error.message;
  throw error;
};

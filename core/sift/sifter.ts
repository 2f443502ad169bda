/** What several sifts together leave in view, and what each counts under the others. */
import { type Network, edgeCount, nodeCount } from '../graph';
import { numbers } from '../amounts';
import { Fault } from '../fault';
import { own } from '../own';
import { type Where, spotsOf } from '../places';
import { type Column, type Table, column } from '../tables';
import { isTime } from './dates';
import { addFailing, all, clear, countOf, edgeBitsOf, markByRecords, markedWith, single, tiesOf } from './marks';
import { type Sift, type Sifting, kindOf, narrows } from './registry';
import type { Count, SiftRows, Tally, Tallying } from './sift';

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

/** Sifts a network again and again; what does not change from one time to the next is kept. */
export class Sifter {
  /** Where the rows of each table begin among all records. */
  private readonly begins: number[] = [];
  /** For each record behind an edge, its place among all. */
  private readonly behind: Uint32Array;
  /** 1 for each record that stands behind an edge. */
  private readonly used: Uint8Array;
  /** For each row the sifts that it does not pass, and which bits those are that are on. */
  private readonly bits: Record<Sift['of'], Int32Array>;
  private readonly standing = new Map<string, { key: string; of: Sift['of']; bit: number }>();
  private readonly recordMarks: Int32Array;
  private readonly passes = new Map<string, Uint8Array>();
  private readonly counts = new Map<string, Tallying<Sift>>();
  private readonly scratch = new Map<number, Uint8Array<ArrayBuffer>>();
  private readonly edgeMarks: Int32Array;
  private readonly edgeBits: Int32Array;

  constructor(private readonly ground: SiftGround) {
    const { edgeRecords } = ground.net;
    let size = 0;
    for (const key of edgeRecords?.tables ?? []) {
      this.begins.push(size);
      size += ground.table(key).rows;
    }
    const { net } = ground;
    this.bits = {
      records: new Int32Array(size),
      nodes: new Int32Array(nodeCount(net)),
      edges: new Int32Array(edgeCount(net)),
    };
    this.recordMarks = new Int32Array(size);
    this.edgeMarks = new Int32Array(edgeCount(net));
    this.edgeBits = new Int32Array(edgeCount(net));
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
    const { ofRecords, ofTies } = this.failing(sifts, cards);
    const { records: recordBits, nodes: nodeBits, edges: edgeBits } = this.bits;
    const [n, m] = [nodeCount(net), edgeCount(net)];
    const recordMarks = this.recordMarks.fill(0);
    const edgeMarks = this.edgeMarks.fill(0);
    const { source, target, edgeRecords } = net;
    const bits = edgeBitsOf(source, target, edgeBits, nodeBits, this.edgeBits);
    // A tie without records passes no sift of records, where its network has some.
    if (edgeRecords)
      markByRecords(edgeRecords.offsets, this.behind, bits, recordBits, recordMarks, edgeMarks, ofRecords);
    else for (let e = 0; e < m; e++) edgeMarks[e] = single(bits[e]) ? bits[e] || all : 0;
    const tied = tiesOf(source, target, edgeMarks, n);
    const nodeMarks = new Int32Array(n);
    for (let v = 0; v < n; v++) {
      const fails = nodeBits[v];
      if (!single(fails)) continue;
      if (untied === 'kept' || ofTies === 0) nodeMarks[v] = fails ? fails : -1;
      // A tie is asked for only while another sift of records or ties is on.
      else if (fails) nodeMarks[v] = tied[v] & (all | fails) ? fails : 0;
      else nodeMarks[v] = tied[v] | (single(ofTies) ? ofTies : 0);
    }
    this.tallies(sifts, { records: recordMarks, nodes: nodeMarks, edges: edgeMarks }, cards);
    const nodes = new Uint8Array(n);
    for (let v = 0; v < n; v++) nodes[v] = nodeBits[v] ? outOfView : nodeMarks[v] & all ? inView : withoutTies;
    const edges = markedWith(edgeMarks, all, 0, m);
    return {
      nodes,
      edges,
      ...(ofRecords ? { weight: this.weights(edges, recordBits) } : {}),
      counts: { nodes: countOf(nodeMarks), edges: countOf(edgeMarks), records: countOf(recordMarks, this.used) },
      cards,
    };
  }

  /** 1 for each row of a table that the last answer left in view; where edges are named, of those behind them. A Fault where no tie rests on the table. */
  rowsBehind(table: string, edges?: Uint32Array): Uint8Array {
    const begin = this.beginOf({ table });
    const { rows } = this.ground.table(table);
    const found = markedWith(this.recordMarks, all, begin, rows);
    if (!edges) return found;
    const { offsets } = this.ground.net.edgeRecords ?? { offsets: new Uint32Array(edges.length + 1) };
    const behind = new Uint8Array(rows);
    for (const e of edges) {
      for (let k = offsets[e]; k < offsets[e + 1]; k++) {
        const row = this.behind[k] - begin;
        if (row >= 0 && row < rows) behind[row] = found[row];
      }
    }
    return behind;
  }

  /** For each row a bit for every sift that it does not pass; only those of sifts that changed are set anew. */
  private failing(sifts: readonly Sift[], cards: SiftAnswer['cards']): { ofRecords: number; ofTies: number } {
    const wanted = sifts.filter(narrows);
    const keys = new Map(wanted.map((sift) => [sift.id, settingsOf(sift)]));
    for (const [id, { key, of, bit }] of this.standing) {
      if (keys.get(id) === key) continue;
      clear(this.bits[of], bit);
      this.standing.delete(id);
    }
    let ofRecords = 0;
    let ofTies = 0;
    for (const sift of wanted) {
      let stands = this.standing.get(sift.id);
      if (!stands) {
        try {
          const passes = this.passing(sift);
          stands = { key: settingsOf(sift), of: sift.of, bit: this.freeBit() };
          addFailing(this.bits[sift.of], passes, stands.bit, sift.of === 'records' ? this.beginOf(sift) : 0);
          this.standing.set(sift.id, stands);
        } catch (error) {
          cards[sift.id] = { fault: said(error) };
          continue;
        }
      }
      if (sift.of === 'records') ofRecords |= stands.bit;
      if (sift.of !== 'nodes') ofTies |= stands.bit;
    }
    return { ofRecords, ofTies };
  }

  private freeBit(): number {
    let taken = 0;
    for (const { bit } of this.standing.values()) taken |= bit;
    let bit = 1;
    while (taken & bit) bit <<= 1;
    return bit;
  }

  private tallies(sifts: readonly Sift[], marks: Record<Sift['of'], Int32Array>, cards: SiftAnswer['cards']): void {
    for (const sift of sifts) {
      if (!sift.on || own(cards, sift.id)) continue;
      try {
        const rows = this.rows(sift);
        const begin = sift.of === 'records' ? this.beginOf(sift) : 0;
        const wanted = all | (this.standing.get(sift.id)?.bit ?? 0);
        const here = marks[sift.of];
        const inView = markedWith(here, wanted, begin, rows.size, this.lent(rows.size));
        cards[sift.id] = { tally: this.tallying(sift, rows, begin)(inView, sift) };
      } catch (error) {
        cards[sift.id] = { fault: said(error) };
      }
    }
  }

  /** Marks that are read at once and written anew for the next card: large ones made for every answer are what takes the time. */
  private lent(size: number): Uint8Array<ArrayBuffer> {
    let held = this.scratch.get(size);
    if (!held) this.scratch.set(size, (held = new Uint8Array(size)));
    return held;
  }

  private passing(sift: Sift): Uint8Array {
    const key = settingsOf(sift);
    let held = this.passes.get(key);
    if (!held) {
      held = kindOf(sift).passes(this.rows(sift), sift);
      // The last ones are those that are dragged and set aside.
      if (this.passes.size > 40) this.passes.delete(this.passes.keys().next().value ?? '');
      this.passes.set(key, held);
    }
    return held;
  }

  private tallying(sift: Sift, rows: SiftRows, begin: number): Tallying<Sift> {
    const kind = kindOf(sift);
    const key = JSON.stringify([sift.kind, sift.of, sift.table, kind.tallies(sift)]);
    let held = this.counts.get(key);
    if (!held) {
      const all =
        sift.of === 'records' ? this.used.subarray(begin, begin + rows.size) : new Uint8Array(rows.size).fill(1);
      held = kind.tally(rows, sift, all);
      if (this.counts.size > 20) this.counts.delete(this.counts.keys().next().value ?? '');
      this.counts.set(key, held);
    }
    return held;
  }

  private beginOf({ table }: Pick<Sift, 'table'>): number {
    const place = this.ground.net.edgeRecords?.tables.indexOf(table ?? '') ?? -1;
    if (place < 0)
      throw new Fault(
        'The ties of this network no longer rest on the table that this sift reads. Remove the sift, or set it aside.',
      );
    return this.begins[place];
  }

  private rows(sift: Sift): SiftRows {
    const { net } = this.ground;
    const named = (columns: { columns: readonly Column[] }, name: string, of: string) => {
      const found = column(columns, name);
      if (!found) throw new Fault(`${of} have no column “${name}” here. Remove the sift, or choose another column.`);
      return found;
    };
    if (sift.of === 'nodes') {
      const column = (name: string) => named({ columns: net.nodeColumns }, name, 'Nodes');
      const spots = (where: Where) =>
        spotsOf(net, where, where.table === undefined ? undefined : this.ground.table(where.table));
      const times = () => timesAmong(net.nodeColumns);
      return { size: nodeCount(net), ids: net.ids, labels: net.labels, column, times, spots };
    }
    if (sift.of === 'edges') {
      const weight = { type: 'number' as const, name: 'weight', values: net.weight };
      const columns = [...net.edgeColumns, ...(column({ columns: net.edgeColumns }, 'weight') ? [] : [weight])];
      const times = () => timesAmong(columns);
      return { size: edgeCount(net), column: (name) => named({ columns }, name, 'Ties'), times };
    }
    this.beginOf(sift);
    const table = this.ground.table(sift.table ?? '');
    const times = () => timesAmong(table.columns);
    return { size: table.rows, column: (name) => named(table, name, `The records of “${table.name}”`), times };
  }

  /** Each weight by the share that the records have which pass: of their number, or of what ties weigh by. */
  private weights(edges: Uint8Array, recordBits: Int32Array): Float64Array {
    const { net, weight } = this.ground;
    const found = net.weight.slice();
    const { offsets, tables = [] } = net.edgeRecords ?? {};
    if (!offsets) return found;
    const values = weight && tables.length === 1 ? numbers(this.column(tables[0], weight.column)) : undefined;
    for (let e = 0; e < edges.length; e++) {
      if (!edges[e]) continue;
      let sum = 0;
      let passed = 0;
      let count = 0;
      let left = 0;
      let top = -Infinity;
      let most = -Infinity;
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

/** What makes a sift pass what it passes. */
function settingsOf({ id: _id, on: _on, ...settings }: Sift): string {
  return JSON.stringify(settings);
}

const timesAmong = (columns: readonly Column[]): string[] => columns.filter(isTime).map(({ name }) => name);

const said = (error: unknown): string => {
  if (error instanceof Fault) return error.message;
  throw error;
};

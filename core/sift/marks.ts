/** The inner loops of sifting. A row's bits are the sifts that it does not pass; marks are the sifts but for which it would be in view, and `all`. */

import type { Count } from './sift';

/** Stands in the marks for what all sifts leave; the bits below for what all but one leave. */
export const all = 1 << 29;

/** Whether at most one sift is not passed. */
export const single = (bits: number): boolean => (bits & (bits - 1)) === 0;

/** Adds a sift's bit to each row that does not pass, 0 in `passes`; rows begin at `begin`. */
export function addFailing(bits: Int32Array, passes: Uint8Array, bit: number, begin: number): void {
  for (let i = 0; i < passes.length; i++) bits[begin + i] |= (passes[i] - 1) & bit;
}

/** Takes a sift's bit from all rows. */
export function clear(bits: Int32Array, bit: number): void {
  for (let i = 0; i < bits.length; i++) bits[i] &= ~bit;
}

/** What edges are marked by themselves: their own bits and those of their ends. */
export function edgeBitsOf(
  source: Uint32Array,
  target: Uint32Array,
  edges: Int32Array,
  nodes: Int32Array,
  found: Int32Array,
): Int32Array {
  for (let e = 0; e < found.length; e++) found[e] = edges[e] | nodes[source[e]] | nodes[target[e]];
  return found;
}

/** Marks records, and edges by the records behind them; edges without any get the marks of `without`. */
export function markByRecords(
  offsets: Uint32Array,
  behind: Uint32Array,
  edgeBits: Int32Array,
  recordBits: Int32Array,
  records: Int32Array,
  edges: Int32Array,
  without: number,
): void {
  for (let e = 0; e < edges.length; e++) {
    const bits = edgeBits[e];
    const to = offsets[e + 1];
    let marks = 0;
    if (offsets[e] === to && single(bits | without)) marks = (bits | without) === 0 ? all : bits | without;
    for (let k = offsets[e]; k < to; k++) {
      const r = behind[k];
      const fails = bits | recordBits[r];
      const mark = (fails & (fails - 1)) === 0 ? (fails === 0 ? all : fails) : 0;
      records[r] |= mark;
      marks |= mark;
    }
    edges[e] = marks;
  }
}

/** For each node the marks of its ties. */
export function tiesOf(source: Uint32Array, target: Uint32Array, edges: Int32Array, nodes: number): Int32Array {
  const found = new Int32Array(nodes);
  for (let e = 0; e < edges.length; e++) {
    found[source[e]] |= edges[e];
    found[target[e]] |= edges[e];
  }
  return found;
}

/** How many are in view, and how many there are. */
export function countOf(marks: Int32Array, there?: Uint8Array): Count {
  let here = 0;
  let whole = 0;
  for (let i = 0; i < marks.length; i++) {
    const counts = there === undefined ? 1 : there[i];
    whole += counts;
    here += counts & (marks[i] >> 29);
  }
  return { inView: here, all: whole };
}

/** 1 for each row with one of the wanted marks. */
export function markedWith(
  marks: Int32Array,
  wanted: number,
  begin: number,
  size: number,
  found = new Uint8Array(size),
): Uint8Array {
  for (let i = 0; i < size; i++) found[i] = (marks[begin + i] & wanted) === 0 ? 0 : 1;
  return found;
}

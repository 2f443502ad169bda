import { type EdgeId, edgesAt } from '@/core/graph';
import { type Summary, edgesOf, summaryOf } from '@/core/read';
import { shortNumber } from '@/core/style';
import type { Sifting } from '@/core/sift';
import { viewRows } from '@/core/tables';
import type { Question } from './question';
import { sifterFor } from './sift';

export interface RecordsAsk {
  sifting: Sifting;
  table: string;
  /** Only those behind ties of a single node, among several, or behind these ties. */
  nodes: readonly string[];
  edges?: readonly EdgeId[];
  search?: string;
  sort?: string;
  descending?: boolean;
  /** What rows are ordered by after that. */
  then?: { sort: string; descending: boolean }[];
}

export interface RecordsAnswer {
  rows: Uint32Array;
  /** What each column says of them. */
  summaries: (Summary & { name: string })[];
}

/** Rows of a table that stand behind ties in view, or behind those of what is selected, in their order. */
export const records: Question<RecordsAsk, RecordsAnswer> = async (net, ask, around) => {
  const sifting = (await import('@/core/sift')).siftingSchema.parse(ask.sifting);
  const sifter = await sifterFor(net, sifting, around);
  const { edges } = sifter.answer(sifting);
  let chosen: Uint32Array | undefined;
  if (ask.edges?.length) chosen = edgesAt(net, ask.edges);
  else if (ask.nodes.length === 1) chosen = edgesOf(net, net.ids.indexOf(ask.nodes[0]));
  else if (ask.nodes.length > 1) {
    const wanted = new Set(ask.nodes);
    chosen = Uint32Array.from(edges.keys()).filter(
      (e) => wanted.has(net.ids[net.source[e]]) && wanted.has(net.ids[net.target[e]]),
    );
  }
  const marks = sifter.rowsBehind(ask.table, chosen);
  const table = around.table(ask.table);
  const rows = viewRows(table, ask).filter((row) => marks[row] === 1);
  const summaries = table.columns.map((col) => ({ name: col.name, ...summaryOf(col, rows, shortNumber) }));
  return { rows, summaries };
};

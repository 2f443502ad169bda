/** Rules by name: chosen nodes, shortlists, a column's values; and by chance, and without isolates. */
import * as z from 'zod';
import { cellText } from '../tables';
import { edgesAt, nodeColumn, nodeCount } from '../graph';
import { seeded } from '../random';
import { Fault, counted } from '../fault';
import { type KeepKind, markEdges, markNodes } from './rule';

export const valuesSchema = z.object({ by: z.literal('values'), column: z.string(), values: z.array(z.string()) });
export const byValues: KeepKind<z.infer<typeof valuesSchema>> = {
  by: 'values',
  title: 'nodes by a column’s values',
  help: 'Nodes whose cell holds one of the ticked values.',
  schema: valuesSchema,
  summary: ({ column, values }) => (values.length ? `${column}: ${values.join(', ')}` : `${column}: none`),
  marks(net, rule, { step }) {
    const col = nodeColumn(net, rule.column, step);
    if (!rule.values.length) throw new Fault('No value is ticked yet. Tick those whose nodes are to stay.', step, true);
    const wanted = new Set(rule.values);
    if (col.type === 'text') {
      const hit = Uint8Array.from(col.dictionary, (entry) => (wanted.has(entry) ? 1 : 0));
      const empty = wanted.has('');
      return { nodes: markNodes(net, (v) => (col.codes[v] < 0 ? empty : hit[col.codes[v]] === 1)) };
    }
    if (col.type === 'list') {
      const hit = Uint8Array.from(col.dictionary, (entry) => (wanted.has(entry) ? 1 : 0));
      return {
        nodes: markNodes(net, (v) =>
          col.codes.subarray(col.offsets[v], col.offsets[v + 1]).some((code) => hit[code] === 1),
        ),
      };
    }
    return { nodes: markNodes(net, (v) => wanted.has(cellText(col, v))) };
  },
};

export const nodesSchema = z.object({
  by: z.literal('nodes'),
  nodes: z.array(z.string()),
  /** Whether the chosen nodes stay, or are left out. */
  leave: z.boolean().default(false),
  /** Only the edges between these pairs stay, as ids of their ends, whichever way they run; absent: all among the nodes. */
  ties: z.array(z.tuple([z.string(), z.string()])).optional(),
  /** Only these edges stay, each as it runs; of parallel ones that with the record. */
  edges: z
    .array(
      z.object({
        from: z.string(),
        to: z.string(),
        record: z.object({ table: z.string(), row: z.number().int().min(0) }).optional(),
      }),
    )
    .optional(),
});
export const byNodes: KeepKind<z.infer<typeof nodesSchema>> = {
  by: 'nodes',
  title: 'chosen nodes, or all but them',
  help: 'Nodes chosen by hand, by their ids.',
  schema: nodesSchema,
  summary: ({ nodes, leave, ties, edges = ties }) =>
    leave
      ? `without ${counted(nodes.length, 'node')}`
      : `${counted(nodes.length, 'chosen node')}${edges ? `, ${counted(edges.length, 'tie')}` : ''}`,
  marks(net, { nodes, leave, ties, edges }, { step }) {
    if (!nodes.length && !leave)
      throw new Fault('No nodes are chosen yet. Find some by name, or take the selection into the step.', step, true);
    const wanted = new Set(nodes);
    const stay = markNodes(net, (v) => wanted.has(net.ids[v]) !== leave);
    if (edges && !leave) {
      const marks = new Uint8Array(net.source.length);
      for (const e of edgesAt(net, edges)) marks[e] = 1;
      return { nodes: stay, edges: marks };
    }
    if (!ties || leave) return { nodes: stay };
    const pairs = new Set(ties.flatMap(([a, b]) => [JSON.stringify([a, b]), JSON.stringify([b, a])]));
    return {
      nodes: stay,
      edges: markEdges(net, (e) => pairs.has(JSON.stringify([net.ids[net.source[e]], net.ids[net.target[e]]]))),
    };
  },
};

export const shortlistSchema = z.object({
  by: z.literal('shortlist'),
  shortlist: z.string(),
  leave: z.boolean().default(false),
});
export const byShortlist: KeepKind<z.infer<typeof shortlistSchema>> = {
  by: 'shortlist',
  title: 'a shortlist, or all but it',
  help: 'The nodes of a shortlist of the study. The step follows when the shortlist changes.',
  schema: shortlistSchema,
  summary: ({ leave }) => (leave ? 'without a shortlist' : 'a shortlist'),
  marks(net, rule, context) {
    const wanted = new Set(context.shortlist(rule.shortlist).nodes.map(({ id }) => id));
    return { nodes: markNodes(net, (v) => wanted.has(net.ids[v]) !== rule.leave) };
  },
};

export const sampleSchema = z.object({
  by: z.literal('sample'),
  count: z.number().int().min(1).default(100),
  seed: z.number().int().default(7),
});
export const bySample: KeepKind<z.infer<typeof sampleSchema>> = {
  by: 'sample',
  title: 'a random sample of nodes',
  help: 'So many nodes drawn by chance, each as likely as any other. The same seed draws the same nodes.',
  schema: sampleSchema,
  summary: ({ count, seed }) => `${counted(count, 'node')} by chance, seed ${seed}`,
  marks(net, { count, seed }) {
    const order = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
    seeded(seed).shuffle(order);
    const nodes = new Uint8Array(nodeCount(net));
    for (const v of order.subarray(0, count)) nodes[v] = 1;
    return { nodes };
  },
};

export const isolatesSchema = z.object({ by: z.literal('isolates') });
export const byIsolates: KeepKind<z.infer<typeof isolatesSchema>> = {
  by: 'isolates',
  title: 'nodes that have a tie',
  help: 'Leaves out nodes without an edge, or with loops alone.',
  schema: isolatesSchema,
  summary: () => 'without isolates',
  marks(net) {
    const tied = new Uint8Array(nodeCount(net));
    for (let e = 0; e < net.source.length; e++)
      if (net.source[e] !== net.target[e]) tied[net.source[e]] = tied[net.target[e]] = 1;
    return { nodes: markNodes(net, (v) => tied[v] === 1) };
  },
};

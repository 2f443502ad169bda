/** Rules that thin out edges: each node's strongest, and those that chance would not give. */
import { z } from 'zod';
import { type Network, bundled, groupedPairs, nodeCount } from '../graph';
import { Fault } from '../fault';
import { type KeepKind, everyNode, markEdges } from './rule';

export const strongestSchema = z.object({ by: z.literal('strongest'), count: z.number().int().min(1).default(3) });
export const byStrongest: KeepKind<z.infer<typeof strongestSchema>> = {
  by: 'strongest',
  title: 'each node’s strongest edges',
  help: 'An edge stays where it is among the strongest of one of its ends. Of equal ones the earlier stays.',
  schema: strongestSchema,
  summary: ({ count }) => `the ${count} strongest edges of each node`,
  marks(net, { count }) {
    const m = net.source.length;
    const edges = new Uint8Array(m);
    const ends = new Uint32Array(2 * m);
    const both = new Uint32Array(2 * m);
    let size = 0;
    for (let e = 0; e < m; e++) {
      ends[size] = net.source[e];
      both[size++] = e;
      if (net.source[e] === net.target[e]) continue;
      ends[size] = net.target[e];
      both[size++] = e;
    }
    const { offsets, items } = bundled(ends.subarray(0, size), both.subarray(0, size), nodeCount(net));
    const weights = new Float64Array(size);
    for (let k = 0; k < size; k++) weights[k] = net.weight[items[k]];
    const sorted = weights.slice();
    for (let v = 0; v < nodeCount(net); v++) {
      const [from, to] = [offsets[v], offsets[v + 1]];
      let least = -Infinity;
      if (to - from > count) least = sorted.subarray(from, to).sort()[to - from - count];
      let stronger = 0;
      for (let k = from; k < to; k++) if (weights[k] > least) stronger++;
      for (let k = from; k < to; k++) {
        if (weights[k] > least || (weights[k] === least && stronger++ < count)) edges[items[k]] = 1;
      }
    }
    return { nodes: everyNode(net), edges };
  },
};

/** Strength and number of edges at one end of all nodes. */
class Ends {
  private readonly sum: Float64Array;
  private readonly edges: Uint32Array;
  /** The weight last asked for at each node, and what came of it: powers are dear, and many edges weigh the same. */
  private readonly asked: Float64Array;
  private readonly found: Float64Array;
  constructor(nodes: number) {
    this.sum = new Float64Array(nodes);
    this.edges = new Uint32Array(nodes);
    this.asked = new Float64Array(nodes);
    this.found = new Float64Array(nodes);
  }
  add(node: number, weight: number): void {
    this.sum[node] += weight;
    this.edges[node]++;
  }
  chance(node: number, weight: number): number {
    if (this.edges[node] < 2) return 1;
    if (this.asked[node] !== weight) {
      this.asked[node] = weight;
      this.found[node] = (1 - weight / this.sum[node]) ** (this.edges[node] - 1);
    }
    return this.found[node];
  }
}

/**
 * How likely each edge's share of its end's strength would be if strength were spread at random over the k edges there: (1 − w/s)^(k − 1), the smaller of
 * both ends; of a directed network out of the source and into the target (Serrano, Boguñá and Vespignani 2009). Parallel edges count as one; loops and
 * the only edge of both ends have 1.
 */
export function disparity(net: Network, step?: string): Float64Array {
  const m = net.source.length;
  const n = nodeCount(net);
  let bad = 0;
  while (bad < m && net.weight[bad] > 0) bad++;
  if (bad < m) {
    throw new Fault(
      `The backbone needs weights above 0; the edge ${net.labels[net.source[bad]]} – ${net.labels[net.target[bad]]} has ${net.weight[bad]}. Leave such edges out before.`,
      step,
    );
  }
  const a = net.source.slice();
  const b = net.target.slice();
  if (!net.directed) {
    for (let e = 0; e < m; e++) {
      if (a[e] <= b[e]) continue;
      a[e] = net.target[e];
      b[e] = net.source[e];
    }
  }
  const { of, count } = groupedPairs(a, b, n);
  const weight = new Float64Array(count);
  const from = new Uint32Array(count);
  const to = new Uint32Array(count);
  for (let e = 0; e < m; e++) {
    weight[of[e]] += net.weight[e];
    from[of[e]] = a[e];
    to[of[e]] = b[e];
  }
  // Undirected: both ends count into the same sums.
  const out = new Ends(n);
  const into = net.directed ? new Ends(n) : out;
  for (let p = 0; p < count; p++) {
    if (from[p] === to[p]) continue;
    out.add(from[p], weight[p]);
    into.add(to[p], weight[p]);
  }
  const values = new Float64Array(m);
  for (let e = 0; e < m; e++) {
    const p = of[e];
    values[e] = from[p] === to[p] ? 1 : Math.min(out.chance(from[p], weight[p]), into.chance(to[p], weight[p]));
  }
  return values;
}

export const backboneSchema = z.object({ by: z.literal('backbone'), level: z.number().gt(0).max(1).default(0.05) });
export const byBackbone: KeepKind<z.infer<typeof backboneSchema>> = {
  by: 'backbone',
  title: 'the backbone of edges',
  help: 'Edges that hold more of an end’s strength than chance would give them: (1 − w/s)^(k − 1) under the level at one end at least (disparity filter; Serrano, Boguñá and Vespignani 2009).',
  schema: backboneSchema,
  summary: ({ level }) => `backbone at ${level}`,
  marks(net, { level }, { step }) {
    const p = disparity(net, step);
    return { nodes: everyNode(net), edges: markEdges(net, (e) => p[e] < level) };
  },
};

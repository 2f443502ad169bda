/** Rules that thin out edges: each node's strongest, and those that chance would not give. */
import * as z from 'zod';
import { bundled, nodeCount } from '../graph';
import { disparity } from '../measure/disparity';
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

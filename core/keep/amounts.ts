/** Rules by numbers: degree, strength, any number column; and by the weight of edges. */
import * as z from 'zod';
import { type Network, edgeColumn, nodeColumn } from '../graph';
import { degree as degreeMeasure, degreesOf, endsAt } from '../measure/degree';
import { Fault } from '../fault';
import { type KeepKind, everyNode, markEdges, markNodes, rangeWords } from './rule';

const range = { min: z.number().optional(), max: z.number().optional() };
const inside =
  ({ min = -Infinity, max = Infinity }: { min?: number; max?: number }) =>
  (value: number): boolean =>
    value >= min && value <= max;

export const degreeSchema = z.object({
  by: z.literal('degree'),
  min: z.number().min(0).default(1),
  max: z.number().min(0).optional(),
});
export const byDegree: KeepKind<z.infer<typeof degreeSchema>> = {
  by: 'degree',
  title: 'nodes by degree',
  help: degreeMeasure.words,
  schema: degreeSchema,
  summary: ({ min, max }) => rangeWords('degree', min, max),
  marks(net, rule) {
    const values = degreesOf(net);
    const test = inside(rule);
    return { nodes: markNodes(net, (v) => test(values[v])) };
  },
};

export const strengthSchema = z.object({ by: z.literal('strength'), ...range });
export const byStrength: KeepKind<z.infer<typeof strengthSchema>> = {
  by: 'strength',
  title: 'nodes by strength',
  help: 'The sum of the weights of a node’s edges.',
  schema: strengthSchema,
  summary: ({ min, max }) => rangeWords('strength', min, max),
  marks(net, rule) {
    const values = endsAt(net, { out: true, in: true }, true);
    const test = inside(rule);
    return { nodes: markNodes(net, (v) => test(values[v])) };
  },
};

export const numberSchema = z.object({
  by: z.literal('number'),
  on: z.enum(['nodes', 'edges']).default('nodes'),
  column: z.string(),
  ...range,
});
export const byNumber: KeepKind<z.infer<typeof numberSchema>> = {
  by: 'number',
  title: 'nodes or edges by a number',
  help: 'Any number column between two bounds. What has no number does not stay.',
  schema: numberSchema,
  summary: ({ column, min, max }) => rangeWords(column, min, max),
  marks(net, rule, { step }) {
    const values = numbers(net, rule.on, rule.column, step);
    const test = inside(rule);
    return rule.on === 'nodes'
      ? { nodes: markNodes(net, (v) => test(values[v])) }
      : { nodes: everyNode(net), edges: markEdges(net, (e) => test(values[e])) };
  },
};

function numbers(net: Network, on: 'nodes' | 'edges', name: string, step: string): Float64Array {
  if (on === 'edges' && name === 'weight') return net.weight;
  const col = on === 'nodes' ? nodeColumn(net, name, step) : edgeColumn(net, name, step);
  if (col.type === 'number') return col.values;
  throw new Fault(`“${name}” is no number column. Choose one, or keep by condition.`, step);
}

export const weightSchema = z.object({ by: z.literal('weight'), min: z.number().default(2) });
export const byWeight: KeepKind<z.infer<typeof weightSchema>> = {
  by: 'weight',
  title: 'edges by weight',
  help: 'Edges of at least this weight. Nodes stay, also those left without an edge.',
  schema: weightSchema,
  summary: ({ min }) => `edge weight at least ${min}`,
  marks: (net, { min }) => ({ nodes: everyNode(net), edges: markEdges(net, (e) => net.weight[e] >= min) }),
};

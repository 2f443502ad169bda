import * as z from 'zod';
import { counted } from '../../fault';
import { nodeCount } from '../../graph';
import type { Layout } from '../layout';

const most = 20_000;

const schema = z.object({
  root: z.string().optional().meta({ title: 'Root', node: 'the busiest node' }),
  round: z.boolean().default(false).meta({ title: 'Round' }),
  along: z.boolean().default(false).meta({ title: 'Only along the direction of ties', directed: true }),
  room: z
    .number()
    .min(5)
    .max(1000)
    .default(110)
    .meta({ title: 'Room for a step', slide: [20, 400, 5] }),
  apart: z
    .number()
    .min(2)
    .max(400)
    .default(18)
    .meta({ title: 'Room for a node', slide: [8, 80, 1] }),
});

/** A spanning tree. */
export const tree: Layout<'tree', typeof schema> = {
  key: 'tree',
  title: 'Tree',
  help: 'Each node under the first that leads to it from the root.',
  schema,
  // Upright, so many would be a thin line.
  begun: (nodes) => ({ round: nodes > 500 }),
  summary: ({ round }) => (round ? 'tree, round' : 'tree'),
  needs(net, { root }) {
    if (nodeCount(net) > most)
      return `Trees are for up to ${counted(most, 'node')}. Narrow the network, or choose another layout.`;
    return root === undefined || net.ids.includes(root)
      ? undefined
      : 'The node that was chosen for the root is not in the network here. Choose another one, or let it be the busiest.';
  },
  place: async (net, settings) => (await import('../tree')).treeLayout(net, settings),
};

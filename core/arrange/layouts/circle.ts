import * as z from 'zod';
import { counted } from '../../fault';
import { nodeCount } from '../../graph';
import type { Layout } from '../layout';

/** More nodes than this cannot be told apart on one circle. */
const most = 5000;

const schema = z.object({
  by: z
    .string()
    .optional()
    .meta({ title: 'Together by', column: { of: 'nodes', as: 'category', none: 'nothing', wish: 'group' } }),
  room: z
    .number()
    .min(2)
    .max(200)
    .default(24)
    .meta({
      title: 'Room',
      description: 'From node to node, in map units; a plain node is 12 wide.',
      slide: [8, 80, 1],
    }),
});

/** One circle, edges as short as they come. */
export const circle: Layout<'circle', typeof schema> = {
  key: 'circle',
  title: 'Circle',
  help: 'All nodes on one circle, ordered so that ties are short.',
  turns: true,
  schema,
  summary: ({ by }) => (by ? `circle by ${by}` : 'circle'),
  needs: (net) =>
    nodeCount(net) > most
      ? `A circle is for up to ${counted(most, 'node')}. Narrow the network, or choose another layout.`
      : undefined,
  place: async (net, settings, context) => (await import('../circle')).circleLayout(net, settings, context),
};

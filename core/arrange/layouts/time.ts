import * as z from 'zod';
import { counted } from '../../fault';
import { nodeCount } from '../../graph';
import { lacksAmount } from '../columns';
import type { Layout } from '../layout';

/** With more nodes lanes are too many to be read, or to be looked through. */
const most = 10_000;

const schema = z.object({
  column: z
    .string()
    .default('')
    .meta({ title: 'Time', column: { of: 'nodes', as: 'amount', wish: 'born' } }),
  by: z
    .string()
    .optional()
    .meta({ title: 'In bands by', column: { of: 'nodes', as: 'category', most: 60, none: 'nothing', wish: 'group' } }),
  wide: z
    .number()
    .min(50)
    .max(20000)
    .default(1200)
    .meta({ title: 'Width', slide: [200, 4000, 50] }),
  apart: z
    .number()
    .min(4)
    .max(200)
    .default(22)
    .meta({ title: 'Room for a node', slide: [8, 80, 1] }),
});

/** From left to right by a date or a number. */
export const time: Layout<'time', typeof schema> = {
  key: 'time',
  title: 'Time',
  help: 'From left to right by a date or a number, in lanes so that no node covers another.',
  schema,
  // Each takes its room in a picture that is wider than high.
  begun: (nodes) => ({ wide: Math.min(20_000, Math.max(1200, Math.ceil((Math.sqrt(1.6 * nodes) * 22) / 50) * 50)) }),
  summary: ({ column, by }) => `by ${column || '…'}${by ? `, bands by ${by}` : ''}`,
  needs: (net, { column }) =>
    nodeCount(net) > most
      ? `Lanes along time are for up to ${counted(most, 'node')}. Narrow the network, or choose another layout.`
      : lacksAmount(net, column, 'when a node is'),
  async guides(net, { column, by }, at) {
    const { axis, rowNames } = await import('../guides');
    return [...axis(net, column, 'x', at), ...(by ? rowNames(net, by, false, at) : [])];
  },
  place: async (net, settings) => (await import('../time')).timeLayout(net, settings),
};

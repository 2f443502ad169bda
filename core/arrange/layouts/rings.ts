import * as z from 'zod';
import { lacksAmount } from '../columns';
import type { Layout } from '../layout';

const schema = z.object({
  by: z
    .enum(['steps', 'amount'])
    .default('steps')
    .meta({
      title: 'Rings by',
      labels: { steps: 'steps from a node', amount: 'an amount, the highest inside' },
    }),
  middle: z
    .string()
    .optional()
    .meta({ title: 'In the middle', node: 'the busiest node', when: { by: ['steps'] } }),
  column: z
    .string()
    .default('')
    .meta({ title: 'Amount', column: { of: 'nodes', as: 'amount', wish: 'degree' }, when: { by: ['amount'] } }),
  rings: z
    .number()
    .int()
    .min(1)
    .max(30)
    .default(5)
    .meta({ title: 'Rings', slide: [1, 12, 1], when: { by: ['amount'] } }),
  room: z
    .number()
    .min(5)
    .max(400)
    .default(70)
    .meta({ title: 'Room between rings', slide: [20, 200, 5] }),
  apart: z
    .number()
    .min(0)
    .max(200)
    .default(18)
    .meta({ title: 'Room on a ring', slide: [0, 60, 1] }),
});

/** Rings around a node, or around the highest values of a column. */
export const rings: Layout<'rings', typeof schema> = {
  key: 'rings',
  title: 'Rings',
  help: 'Rings around a middle: by steps from a node, or by an amount.',
  turns: true,
  schema,
  summary: ({ by, column }) => (by === 'steps' ? 'rings by steps' : `rings by ${column}`),
  needs(net, { by, column, middle }) {
    if (by === 'amount') return lacksAmount(net, column, 'how far inside a node stands');
    return middle === undefined || net.ids.includes(middle)
      ? undefined
      : 'The node that was chosen for the middle is not in the network here. Choose another one, or let it be the busiest.';
  },
  place: async (net, settings) => (await import('../rings')).ringsLayout(net, settings),
};

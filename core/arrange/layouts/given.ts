import * as z from 'zod';
import { lacksAmount } from '../columns';
import type { Layout } from '../layout';

const amount = (title: string, wish: string) =>
  z
    .string()
    .default('')
    .meta({ title, column: { of: 'nodes', as: 'amount', wish, named: 'alike' } });

const schema = z.object({
  x: amount('Column of x', 'x'),
  y: amount('Column of y', 'y'),
  upward: z.boolean().default(true).meta({ title: 'y grows upwards' }),
  wide: z
    .number()
    .min(50)
    .max(10000)
    .default(900)
    .meta({ title: 'Width', slide: [200, 3000, 20] }),
});

/** Places that came with the data. */
export const given: Layout<'given', typeof schema> = {
  key: 'given',
  title: 'As given',
  help: 'Places that came with the data, in their own proportion.',
  schema,
  summary: ({ x, y }) => `as given by ${x || '…'} and ${y || '…'}`,
  needs: (net, { x, y }) => lacksAmount(net, x, 'x of each node') ?? lacksAmount(net, y, 'y of each node'),
  place: async (net, settings) => (await import('../amounts')).givenLayout(net, settings),
};

import * as z from 'zod';
import { lacksColumn } from '../columns';
import type { Layout } from '../layout';

const schema = z.object({
  by: z
    .string()
    .default('')
    .meta({ title: 'Boxes by', column: { of: 'nodes', as: 'category', most: 200, wish: 'group' } }),
  room: z
    .number()
    .min(5)
    .max(400)
    .default(44)
    .meta({ title: 'Room for a node', slide: [12, 120, 1] }),
  gap: z
    .number()
    .min(0)
    .max(400)
    .default(36)
    .meta({ title: 'Between boxes', slide: [0, 120, 2] }),
  seed: z.number().int().default(7).meta({ title: 'Seed', description: 'The same seed gives the same picture.' }),
});

/** A box for each group. */
export const boxes: Layout<'boxes', typeof schema> = {
  key: 'boxes',
  title: 'Group boxes',
  help: 'A box for each group, as large as the group, laid out inside.',
  schema,
  summary: ({ by }) => `boxes by ${by || '…'}`,
  needs: (net, { by }) => lacksColumn(net, by, 'to which box a node belongs'),
  place: async (net, settings, context) => (await import('../boxes')).boxesLayout(net, settings, context),
};

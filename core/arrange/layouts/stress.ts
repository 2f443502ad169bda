import * as z from 'zod';
import { nodeCount } from '../../graph';
import type { Layout } from '../layout';

const schema = z.object({
  room: z
    .number()
    .min(5)
    .max(400)
    .default(70)
    .meta({ title: 'Length of a step', description: 'In map units; a plain node is 12 wide.', slide: [10, 200, 5] }),
  apart: z
    .number()
    .min(0)
    .max(200)
    .default(14)
    .meta({ title: 'Keep nodes apart', slide: [0, 60, 1] }),
  seed: z.number().int().default(7).meta({ title: 'Seed', description: 'The same seed gives the same picture.' }),
});

/** Distances on paper as the steps between nodes. */
export const stress: Layout<'stress', typeof schema> = {
  key: 'stress',
  title: 'Stress',
  help: 'Two nodes as far apart on paper as the steps between them.',
  turns: true,
  goesOn: true,
  schema,
  seconds: (net) => 1.6e-5 * nodeCount(net) ** 1.4,
  summary: () => 'by stress',
  async place(net, settings, context) {
    const { stressLayout } = await import('../stress');
    return stressLayout(net, settings, context, context.report, { begin: context.begin });
  },
};

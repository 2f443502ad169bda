/** Forces: ties pull, nodes push. */
import * as z from 'zod';
import { edgeCount, nodeCount } from '../../graph';
import type { Layout } from '../layout';

const schema = z.object({
  pull: z
    .number()
    .min(0)
    .max(1)
    .default(0.2)
    .meta({
      title: 'Pull to the centre',
      description: 'Holds parts together that no tie joins.',
      slide: [0, 1, 0.05],
      digits: 2,
    }),
  grows: z
    .number()
    .min(0)
    .max(2)
    .default(1)
    .meta({
      title: 'Pull of ties grows with their length',
      description: 'From tight groups (0) to even spacing (2); Noack 2009.',
      slide: [0, 2, 0.25],
      digits: 2,
    }),
  spread: z
    .number()
    .min(5)
    .max(400)
    .default(44)
    .meta({
      title: 'Spread',
      description: 'Room for each node, in map units; a plain node is 12 wide.',
      slide: [10, 150, 1],
    }),
  apart: z
    .number()
    .min(0)
    .max(200)
    .default(14)
    .meta({
      title: 'Keep nodes apart',
      description: 'Least distance between two nodes; 0 lets them cover each other.',
      slide: [0, 60, 1],
    }),
  weights: z.boolean().default(false).meta({ title: 'Heavier ties pull harder' }),
  /** Parts that no edge joins stand in rows beside the largest. */
  pack: z.boolean().default(true).meta({ title: 'Parts without ties between them in rows' }),
  iterations: z.number().int().min(1).max(5000).default(300).meta({ title: 'Rounds' }),
  seed: z
    .number()
    .int()
    .default(7)
    .meta({ title: 'Seed', description: 'The same seed gives the same picture.', beside: 'iterations' }),
});

export const force: Layout<'force', typeof schema> = {
  key: 'force',
  title: 'Forces',
  help: 'Ties pull, nodes push.',
  turns: true,
  goesOn: true,
  schema,
  seconds(net, { iterations }) {
    const n = nodeCount(net);
    return (1.6e-5 * n * Math.log2(n + 2) + 2e-6 * edgeCount(net)) * (iterations / 300);
  },
  summary: ({ seed }) => `forces, seed ${seed}`,
  async place(net, settings, context) {
    const { forceLayout } = await import('../force');
    return forceLayout(net, settings, context, context.report, context.begin);
  },
  /** A sunflower spiral: even, calm, and the same for the same number of nodes. */
  sketch(net, { spread }) {
    const n = nodeCount(net);
    const positions = new Float32Array(2 * n);
    for (let v = 0; v < n; v++) {
      const radius = spread * Math.sqrt((v + 0.5) / Math.PI);
      positions[2 * v] = radius * Math.cos(v * 2.399963229728653);
      positions[2 * v + 1] = radius * Math.sin(v * 2.399963229728653);
    }
    return positions;
  },
};

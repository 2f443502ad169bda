import * as z from 'zod';
import { scaleSchema } from '../../amounts';
import { lacksAmount } from '../columns';
import type { Layout } from '../layout';

const amount = (title: string, wish: string) =>
  z
    .string()
    .default('')
    .meta({ title, column: { of: 'nodes', as: 'amount', wish } });
const side = (title: string, first: number) =>
  z
    .number()
    .min(50)
    .max(5000)
    .default(first)
    .meta({ title, slide: [200, 2000, 20] });

const schema = z.object({
  x: amount('To the right', 'degree'),
  xScale: scaleSchema('x', 'linear'),
  y: amount('Upwards', 'betweenness'),
  yScale: scaleSchema('y', 'linear'),
  wide: side('Width', 900),
  high: side('Height', 600),
});

/** A field of two amounts. */
export const amounts: Layout<'amounts', typeof schema> = {
  key: 'amounts',
  title: 'Two amounts',
  help: 'Where a node stands says two of its values. Nodes without one of them stand in a line outside.',
  schema,
  summary: ({ x, y }) => `${y || '…'} over ${x || '…'}`,
  needs: (net, { x, y }) =>
    lacksAmount(net, x, 'how far to the right a node stands') ?? lacksAmount(net, y, 'how far up a node stands'),
  async guides(net, { x, y, xScale, yScale }, at) {
    const { axis } = await import('../guides');
    return [...axis(net, x, 'x', at, xScale !== 'linear'), ...axis(net, y, 'y', at, yScale !== 'linear')];
  },
  place: async (net, settings) => (await import('../amounts')).amountsLayout(net, settings),
};

import * as z from 'zod';
import { nodeColumn } from '../../graph';
import { scaleSchema } from '../../amounts';
import { type Channel, columnOf } from '../channel';
import { amountsOf, between, byAmount } from '../modes/amount';

const size = z.number().min(4).max(60);

const schema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('fixed').meta({ title: 'the letter size above' }) }),
    z.object({
      by: z.literal('node').meta({ title: 'with the size of the node' }),
      min: size.default(9).meta({ title: 'Smallest' }),
      max: size.default(20).meta({ title: 'Largest', beside: 'min' }),
    }),
    byAmount(
      'nodes',
      {
        min: size.default(9).meta({ title: 'Smallest' }),
        max: size.default(20).meta({ title: 'Largest', beside: 'min' }),
        scale: scaleSchema('column'),
      },
      'degree',
    ),
  ])
  .default({ by: 'fixed' });

export const labelSize: Channel<typeof schema, number> = {
  whose: 'labels',
  title: 'Size',
  schema,
  look: {
    of: 'nodes',
    schema: size.meta({ title: 'Letter size', slide: [6, 36, 1], first: 16 }),
    set: ({ labelSize: sizes }, places, look) => places.forEach((v) => (sizes[v] = look)),
  },
  turn: 68,
  columns: columnOf('nodes'),
  fill(net, rule, looks, step) {
    if (rule.by === 'fixed') return [];
    if (rule.by === 'amount') {
      looks.labelSize = between(amountsOf(nodeColumn(net, rule.column, step), rule, step), rule.min, rule.max);
      return [];
    }
    let [low, high] = [Infinity, -Infinity];
    for (const r of looks.radius) [low, high] = [Math.min(low, r), Math.max(high, r)];
    looks.labelSize = Float32Array.from(looks.radius, (r) =>
      high > low ? rule.min + ((rule.max - rule.min) * (r - low)) / (high - low) : (rule.min + rule.max) / 2,
    );
    return [];
  },
};

import * as z from 'zod';
import { nodeColumn } from '../../graph';
import { scaleSchema } from '../../amounts';
import { type Channel, columnOf } from '../channel';
import { alike } from '../modes/alike';
import { amountsOf, between, byAmount } from '../modes/amount';

const opacity = z.number().min(0.05).max(1);

const schema = z
  .discriminatedUnion('by', [
    alike({ opacity: opacity.meta({ title: 'Opacity of all nodes', slide: [0.05, 1, 0.05], digits: 2, first: 1 }) }),
    byAmount(
      'nodes',
      {
        min: opacity.default(0.2).meta({ title: 'Faintest' }),
        max: opacity.default(1).meta({ title: 'Strongest', beside: 'min' }),
        scale: scaleSchema('column'),
      },
      'degree',
    ),
  ])
  .default({ by: 'all', opacity: 1 });

export const nodeOpacity: Channel<typeof schema, number> = {
  whose: 'nodes',
  title: 'Opacity',
  schema,
  look: {
    of: 'nodes',
    schema: opacity.meta({ title: 'Opacity', slide: [0.05, 1, 0.05], digits: 2, first: 0.4 }),
    set: (looks, places, look) => places.forEach((v) => (looks.opacity[v] = Math.round(255 * look))),
  },
  turn: 32,
  columns: columnOf('nodes'),
  fill(net, rule, looks, step) {
    if (rule.by === 'all') looks.opacity.fill(Math.round(255 * rule.opacity));
    else {
      const shown = between(amountsOf(nodeColumn(net, rule.column, step), rule, step), rule.min, rule.max);
      shown.forEach((share, v) => (looks.opacity[v] = Math.round(255 * share)));
    }
    return [];
  },
};

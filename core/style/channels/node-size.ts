import * as z from 'zod';
import { nodeColumn } from '../../graph';
import { columnTitle } from '../../measure';
import { type Channel, columnOf } from '../channel';
import { alike } from '../modes/alike';
import { numbers, scaleSchema } from '../../amounts';
import { amountsOf, between, byAmount, classEntries, ends, ticks } from '../modes/amount';

const radius = z.number().min(0.5).max(100);

const schema = z
  .discriminatedUnion('by', [
    alike({ radius: radius.meta({ title: 'Radius', slide: [1, 30, 0.5], first: 6 }) }),
    byAmount(
      'nodes',
      {
        min: radius.default(4).meta({ title: 'Smallest' }),
        max: radius.default(13).meta({ title: 'Largest', beside: 'min' }),
        scale: scaleSchema('column'),
      },
      'degree',
    ),
  ])
  .default({ by: 'all', radius: 6 });

export const nodeSize: Channel<typeof schema, number> = {
  whose: 'nodes',
  title: 'Size',
  schema,
  look: {
    of: 'nodes',
    schema: radius.meta({ title: 'Radius', slide: [1, 30, 0.5], first: 10 }),
    set: ({ radius: sizes }, places, look) => places.forEach((v) => (sizes[v] = look)),
  },
  turn: 30,
  columns: columnOf('nodes'),
  fill(net, rule, looks, step) {
    if (rule.by === 'all') {
      looks.radius.fill(rule.radius);
      return [];
    }
    const col = nodeColumn(net, rule.column, step);
    const amounts = amountsOf(col, rule, step);
    const { min, max } = rule;
    looks.radius = between(amounts, min, max);
    if (Number.isNaN(amounts.low)) return [];
    const title = columnTitle(col.name);
    return amounts.classes
      ? [{ kind: 'discs', title, column: col.name, entries: classEntries(amounts) }]
      : [{ kind: 'sizes', title, ...ends(amounts, rule), min, max, ticks: ticks(numbers(col, step), amounts, rule) }];
  },
};

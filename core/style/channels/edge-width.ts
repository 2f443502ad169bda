import * as z from 'zod';
import { scaleSchema } from '../../amounts';
import type { Channel } from '../channel';
import { alike } from '../modes/alike';
import { between, byAmount, classEntries, edgeAmounts, ends, ticks } from '../modes/amount';

const width = z.number().min(0.1).max(30);

const schema = z
  .discriminatedUnion('by', [
    alike({ width: width.meta({ title: 'Width of all edges', slide: [0.2, 8, 0.1], first: 1 }) }),
    /** By a number column of the edges, or `weight`. */
    byAmount(
      'edges',
      {
        min: width.default(0.8).meta({ title: 'Thinnest' }),
        max: width.default(4).meta({ title: 'Widest', beside: 'min' }),
        scale: scaleSchema('column'),
      },
      'weight',
    ),
  ])
  .default({ by: 'all', width: 1 });

export const edgeWidth: Channel<typeof schema, number> = {
  whose: 'edges',
  title: 'Width',
  schema,
  look: {
    of: 'edges',
    schema: width.meta({ title: 'Width', slide: [0.2, 8, 0.1], first: 3 }),
    set: ({ edgeWidth: widths }, places, look) => places.forEach((e) => (widths[e] = look)),
  },
  turn: 50,
  columns: (rule) =>
    rule.by === 'amount' && rule.column !== 'weight' ? [{ of: 'edges', name: rule.column, at: 'column' }] : [],
  fill(net, rule, looks, step) {
    if (rule.by === 'all') {
      looks.edgeWidth.fill(rule.width);
      return [];
    }
    const { min, max } = rule;
    const { values, amounts, title } = edgeAmounts(net, rule, step);
    looks.edgeWidth = between(amounts, min, max);
    if (!(amounts.low < amounts.high)) return [];
    if (!amounts.classes) {
      return [{ kind: 'widths', title, ...ends(amounts, rule), min, max, ticks: ticks(values, amounts, rule) }];
    }
    const entries = classEntries(amounts).map(({ share, ...entry }) => ({
      ...entry,
      width: min + (max - min) * share,
    }));
    return [{ kind: 'strokes', title, column: rule.column, entries }];
  },
};

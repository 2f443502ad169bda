import * as z from 'zod';
import { edgeColumn, edgeCount } from '../../graph';
import { cellText } from '../../tables';
import type { Channel } from '../channel';
import { shortNumber } from '../modes/amount';

/** More labels of edges than this could not be told apart. */
const most = 2000;

const schema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('none').meta({ title: 'none' }) }),
    z.object({ by: z.literal('weight').meta({ title: 'the weight' }) }),
    z.object({
      by: z.literal('column').meta({ title: 'a column' }),
      column: z.string().meta({ title: 'Column', column: { of: 'edges', as: 'any' } }),
    }),
  ])
  .default({ by: 'none' });

export const edgeLabel: Channel<typeof schema> = {
  whose: 'edges',
  title: 'Label',
  schema,
  turn: 96,
  columns: (rule) => (rule.by === 'column' ? [{ of: 'edges', name: rule.column, at: 'column' }] : []),
  fill(net, rule, looks, step) {
    if (rule.by === 'none' || edgeCount(net) > most) return [];
    if (rule.by === 'weight') looks.edgeLabel = Array.from(net.weight, shortNumber);
    else {
      const col = edgeColumn(net, rule.column, step);
      looks.edgeLabel = Array.from({ length: edgeCount(net) }, (_, e) => cellText(col, e));
    }
    return [];
  },
};

import * as z from 'zod';
import { counting, nodeColumn, nodeCount } from '../../graph';
import type { Channel } from '../channel';
import { numbers } from '../../amounts';

const schema = z
  .object({
    show: z
      .enum(['none', 'top', 'all'])
      .meta({ title: 'Show', labels: { top: 'the most important', all: 'all that fit' } }),
    top: z
      .number()
      .int()
      .min(0)
      .max(100000)
      .default(25)
      .meta({ title: 'How many', slide: [1, 200, 1], when: { show: ['top'] } }),
    /** The number column that says who is labelled first; absent: the size of the node. */
    by: z
      .string()
      .optional()
      .meta({
        title: 'Most important by',
        column: { of: 'nodes', as: 'amount', none: 'size of the node' },
        when: { show: ['top', 'all'] },
      }),
    size: z
      .number()
      .min(4)
      .max(60)
      .default(12)
      .meta({ title: 'Letter size', slide: [8, 28, 1], when: { show: ['top', 'all'] } }),
  })
  .default({ show: 'top', top: 25, size: 12 });

export const labels: Channel<typeof schema> = {
  whose: 'labels',
  schema,
  turn: 60,
  columns: ({ by }) => (by === undefined ? [] : [{ of: 'nodes', name: by, at: 'by' }]),
  fill(net, { show, top, by, size }, looks, step) {
    looks.labelSize.fill(size);
    if (show === 'none') return [];
    const importance = by === undefined ? looks.radius : numbers(nodeColumn(net, by, step), step);
    const order = counting(nodeCount(net));
    // Those without a value come last, the largest first.
    order.sort((a, b) => {
      const [none, other] = [Number.isNaN(importance[a]), Number.isNaN(importance[b])];
      if (none && other) return looks.radius[b] - looks.radius[a] || a - b;
      return none || other ? Number(none) - Number(other) : importance[b] - importance[a] || a - b;
    });
    looks.labelled = show === 'top' ? order.slice(0, top) : order;
    return [];
  },
};

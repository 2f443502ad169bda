import * as z from 'zod';
import { nodeColumn, nodeCount } from '../../graph';
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
    const importance = by === undefined ? Float64Array.from(looks.radius) : numbers(nodeColumn(net, by, step), step);
    const order = Uint32Array.from({ length: nodeCount(net) }, (_, v) => v);
    order.sort((a, b) => (importance[b] || 0) - (importance[a] || 0) || a - b);
    looks.labelled = show === 'top' ? order.slice(0, top) : order;
    return [];
  },
};

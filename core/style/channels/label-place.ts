import * as z from 'zod';
import { nodeCount } from '../../graph';
import type { Channel } from '../channel';

const away = z.number().min(-1e6).max(1e6);

const schema = z
  .enum(['auto', 'above', 'below', 'right', 'left', 'over'])
  .default('auto')
  .meta({
    title: 'Place',
    labels: { auto: 'where there is room', over: 'over the node' },
    description: 'Another one where there is no room. Labels can be dragged as well.',
  });

/** Where labels stand: in relation to their nodes, or away from them by hand, in map units to the right and downwards. */
export const labelPlace: Channel<typeof schema, { x: number; y: number }> = {
  whose: 'labels',
  schema,
  look: {
    of: 'nodes',
    schema: z.object({
      x: away.meta({ title: 'To the right of the node', slide: [-200, 200, 1], first: 30 }),
      y: away.meta({ title: 'Below the node', slide: [-200, 200, 1], first: 0 }),
    }),
    set(looks, places, { x, y }, net) {
      const offset = (looks.labelOffset ??= new Float32Array(2 * nodeCount(net)).fill(NaN));
      places.forEach((v) => offset.set([x, y], 2 * v));
    },
  },
  turn: 67,
  fill(_net, chosen, looks) {
    looks.labelPlace = chosen;
    return [];
  },
};

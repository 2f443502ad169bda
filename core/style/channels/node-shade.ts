import * as z from 'zod';
import { nodeCount } from '../../graph';
import type { Channel } from '../channel';
import { alike } from '../modes/alike';
import type { Looks } from '../looks';

const width = z.number().min(0).max(20);
const schema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('none').meta({ title: 'none' }) }),
    alike({
      width: width
        .default(2.2)
        .meta({ title: 'As wide as so many nodes', slide: [1.2, 6, 0.2], digits: 1, first: 2.2 }),
    }),
  ])
  .default({ by: 'none' });

const set = (looks: Looks, places: Uint32Array, look: number, n: number): void => {
  const shades = (looks.shade ??= new Float32Array(n));
  places.forEach((v) => (shades[v] = look));
};

/** A soft ground behind a node, in its colour, that makes it stand out. */
export const nodeShade: Channel<typeof schema, number> = {
  whose: 'nodes',
  title: 'Shade',
  schema,
  look: {
    of: 'nodes',
    schema: width.meta({ title: 'Soft ground, as wide as so many nodes', slide: [0, 6, 0.2], digits: 1, first: 2.2 }),
    set: (looks, places, look, net) => set(looks, places, look, nodeCount(net)),
  },
  turn: 36,
  fill(net, rule, looks) {
    if (rule.by === 'all') set(looks, Uint32Array.from(net.ids.keys()), rule.width, nodeCount(net));
    return [];
  },
};

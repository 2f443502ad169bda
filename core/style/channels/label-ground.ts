import * as z from 'zod';
import { nodeCount } from '../../graph';
import { colourSchema } from '../../colour';
import type { Channel } from '../channel';
import { rgb } from '../colour';
import type { Looks } from '../looks';
import { alike } from '../modes/alike';

const colour = colourSchema.meta({ title: 'Colour of the ground', colour: '#F3E9C8' });

const schema = z
  .discriminatedUnion('by', [z.object({ by: z.literal('none').meta({ title: 'none' }) }), alike({ colour })])
  .default({ by: 'none' });

const set = (looks: Looks, places: Uint32Array, look: string, n: number): void => {
  const grounds = (looks.labelGround ??= new Uint8Array(4 * n));
  const one = [...rgb(look), 255];
  places.forEach((v) => grounds.set(one, 4 * v));
};

/** A ground under labels that makes them stand out. */
export const labelGround: Channel<typeof schema, string> = {
  whose: 'labels',
  title: 'Ground',
  schema,
  look: { of: 'nodes', schema: colour, set: (looks, places, look, net) => set(looks, places, look, nodeCount(net)) },
  turn: 66,
  fill(net, rule, looks) {
    if (rule.by === 'all') set(looks, Uint32Array.from(net.ids.keys()), rule.colour, nodeCount(net));
    return [];
  },
};

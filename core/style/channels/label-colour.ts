import * as z from 'zod';
import { nodeCount } from '../../graph';
import { colourSchema } from '../../colour';
import type { Channel } from '../channel';
import { rgb } from '../colour';
import { alike } from '../modes/alike';

const schema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('ink').meta({ title: 'ink' }) }),
    z.object({ by: z.literal('own').meta({ title: 'of its node' }) }),
    alike({ colour: colourSchema.meta({ title: 'Colour of all labels', colour: '#17242B' }) }),
  ])
  .default({ by: 'ink' });

export const labelColour: Channel<typeof schema, string> = {
  whose: 'labels',
  title: 'Colour',
  schema,
  look: {
    of: 'nodes',
    schema: colourSchema.meta({ title: 'Colour', colour: '#8E2642' }),
    set(looks, places, look, net) {
      const colours = (looks.labelColour ??= new Uint8Array(4 * nodeCount(net)));
      const one = [...rgb(look), 255];
      places.forEach((v) => colours.set(one, 4 * v));
    },
  },
  turn: 64,
  fill(net, rule, looks) {
    if (rule.by === 'ink') return [];
    const n = nodeCount(net);
    const colours = (looks.labelColour = new Uint8Array(4 * n));
    const one = rule.by === 'all' ? rgb(rule.colour) : undefined;
    for (let v = 0; v < n; v++) {
      colours.set(one ?? looks.fill.subarray(3 * v, 3 * v + 3), 4 * v);
      colours[4 * v + 3] = 255;
    }
    return [];
  },
};

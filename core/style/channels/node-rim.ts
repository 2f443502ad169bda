import * as z from 'zod';
import { colourSchema } from '../../colour';
import type { Channel } from '../channel';
import { rgb } from '../colour';
import type { Looks } from '../looks';
import { alike } from '../modes/alike';

const width = z.number().min(0).max(20);
const rim = {
  colour: colourSchema.meta({ title: 'Colour of the rim', colour: '#17242B' }),
  width: width.meta({ title: 'Width of the rim', slide: [0, 6, 0.5], digits: 1, first: 2 }),
};
const look = z.object(rim);

const schema = z
  .discriminatedUnion('by', [z.object({ by: z.literal('ground').meta({ title: 'the ground’s colour' }) }), alike(rim)])
  .default({ by: 'ground' });

const set = ({ rimColour, rimWidth }: Looks, places: Uint32Array, chosen: z.infer<typeof look>): void => {
  const one = rgb(chosen.colour);
  places.forEach((v) => {
    rimColour.set(one, 3 * v);
    rimWidth[v] = chosen.width;
  });
};

export const nodeRim: Channel<typeof schema, z.infer<typeof look>> = {
  whose: 'nodes',
  title: 'Rim',
  schema,
  look: {
    of: 'nodes',
    schema: look,
    set,
    legend: (entries) => ({
      kind: 'rims',
      title: '',
      entries: entries.map(({ look: { colour }, ...told }) => ({ ...told, colour })),
    }),
  },
  turn: 34,
  fill(net, rule, looks) {
    if (rule.by === 'all') set(looks, Uint32Array.from(net.ids.keys()), rule);
    return [];
  },
};

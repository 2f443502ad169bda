import * as z from 'zod';
import { edgeCount } from '../../graph';
import { colourSchema } from '../../colour';
import type { Channel } from '../channel';
import { categoryPalettes, defaultPalette, inks, rgb } from '../colour';
import { alike } from '../modes/alike';

const schema = z
  .discriminatedUnion('by', [
    /** The colour of the group that both ends are in; grey between groups. */
    z.object({ by: z.literal('ends').meta({ title: 'of its ends; grey between groups' }) }),
    alike({ colour: colourSchema.meta({ title: 'Colour of all edges', colour: '#8E999D' }) }),
  ])
  .default({ by: 'ends' });

export const edgeColour: Channel<typeof schema, string> = {
  whose: 'edges',
  title: 'Colour',
  schema,
  look: {
    of: 'edges',
    schema: colourSchema.meta({ title: 'Colour', colour: categoryPalettes[defaultPalette][2] }),
    set: ({ edgeColour: colours, edgeGround }, places, look) => {
      const one = rgb(look);
      places.forEach((e) => {
        colours.set(one, 4 * e);
        edgeGround[e] = 0;
      });
    },
    legend: (entries) => ({
      kind: 'colours',
      title: '',
      entries: entries.map(({ label, look }) => ({ label, colour: look })),
    }),
  },
  turn: 70,
  /** Groups are told apart by their codes: two of them may look the same. Where nodes tell no groups, an edge has none to take its colour from. */
  fill({ source, target, ...net }, rule, { edgeColour: colours, edgeGround, fill, group, ground }) {
    const m = edgeCount({ source, target, ...net });
    const ends = rule.by === 'ends';
    const one = rgb(ends ? inks[ground].tie : rule.colour);
    for (let e = 0; e < m; e++) {
      const a = 3 * source[e];
      const inside = ends && group !== undefined && group[source[e]] >= 0 && group[source[e]] === group[target[e]];
      colours[4 * e] = inside ? fill[a] : one[0];
      colours[4 * e + 1] = inside ? fill[a + 1] : one[1];
      colours[4 * e + 2] = inside ? fill[a + 2] : one[2];
      edgeGround[e] = ends && !inside ? 1 : 0;
    }
    return [];
  },
};

import * as z from 'zod';
import { edgeColumn, edgeCount } from '../../graph';
import { columnTitle } from '../../measure';
import { colourSchema } from '../../colour';
import type { Channel } from '../channel';
import { type Rgb, categoryPalettes, defaultPalette, inks, rgb } from '../colour';
import { alike } from '../modes/alike';
import { edgeAmounts } from '../modes/amount';
import { colourAmounts, colourByAmount, colourByCategory, colourValues } from '../modes/colours';

const schema = z
  .discriminatedUnion('by', [
    /** The colour of the group that both ends are in; grey between groups. */
    z.object({ by: z.literal('ends').meta({ title: 'of its ends; grey between groups' }) }),
    /** From the colour of the node where it begins to that where it ends. */
    z.object({ by: z.literal('through').meta({ title: 'from end to end, as its nodes' }) }),
    alike({ colour: colourSchema.meta({ title: 'Colour of all edges', colour: '#8E999D' }) }),
    colourByCategory('edges'),
    /** By a number column of the edges, or `weight`. */
    colourByAmount('edges', 'weight'),
  ])
  .default({ by: 'ends' });

export const edgeColour: Channel<typeof schema, string> = {
  whose: 'edges',
  title: 'Colour',
  schema,
  look: {
    of: 'edges',
    schema: colourSchema.meta({ title: 'Colour', colour: categoryPalettes[defaultPalette][2] }),
    set: ({ edgeColour: colours, edgeColourTo, edgeGround }, places, look) => {
      const one = rgb(look);
      places.forEach((e) => {
        colours.set(one, 4 * e);
        edgeColourTo?.set(one, 3 * e);
        edgeGround[e] = 0;
      });
    },
    legend: (entries) => ({
      kind: 'colours',
      title: '',
      entries: entries.map(({ look, ...told }) => ({ ...told, colour: look })),
    }),
  },
  turn: 70,
  columns: (rule) =>
    'column' in rule && rule.column !== 'weight' ? [{ of: 'edges', name: rule.column, at: 'column' }] : [],
  /** Groups are told apart by their codes: two of them may look the same. Where nodes tell no groups, an edge has none to take its colour from. */
  fill(net, rule, looks, step) {
    const { edgeColour: colours, edgeGround, fill, group, ground } = looks;
    const { source, target } = net;
    const m = edgeCount(net);
    const give = (e: number, colour: Rgb): void => colours.set(colour, 4 * e);
    if (rule.by === 'category') {
      const col = edgeColumn(net, rule.column, step);
      return [colourValues(col, rule, columnTitle(col.name), give, m)];
    }
    if (rule.by === 'amount') {
      const { values, amounts, title } = edgeAmounts(net, rule, step);
      return colourAmounts(values, amounts, rule, title, give);
    }
    if (rule.by === 'through') {
      const to = (looks.edgeColourTo = new Uint8Array(3 * m));
      for (let e = 0; e < m; e++) {
        for (let c = 0; c < 3; c++) {
          colours[4 * e + c] = fill[3 * source[e] + c];
          to[3 * e + c] = fill[3 * target[e] + c];
        }
      }
      return [];
    }
    const ends = rule.by === 'ends';
    alikeColours(colours, rgb(ends ? inks[ground].tie : rule.colour));
    edgeGround.fill(ends ? 1 : 0);
    if (!ends || !group) return [];
    for (let e = 0; e < m; e++) {
      const of = group[source[e]];
      if (of < 0 || of !== group[target[e]]) continue;
      const a = 3 * source[e];
      colours[4 * e] = fill[a];
      colours[4 * e + 1] = fill[a + 1];
      colours[4 * e + 2] = fill[a + 2];
      edgeGround[e] = 0;
    }
    return [];
  },
};

/** The same colour for all, as fast as memory is filled. */
function alikeColours(colours: Uint8Array, colour: Rgb): void {
  const word = new Uint8Array(4);
  word.set(colour);
  new Uint32Array(colours.buffer, colours.byteOffset, colours.length / 4).fill(new Uint32Array(word.buffer)[0]);
}

import * as z from 'zod';
import { Fault } from '../../fault';
import { nodeColumn, nodeCount } from '../../graph';
import { holdsPicture } from '../../tables';
import { type Channel, columnOf } from '../channel';
import type { Looks } from '../looks';
import { shapes } from '../marks';
import { sized } from '../sized';

const frames = ['round', 'square'] as const;
const frame = z.enum(frames).meta({ title: 'Frame', first: 'round' });

const schema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('none').meta({ title: 'none' }) }),
    z.object({
      by: z.literal('column').meta({ title: 'from a column' }),
      column: z.string().meta({ title: 'Column of pictures', column: { of: 'nodes', as: 'picture' } }),
      frame,
    }),
  ])
  .default({ by: 'none' });

/** A picture kept in the step: a small one, drawn anew when it was chosen; empty: none. */
const kept = z.object({
  picture: z
    .string()
    .max(60_000)
    .regex(/^(data:image\/(png|jpeg|webp);base64,[A-Za-z0-9+/=]+)?$/)
    .meta({ title: 'Picture', picture: true, first: '' }),
  frame,
});
type Kept = z.infer<typeof kept>;

/** Nodes at these places have the picture at that address, in a shape that is its frame. */
function give(looks: Looks, places: Iterable<number>, at: number, chosen: Kept['frame']): void {
  const { pictures } = looks;
  if (!pictures) return;
  for (const v of places) {
    pictures.of[v] = at;
    if (at >= 0) looks.shape[v] = shapes.indexOf(chosen === 'square' ? 'square' : 'circle');
  }
}

const noneYet = (n: number): NonNullable<Looks['pictures']> => ({ addresses: [], of: new Int32Array(n).fill(-1) });

/** A picture on a node, whose colour stays as a ring around it. Pictures whose bytes are not in the cell are not fetched: such nodes are drawn without. */
export const nodePicture: Channel<typeof schema, Kept> = {
  whose: 'nodes',
  title: 'Picture',
  schema,
  columns: columnOf('nodes'),
  look: {
    of: 'nodes',
    schema: kept,
    set(looks, places, look, net) {
      const { addresses } = (looks.pictures ??= noneYet(nodeCount(net)));
      const known = addresses.indexOf(look.picture);
      give(looks, places, look.picture === '' || known >= 0 ? known : addresses.push(look.picture) - 1, look.frame);
    },
  },
  // After the shape, which a frame takes the place of.
  turn: 22,
  fill(net, rule, looks, step) {
    if (rule.by === 'none') return [];
    const col = nodeColumn(net, rule.column, step);
    if (col.type !== 'text') {
      throw new Fault(`“${col.name}” holds no pictures. Choose a column of pictures, or no picture.`, step);
    }
    const { addresses } = (looks.pictures = noneYet(nodeCount(net)));
    const places = col.dictionary.map((text) => (holdsPicture(text) ? addresses.push(sized(text)) - 1 : -1));
    col.codes.forEach((code, v) => code >= 0 && give(looks, [v], places[code], rule.frame));
    // Where all have a frame, no shape tells anything.
    if (looks.pictures.of.every((at) => at >= 0)) {
      looks.legend = looks.legend.filter(({ channel }) => channel !== 'nodeShape');
    }
    return [];
  },
};

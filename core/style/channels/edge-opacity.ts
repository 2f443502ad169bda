import * as z from 'zod';
import { edgeCount } from '../../graph';
import type { Channel } from '../channel';

/** Absent: falls with the number of edges. */
const schema = z
  .number()
  .min(0.01)
  .max(1)
  .optional()
  .meta({ title: 'Opacity', slide: [0.01, 1, 0.01], auto: { title: 'Opacity by density', first: 0.5 } });

export const edgeOpacity: Channel<typeof schema, number> = {
  whose: 'edges',
  schema,
  look: {
    of: 'edges',
    schema: z
      .number()
      .min(0)
      .max(1)
      .meta({ title: 'Opacity', slide: [0, 1, 0.05], digits: 2, first: 1 }),
    set: ({ edgeColour }, places, look) => places.forEach((e) => (edgeColour[4 * e + 3] = Math.round(255 * look))),
  },
  turn: 80,
  fill(net, chosen, { edgeColour }) {
    setOpacity(edgeColour, Math.round(255 * opacityOf(edgeCount(net), chosen)));
    return [];
  },
};

function setOpacity(colours: Uint8Array, opacity: number): void {
  for (let c = 3; c < colours.length; c += 4) colours[c] = opacity;
}

/** Opacity falls with the number of edges, so that many read as shading. */
export function opacityOf(edges: number, chosen?: number): number {
  return chosen ?? Math.max(0.02, Math.min(0.55, 12 / Math.sqrt(Math.max(1, edges))));
}

import * as z from 'zod';
import { textWidth } from '../../letters';
import type { Channel } from '../channel';

const schema = z.boolean().default(false).meta({
  title: 'With its label',
  description: 'A node that is labelled is as wide as its label at least, which stands in it.',
});

/** Room between a label and the rim of the node that holds it, in map units. */
const room = 4;

/** Whether nodes are sized with their labels or without. Sizes tell no amounts then, so the legend says none. */
export const nodeHolds: Channel<typeof schema> = {
  whose: 'nodes',
  schema,
  // After all that says what labels are and how large they are written.
  turn: 71,
  fill(net, holds, looks) {
    if (!holds) return [];
    const { radius, labelSize, labelWeight, labelText = net.labels } = looks;
    const inside = (looks.labelInside = new Uint8Array(radius.length));
    let grown = false;
    for (const v of looks.labelled) {
      if (labelText[v] === '') continue;
      const needed = textWidth(labelText[v], labelSize[v], labelWeight) / 2 + room;
      inside[v] = 1;
      if (needed <= radius[v]) continue;
      radius[v] = needed;
      grown = true;
    }
    if (grown) looks.legend = looks.legend.filter(({ channel }) => channel !== 'nodeSize');
    return [];
  },
};

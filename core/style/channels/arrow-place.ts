import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z
  .enum(['end', 'middle'])
  .default('end')
  .meta({ title: 'Heads stand', labels: { end: 'at the end', middle: 'in the middle' }, directed: true });

export const arrowPlace: Channel<typeof schema> = {
  whose: 'edges',
  schema,
  turn: 97,
  fill(_net, place, { arrow }) {
    if (place === 'middle') arrow.forEach((size, e) => (arrow[e] = -size));
    return [];
  },
};

import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z
  .number()
  .min(0.3)
  .max(5)
  .default(1)
  .meta({ title: 'Size of heads', slide: [0.5, 3, 0.1], digits: 1, directed: true });

export const arrowSizes: Channel<typeof schema> = {
  whose: 'edges',
  schema,
  turn: 98,
  fill(_net, size, { arrow }) {
    if (size !== 1) arrow.forEach((head, e) => (arrow[e] = head * size));
    return [];
  },
};

import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z.boolean().default(true).meta({ title: 'Legend' });

/** The last in turn: without it what the others say of themselves is left out. */
export const legend: Channel<typeof schema> = {
  whose: 'page',
  schema,
  turn: 100,
  fill(_net, wanted, looks) {
    if (!wanted) looks.legend = [];
    return [];
  },
};

import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z.enum(['strong', 'regular']).default('strong').meta({ title: 'Letters' });

export const labelWeight: Channel<typeof schema> = {
  whose: 'labels',
  schema,
  turn: 69,
  fill(_net, chosen, looks) {
    looks.labelWeight = chosen === 'strong' ? 600 : 400;
    return [];
  },
};

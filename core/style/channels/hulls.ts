import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z
  .boolean()
  .default(false)
  .meta({ title: 'Soft ground around groups', description: 'Where colours tell groups.' });

export const hulls: Channel<typeof schema> = {
  whose: 'page',
  schema,
  turn: 20,
  fill(_net, wanted, looks) {
    looks.hulls = wanted && looks.group !== undefined;
    return [];
  },
};

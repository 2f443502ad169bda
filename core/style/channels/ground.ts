import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z
  .enum(['paper', 'white', 'night'])
  .default('paper')
  .meta({ title: 'Ground', description: 'For pictures taken away. On screen the ground follows the theme.' });

export const ground: Channel<typeof schema> = {
  whose: 'page',
  schema,
  turn: 0,
  fill(_net, chosen, looks) {
    looks.ground = chosen;
    return [];
  },
};

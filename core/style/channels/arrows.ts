import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z.boolean().default(false).meta({ title: 'Arrowheads', directed: true });

export const arrows: Channel<typeof schema> = {
  whose: 'edges',
  schema,
  turn: 95,
  fill({ directed }, wanted, { arrow }) {
    arrow.fill(wanted && directed ? 1 : 0);
    return [];
  },
};

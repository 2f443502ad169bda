import * as z from 'zod';
import { type Adjustment, aroundMiddle } from './adjustment';

const shape = { across: z.boolean() };

/** Left for right, or top for bottom. */
export const mirror: Adjustment<'mirror', typeof shape> = {
  key: 'mirror',
  title: 'Mirror',
  shape,
  apply(positions, chosen, { across }) {
    aroundMiddle(positions, chosen, (x, y) => (across ? [-x, y] : [x, -y]));
  },
};

import * as z from 'zod';
import { type Adjustment, frameOf } from './adjustment';

const shape = { across: z.boolean() };

/** Evenly between the outermost two, from left to right or from top to bottom, in the order in which they stand. */
export const spread: Adjustment<'spread', typeof shape> = {
  key: 'spread',
  title: 'Spread evenly',
  shape,
  apply(positions, chosen, { across }) {
    if (chosen.length < 3) return;
    const axis = across ? 0 : 1;
    const { left, right, top, bottom } = frameOf(positions, chosen);
    const [low, high] = across ? [left, right] : [top, bottom];
    const order = [...chosen].sort((a, b) => positions[2 * a + axis] - positions[2 * b + axis] || a - b);
    order.forEach((v, i) => (positions[2 * v + axis] = low + ((high - low) * i) / (order.length - 1)));
  },
};

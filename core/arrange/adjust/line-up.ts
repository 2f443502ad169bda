import * as z from 'zod';
import { type Adjustment, middleOf } from './adjustment';

const shape = { row: z.boolean() };

/** In one row, or one column, through their middle. */
export const lineUp: Adjustment<'line up', typeof shape> = {
  key: 'line up',
  title: 'Line up',
  shape,
  apply(positions, chosen, { row }) {
    const at = middleOf(positions, chosen)[row ? 1 : 0];
    for (const v of chosen) positions[2 * v + (row ? 1 : 0)] = at;
  },
};

import * as z from 'zod';
import { type Adjustment, aroundMiddle } from './adjustment';

const factor = z.number().min(0.001).max(1000);
const shape = { x: factor, y: factor };

/** Expanded or contracted from the middle; nodes keep their own size. */
export const size: Adjustment<'size', typeof shape> = {
  key: 'size',
  title: 'Expand',
  shape,
  apply(positions, chosen, { x: across, y: down }) {
    aroundMiddle(positions, chosen, (x, y) => [x * across, y * down]);
  },
  joined(first, second) {
    const [x, y] = [first.x * second.x, first.y * second.y];
    return Math.abs(x - 1) < 1e-9 && Math.abs(y - 1) < 1e-9 ? undefined : { x, y };
  },
};

import * as z from 'zod';
import { type Adjustment, aroundMiddle } from './adjustment';

const shape = { degrees: z.number().min(-360).max(360) };

/** Clockwise around the middle. */
export const turn: Adjustment<'turn', typeof shape> = {
  key: 'turn',
  title: 'Turn',
  shape,
  apply(positions, chosen, { degrees }) {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    aroundMiddle(positions, chosen, (x, y) => [x * cos - y * sin, x * sin + y * cos]);
  },
  joined(first, second) {
    const degrees = (first.degrees + second.degrees) % 360;
    return degrees ? { degrees } : undefined;
  },
};

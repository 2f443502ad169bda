import * as z from 'zod';
import { keepApart } from '../apart';
import { type Adjustment, aroundMiddle, frameOf } from './adjustment';

const shape = {
  width: z.number().positive().max(1000),
  height: z.number().positive().max(1000),
  apart: z.number().min(0).max(400),
};

/** Stretched along one side so that what is drawn has the proportions of a page, without nodes nearer to each other than `apart`. */
export const fit: Adjustment<'fit', typeof shape> = {
  key: 'fit',
  title: 'Fit a page',
  shape,
  async apply(positions, chosen, { width, height, apart }, { breath }) {
    const { left, right, top, bottom } = frameOf(positions, chosen);
    const [across, down] = [right - left, bottom - top];
    const stretch = (a: number, b: number): number => (a > 0 && b > 0 ? a / b : 1);
    const wish = width / height;
    const [x, y] = across < down * wish ? [stretch(down * wish, across), 1] : [1, stretch(across / wish, down)];
    aroundMiddle(positions, chosen, (dx, dy) => [dx * x, dy * y]);
    if (apart > 0 && chosen.length * 2 === positions.length) await keepApart(positions, apart, breath);
  },
};

import * as z from 'zod';
import { own } from '../../own';
import type { Adjustment } from './adjustment';

const shape = { to: z.record(z.string(), z.tuple([z.number(), z.number()])) };

/** Where nodes were put by hand: they stay pinned there until another adjustment moves them. */
export const move: Adjustment<'move', typeof shape> = {
  key: 'move',
  title: 'Put by hand',
  shape,
  apply(positions, _chosen, { to }, { net }) {
    net.ids.forEach((id, v) => {
      const at = own(to, id);
      if (at) positions.set(at, 2 * v);
    });
  },
  joined: (first, second) => ({ to: { ...first.to, ...second.to } }),
};

import * as z from 'zod';
import { components } from '../../graph';
import { packParts } from '../pack';
import type { Adjustment } from './adjustment';

const shape = { room: z.number().min(0).max(1000) };

/** Parts that no edge joins, and isolates, in rows beside the largest. It is for the whole network, whatever is chosen. */
export const pack: Adjustment<'pack', typeof shape> = {
  key: 'pack',
  title: 'Pack the parts',
  shape,
  apply(positions, _chosen, { room }, { net }) {
    packParts(positions, components(net), room);
  },
};

import * as z from 'zod';
import { nodeColumn } from '../../graph';
import type { Channel } from '../channel';

const schema = z.boolean().default(false).meta({ title: 'Names of groups on the map' });

/** The names by the codes of the groups that colours tell. */
export const groupNames: Channel<typeof schema> = {
  whose: 'page',
  schema,
  turn: 21,
  fill(net, wanted, looks, step) {
    if (!wanted || !looks.group || looks.groupColumn === undefined) return [];
    const col = nodeColumn(net, looks.groupColumn, step);
    if (col.type === 'text') looks.groupNames = col.dictionary;
    return [];
  },
};

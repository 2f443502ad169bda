import * as z from 'zod';
import type { Channel } from '../channel';

const schema = z
  .enum(['screen', 'map'])
  .default('screen')
  .meta({ title: 'Letters grow', labels: { screen: 'never', map: 'with the map' } });

/** Whether letters keep their size while the map is zoomed. */
export const labelScale: Channel<typeof schema> = {
  whose: 'labels',
  schema,
  turn: 69,
  fill(_net, chosen, looks) {
    looks.labelsOnMap = chosen === 'map';
    return [];
  },
};

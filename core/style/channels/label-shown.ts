import * as z from 'zod';
import { alike } from '../modes/alike';
import type { Channel } from '../channel';

const schema = z.discriminatedUnion('by', [alike({})]).default({ by: 'all' });

/** Which labels are shown or hidden whatever the setting above says: by rule and by hand alone. */
export const labelShown: Channel<typeof schema, 'shown' | 'hidden'> = {
  whose: 'labels',
  title: 'Shown or hidden',
  schema,
  look: {
    of: 'nodes',
    schema: z.enum(['shown', 'hidden']).meta({ title: 'Label', first: 'shown' }),
    set(looks, places, shown) {
      const meant = new Set(places);
      const others = looks.labelled.filter((v) => !meant.has(v));
      looks.labelled = Uint32Array.from(shown === 'shown' ? [...places, ...others] : others);
    },
  },
  turn: 62,
  fill: () => [],
};

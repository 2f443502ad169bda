import * as z from 'zod';
import { countingHits } from '../measure';
import { type SiftKind, siftBase } from '../sift';

const schema = z.object({
  ...siftBase,
  kind: z.literal('chosen'),
  /** What they are called: a shortlist's name, or that they were selected. */
  name: z.string(),
  ids: z.array(z.string()),
  /** Whether those named are the ones that do not pass. */
  none: z.boolean().default(false),
});
type Chosen = z.infer<typeof schema>;

/** Nodes one by one: a shortlist, or what was selected. */
export const chosen: SiftKind<'chosen', Chosen> = {
  key: 'chosen',
  title: 'Chosen nodes',
  schema,
  fits: () => false,
  open: ({ ids }) => ids.length === 0,
  passes({ ids = [] }, { ids: named, none }) {
    const wanted = new Set(named);
    return Uint8Array.from(ids, (id) => (wanted.has(id) === none ? 0 : 1));
  },
  tallies: (sift) => sift,
  tally: (rows, sift, all) => countingHits(chosen.passes(rows, sift), all),
  words: ({ name, none }) => (none ? `not ${name}` : name),
};

import * as z from 'zod';
import { insideRing, whereSchema, whereWords } from '../../places';
import { countingHits } from '../measure';
import { type SiftKind, siftBase } from '../sift';

const degrees = z.number().min(-180).max(180);
const schema = z.object({
  ...siftBase,
  kind: z.literal('area'),
  where: whereSchema,
  /** The line drawn around it: degrees east and north. */
  ring: z
    .array(z.tuple([degrees, degrees]))
    .min(3)
    .max(500),
  /** Whether what lies inside is what does not pass; nodes without a place never pass. */
  none: z.boolean().default(false),
});
type Area = z.infer<typeof schema>;

/** Nodes whose place lies in an area that was drawn on the map. */
export const area: SiftKind<'area', Area> = {
  key: 'area',
  title: 'Area',
  schema,
  fits: () => false,
  open: () => false,
  passes({ size, spots }, { where, ring, none }) {
    if (!spots) return new Uint8Array(size);
    const { latitude, longitude, spot } = spots(where);
    const inside = insideRing(latitude, longitude, ring);
    return none ? inside.map((hit, v) => (spot[v] < 0 || hit ? 0 : 1)) : inside;
  },
  tallies: (sift) => sift,
  tally: (rows, sift, all) => countingHits(area.passes(rows, sift), all),
  words: ({ where, none }) => `${none ? 'outside of' : 'in'} an area (${where.column ?? whereWords(where)})`,
};

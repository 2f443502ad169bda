/** What is kept under a name in a study, to be used in its networks: looks, palettes, what is sifted by, and outlines for maps. */
import * as z from 'zod';
import { colourSchema } from './colour';
import { outlinesSchema } from './places';
import { siftingSchema } from './sift';
import { lookOfStyle, lookSchema } from './style/look-file';

export const keptKindSchema = z.enum(['look', 'palette', 'sift', 'outlines']);
export type KeptKind = z.infer<typeof keptKindSchema>;

export const keptValues = {
  look: lookSchema.transform(lookOfStyle),
  /** From the first value to the last, or from low to high. */
  palette: z.array(colourSchema).min(2).max(60),
  sift: siftingSchema,
  /** Coasts, borders and roads for its maps. */
  outlines: outlinesSchema,
};

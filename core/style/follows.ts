/** What a style keeps of the look that it follows. */
import * as z from 'zod';
import { styleSettings } from './registry';

const pair = z.object({
  of: z.enum(['nodes', 'edges']),
  name: z.string(),
  /** Empty: what rests on it is left out. */
  to: z.string(),
});

/** The look that a style follows, as it was when the style took it. */
export const followsSchema = z
  .object({
    id: z.string(),
    name: z.string(),
    version: z.number().int().min(1),
    /** The whole style as taken: what differs from it was changed here. */
    style: styleSettings,
    /** Columns of the look that stand under other names here. */
    columns: z.array(pair).max(1000).default([]),
  })
  .optional();
export type Follows = NonNullable<z.infer<typeof followsSchema>>;

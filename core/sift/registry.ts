/** All kinds of sifts, and what is sifted by. */
import * as z from 'zod';
import { area } from './kinds/area';
import { chosen } from './kinds/chosen';
import { dates } from './kinds/dates';
import { numbers } from './kinds/numbers';
import { values } from './kinds/values';
import { words } from './kinds/words';
import type { SiftKind } from './sift';

export const siftKinds = { values, numbers, dates, words, chosen, area };

export const siftSchema = z.union([
  values.schema,
  numbers.schema,
  dates.schema,
  words.schema,
  chosen.schema,
  area.schema,
]);
export type Sift = z.infer<typeof siftSchema>;
export type SiftKindName = Sift['kind'];
export type SiftOf<K extends SiftKindName> = Extract<Sift, { kind: K }>;

/** What becomes of nodes that have no tie in view while records or ties are sifted. */
export const untied = ['dimmed', 'hidden', 'kept'] as const;

/** More than these at once are not put on. */
export const mostSifts = 28;

export const siftingSchema = z.object({
  sifts: z.array(siftSchema).max(mostSifts).default([]),
  untied: z.enum(untied).default('dimmed'),
});
export type Sifting = z.infer<typeof siftingSchema>;

export const noSifting: Sifting = { sifts: [], untied: 'dimmed' };

export const kindOf = <K extends SiftKindName>({ kind }: { kind: K }): SiftKind<K, SiftOf<K>> =>
  siftKinds[kind] as unknown as SiftKind<K, SiftOf<K>>;

/** Whether a sift narrows anything. */
export const narrows = (sift: Sift): boolean => sift.on && !kindOf(sift).open(sift);

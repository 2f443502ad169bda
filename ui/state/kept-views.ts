/** How views were set here last: read from what the browser keeps, and written for it. */
import * as z from 'zod';
import { whenSchema } from '@/core/lanes';
import { whereSchema } from '@/core/places/where';
import { cardSizes } from './cards';
import type { Workbench } from './store';

export type KeptViews = Pick<Workbench, 'lanes' | 'places' | 'matrix' | 'cards' | 'tableView' | 'divide'>;

/** Longer lists of nodes are not kept: the browser's store is small. */
const mostIds = 2000;
const ids = z.array(z.string()).max(mostIds);
const named = <T extends [string, ...string[]]>(...by: T) => z.object({ by: z.enum(by) });
const byColumn = z.object({ by: z.literal('column'), column: z.string() });
const table = z.object({
  columns: z.array(z.string()).optional(),
  pinned: z.array(z.string()),
  widths: z.array(z.tuple([z.string(), z.number().min(20).max(4000)])).transform((all) => new Map(all)),
  sort: z.array(z.object({ name: z.string(), descending: z.boolean() })),
});

/** Each part by itself: one that cannot be read is as at first. */
const parts = {
  lanes: z.object({
    when: whenSchema.optional(),
    group: z.string().optional(),
    then: z.union([named('name', 'first event', 'events'), byColumn, z.object({ by: z.literal('hand'), ids })]),
    fold: z.boolean(),
    life: z.object({ column: z.string(), until: z.string() }).optional(),
    only: ids.optional(),
  }),
  places: z.object({ where: whereSchema.optional(), bundled: z.boolean(), hidden: z.array(z.string()) }),
  matrix: z.object({
    group: z.string().optional(),
    then: z.union([named('degree', 'name', 'diagonal'), byColumn]),
    sums: z.boolean(),
  }),
  cards: z.object({
    sort: z.string(),
    descending: z.boolean(),
    group: z.string().optional(),
    columns: z.array(z.string()).optional(),
    size: z.enum(cardSizes),
  }),
  tableView: z.object({ nodes: table, edges: table, records: table }),
  divide: z.number().min(0.1).max(0.9),
} satisfies { [K in keyof KeptViews]: z.ZodType<KeptViews[K]> };

/** What was kept, as far as it can still be read. */
export function readViews(text: string): Partial<KeptViews> {
  try {
    const held = z.record(z.string(), z.unknown()).parse(JSON.parse(text));
    const found = Object.entries(parts).flatMap(([key, schema]) => {
      const read = schema.safeParse(held[key as keyof KeptViews]);
      return read.success ? [[key, read.data]] : [];
    });
    return Object.fromEntries(found) as Partial<KeptViews>;
  } catch {
    return {};
  }
}

export function writtenViews({ lanes, places, matrix, cards, tableView, divide }: KeptViews): string {
  const short = lanes.only && lanes.only.length > mostIds ? { ...lanes, only: undefined } : lanes;
  const tables = Object.entries(tableView).map(([of, { widths, ...rest }]) => [of, { ...rest, widths: [...widths] }]);
  return JSON.stringify({
    lanes: short,
    places,
    matrix,
    cards,
    tableView: Object.fromEntries(tables) as unknown,
    divide,
  });
}

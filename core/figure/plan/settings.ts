/** A figure as it is kept: the size of its page and its parts. */
import * as z from 'zod';
import { Fault } from '../../fault';
import { partKinds } from './parts';

const partSchema = z.discriminatedUnion('kind', [
  partKinds.title.schema,
  partKinds.subtitle.schema,
  partKinds.map.schema,
  partKinds.legend.schema,
  partKinds.caption.schema,
  partKinds.method.schema,
  partKinds.credit.schema,
  partKinds.ranking.schema,
  partKinds.spread.schema,
  partKinds.triads.schema,
  partKinds.cross.schema,
] as unknown as [
  z.ZodObject<{ kind: z.ZodLiteral<'title'> }>,
  ...z.ZodObject<{ kind: z.ZodLiteral<string> }>[],
]) as unknown as z.ZodType<FigurePart>;

export type FigurePart = {
  [K in keyof typeof partKinds]: z.output<(typeof partKinds)[K]['schema']>;
}[keyof typeof partKinds];
export type PartOf<K extends FigurePart['kind']> = Extract<FigurePart, { kind: K }>;

/** Millimetres that a side may have. */
export const leastSide = 20;
export const mostSide = 2000;
const side = z.number().min(leastSide).max(mostSide);
export const mostParts = 40;

export const figureSchema = z
  .object({
    format: z.literal(1).default(1),
    /** Millimetres. */
    width: side.default(174),
    height: side.default(175),
    /** Left free on all sides, in shares of the width. */
    margin: z.number().min(0).max(0.3).default(0.05),
    /** Points in print that no letter, and no line, is smaller than. */
    leastLetter: z.number().min(0).max(100).optional(),
    leastLine: z.number().min(0).max(20).optional(),
    /** Dots per inch of pictures. */
    dpi: z.number().int().min(36).max(2400).default(300),
    /** Holds its networks as they were: the key of what is kept of them, and of which versions that is. Absent: it follows them. */
    held: z
      .object({
        key: z.string().regex(/^[0-9a-f]{32}$/),
        of: z.array(z.object({ network: z.string().max(100), version: z.number().int() })).max(40),
      })
      .optional(),
    parts: z.array(partSchema).max(mostParts).default([]),
  })
  .refine(({ parts }) => new Set(parts.map(({ id }) => id)).size === parts.length, 'Two parts have the same id.');
export type FigureSettings = z.output<typeof figureSchema>;

/** Settings as they are kept; a Fault where they are none. */
export function readFigure(value: unknown): FigureSettings {
  const read = figureSchema.safeParse(value);
  if (read.success) return read.data;
  const [first] = read.error.issues;
  throw new Fault(
    `This figure cannot be read: ${first.path.join('.') || 'its top'}: ${first.message}. Open an earlier version of it.`,
  );
}

/** The networks that its parts show, each once, in their order. */
export function networksOf({ parts }: Pick<FigureSettings, 'parts'>): string[] {
  return [...new Set(parts.flatMap((part) => ('network' in part ? [part.network] : [])))];
}

/** A figure of a network as it is first made. */
export function firstFigure(network: { id: string; name: string }, subtitle = ''): FigureSettings {
  return figureSchema.parse({
    parts: [
      { id: 'title', kind: 'title', text: network.name },
      { id: 'subtitle', kind: 'subtitle', text: subtitle },
      { id: 'map', kind: 'map', network: network.id },
      { id: 'legend', kind: 'legend' },
      { id: 'caption', kind: 'caption' },
      { id: 'method', kind: 'method' },
      { id: 'credit', kind: 'credit' },
    ],
  });
}

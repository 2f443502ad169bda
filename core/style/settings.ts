/** What can be set of a look: each thing once for all, by category, or by amount. */
import * as z from 'zod';
import { colourSchema } from '../colour';

const colour = colourSchema;
export const scales = ['linear', 'sqrt', 'log', 'rank'] as const;
const scale = z.enum(scales).default('sqrt');

export const shapes = ['circle', 'square', 'diamond', 'triangle'] as const;
export type Shape = (typeof shapes)[number];
export const patterns = ['solid', 'dashed', 'dotted'] as const;
export type Pattern = (typeof patterns)[number];

const all = z.literal('all');
const category = z.literal('category');
const amount = z.literal('amount');

export const styleParts = {
  nodeColour: z
    .discriminatedUnion('by', [
      z.object({ by: all, colour }),
      z.object({
        by: category,
        column: z.string(),
        palette: z.enum(['moraine', 'nunatak', 'Okabe–Ito', 'Tol bright']).default('moraine'),
        /** Colours set by hand, by value. */
        colours: z.record(z.string(), colour).default({}),
      }),
      z.object({
        by: amount,
        column: z.string(),
        palette: z.enum(['glacier', 'viridis', 'cividis']).default('glacier'),
        scale,
      }),
    ])
    .default({ by: 'all', colour: '#377393' }),
  nodeSize: z
    .discriminatedUnion('by', [
      z.object({ by: all, radius: z.number().min(0.5).max(100) }),
      z.object({
        by: amount,
        column: z.string(),
        min: z.number().min(0.5).max(100).default(4),
        max: z.number().min(0.5).max(100).default(13),
        scale,
      }),
    ])
    .default({ by: 'all', radius: 6 }),
  nodeShape: z
    .discriminatedUnion('by', [
      z.object({ by: all, shape: z.enum(shapes) }),
      z.object({ by: category, column: z.string(), shapes: z.record(z.string(), z.enum(shapes)).default({}) }),
    ])
    .default({ by: 'all', shape: 'circle' }),
  labels: z
    .object({
      show: z.enum(['none', 'top', 'all']),
      top: z.number().int().min(0).max(100000).default(25),
      /** The number column that says who is labelled first; absent: the size of the node. */
      by: z.string().optional(),
      size: z.number().min(4).max(60).default(12),
    })
    .default({ show: 'top', top: 25, size: 12 }),
  edgeColour: z
    .discriminatedUnion('by', [
      /** The colour that both ends share; grey where they differ. */
      z.object({ by: z.literal('ends') }),
      z.object({ by: all, colour }),
    ])
    .default({ by: 'ends' }),
  edgeWidth: z
    .discriminatedUnion('by', [
      z.object({ by: all, width: z.number().min(0.1).max(30) }),
      z.object({
        by: amount,
        /** A number column of the edges, or `weight`. */
        column: z.string(),
        min: z.number().min(0.1).max(30).default(0.8),
        max: z.number().min(0.1).max(30).default(4),
        scale,
      }),
    ])
    .default({ by: 'all', width: 1 }),
  edgePattern: z
    .discriminatedUnion('by', [
      z.object({ by: all, pattern: z.enum(patterns) }),
      z.object({ by: category, column: z.string(), patterns: z.record(z.string(), z.enum(patterns)).default({}) }),
    ])
    .default({ by: 'all', pattern: 'solid' }),
  /** How far edges bow, as a share of their length. */
  curve: z.number().min(0).max(0.5).default(0.1),
  /** Absent: falls with the number of edges. */
  edgeOpacity: z.number().min(0.01).max(1).optional(),
  arrows: z.boolean().default(false),
  ground: z.enum(['paper', 'white', 'night']).default('paper'),
  legend: z.boolean().default(true),
};

const styleSettings = z.object(styleParts);
export type StyleSettings = z.infer<typeof styleSettings>;

/** The look of a network that no Style step has dressed. */
export const plainStyle: StyleSettings = styleSettings.parse({});

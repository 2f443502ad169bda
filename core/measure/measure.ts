/** What a measure is: words, what it reads, and how its columns are computed. */
import * as z from 'zod';
import type { Column } from '../tables';
import type { Network } from '../graph';
import type { Breath } from '../split';

/** Settings that measures share; each measure names those that it uses. */
export const optionsSchema = z.object({
  /** Whether weights say how strong a tie is, or how long. Only paths ask. */
  weightAs: z.enum(['strength', 'distance']).default('strength'),
  /** Read every edge both ways. */
  undirected: z.boolean().default(false),
  /** PageRank: probability of following an edge. */
  damping: z.number().min(0).max(0.99).default(0.85),
  /** PageRank: ids of the nodes the walk begins anew at; absent: any. */
  start: z.array(z.string()).optional(),
  /** Katz: share that a further step keeps; absent: 0.85 of the limit. */
  alpha: z.number().min(0).optional(),
  /** Reach: how many steps. */
  steps: z.number().int().min(1).max(100).default(2),
  /** Node column that says to which group a node belongs. */
  by: z.string().optional(),
  /** Betweenness: estimate from this many sources; absent: exact. */
  pivots: z.number().int().min(2).optional(),
  /** (p, q)-core: least ties of a node of the first side, and of the second. */
  p: z.number().int().min(1).max(1000).default(2),
  q: z.number().int().min(1).max(1000).default(2),
  seed: z.number().int().default(1),
});
export type MeasureOptions = z.infer<typeof optionsSchema>;
export const plainOptions: MeasureOptions = optionsSchema.parse({});

/** What a researcher needs to know to use a figure. */
export interface Explained {
  key: string;
  name: string;
  /** Two sentences in plain words. */
  words: string;
  formula: string;
  source: string;
  /** Which view of the network it reads, which direction, and whether weights. */
  reads: string;
  /** How to read a high and a low value. */
  high: string;
  low: string;
  beware: string;
}

/** The question a measure answers; the order is that of the editor. */
export const questions = {
  centre: 'Who is central?',
  bridges: 'Who bridges?',
  tight: 'How tight is it?',
  core: 'Who is in the core?',
  roles: 'Roles between groups',
  parts: 'What hangs together?',
  ties: 'Which ties matter?',
} as const;
export type Question = keyof typeof questions;

/** How the work grows: with edges; with triangles; one search for each node; one search along lengths for each node; one search for each edge. */
export type Cost = 'edges' | 'triangles' | 'searches' | 'long searches' | 'removals';

export interface MeasureColumn {
  /** snake_case, as in the runner. */
  key: string;
  name: string;
  /** Only where edges have directions. */
  directedOnly?: boolean;
  /** 1 is yes, 0 no. */
  yesNo?: boolean;
  /** Where a node or edge has no value, why. */
  undefinedWhy?: string;
}

/** Says what the highest value means: whose it is, how high, and the next one's, undefined where there is none. */
export type Lead = (name: string, top: number, next: number | undefined, net: Network) => string;

export interface Measure extends Explained {
  question: Question;
  on: 'nodes' | 'edges';
  cost: Cost;
  /** Only meaningful where edges carry a weight other than 1. */
  weighted?: boolean;
  /** Only offered for directed networks, where it differs from another. */
  directedOnly?: boolean;
  /** What it cannot do without: a column that says who belongs together, two sides, or records behind the nodes. */
  needs?: 'by' | 'sides' | 'records';
  uses?: readonly (keyof MeasureOptions)[];
  columns: readonly MeasureColumn[];
  /** Its values add up to something, so that the share of the highest tenth can be told. */
  adds?: boolean;
  /** A sentence on the first of a ranking, where there is more to say than its value. */
  lead?: Lead;
  /** What a reader must know beside the name under these options: that it is an estimate, where a walk begins. */
  said?(options: MeasureOptions, net: Network): string | undefined;
  /** One array per column, each with one value per node or edge; NaN where undefined. A Fault where nothing is defined. */
  compute(net: Network, breath: Breath, options: MeasureOptions): Promise<Float64Array[]> | Float64Array[];
}

/** A measure's values as columns named by their keys. */
export function asColumns(measure: Measure, values: readonly Float64Array[]): Column[] {
  return measure.columns.flatMap(({ key }, i) =>
    i < values.length ? [{ type: 'number' as const, name: key, values: values[i] }] : [],
  );
}

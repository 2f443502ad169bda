/** What sifts leave in view: nodes, ties, and of the records behind ties those that pass. */
import * as z from 'zod';
import { type KeepKind, everyNode } from './rule';

export const siftedSchema = z.object({
  by: z.literal('sift'),
  /** The sifts, as they stood; they are read whole when the step runs. */
  sifts: z
    .array(z.looseObject({ kind: z.string(), of: z.enum(['records', 'nodes', 'edges']), table: z.string().optional() }))
    .max(28),
  /** What becomes of nodes that have no tie left while records or ties are sifted. */
  untied: z.enum(['left out', 'kept']).default('left out'),
  /** The column of the records that ties weigh by; absent: their number. */
  weigh: z.object({ column: z.string(), by: z.enum(['sum', 'mean', 'max']) }).optional(),
  /** The sifts in words, as they were put on. */
  words: z.array(z.string()).default([]),
});
export type SiftedRule = z.infer<typeof siftedSchema>;

export const bySift: KeepKind<SiftedRule> = {
  by: 'sift',
  title: 'what sifts left in view',
  help: 'The nodes and ties that sifts left in view; of the records behind ties those that pass, and weights by them.',
  schema: siftedSchema,
  summary: ({ words, sifts }) => (words.length ? words.join(' · ') : sifts.length ? 'sifted' : 'nothing sifted'),
  // The step itself asks the sifts: they read tables.
  marks: (net) => ({ nodes: everyNode(net) }),
};

/** Tables that the sifts read. */
export const siftTables = ({ sifts }: SiftedRule): string[] => [
  ...new Set(
    sifts.flatMap((sift) => {
      const { where } = sift as { where?: { table?: unknown } };
      return [sift.table, where?.table].filter((key) => typeof key === 'string');
    }),
  ),
];

/** Columns of nodes or ties that the sifts read. */
export const siftColumns = ({ sifts }: SiftedRule): string[] =>
  sifts.flatMap((sift) => {
    if (sift.of === 'records') return [];
    const { column, until, columns } = sift as { column?: unknown; until?: unknown; columns?: unknown[] };
    return [column, until, ...(columns ?? [])].filter((name) => typeof name === 'string');
  });

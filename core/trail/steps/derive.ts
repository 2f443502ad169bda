/** Derive: a new column of the nodes or edges. */
import * as z from 'zod';
import { type Network, withColumn } from '../../graph';
import { rowsOf, isFilled } from '../../tables';
import { Fault, counted, grouped } from '../../fault';
import { type StepKind, given } from '../step';

export const deriveSchema = z.object({
  id: z.string(),
  kind: z.literal('derive'),
  on: z.boolean(),
  of: z.enum(['nodes', 'edges']).default('nodes'),
  /** What the new column is called; one that a step before computed under that name is replaced. */
  name: z.string(),
  how: z.discriminatedUnion('by', [
    z.object({
      by: z.literal('classes'),
      column: z.string(),
      classes: z.record(z.string(), z.string()).default({}),
      /** What becomes of values without a class. */
      others: z.enum(['keep', 'empty', 'name']).default('keep'),
      otherName: z.string().default('other'),
    }),
    z.object({
      by: z.literal('table'),
      column: z.string(),
      table: z.string(),
      match: z.string(),
      take: z.string(),
    }),
    z.object({
      by: z.literal('bands'),
      column: z.string(),
      bounds: z.array(z.number()),
      names: z.array(z.string()).default([]),
    }),
    z.object({ by: z.literal('formula'), formula: z.string() }),
    z.object({ by: z.literal('shortlists'), shortlists: z.array(z.string()) }),
    z.object({
      by: z.literal('hand'),
      /** The column whose values stay where none is set; empty for none. */
      from: z.string().default(''),
      /** Ids of nodes, or keys of edges, in their classes. */
      classes: z.array(z.object({ class: z.string().min(1).max(1000), on: z.array(z.string()) })).default([]),
    }),
  ]),
});
export type DeriveSettings = z.infer<typeof deriveSchema>;

export const derive: StepKind<DeriveSettings> = {
  kind: 'derive',
  title: 'Derive',
  help: 'Make a new column out of others. Later steps read it like any column.',
  schema: deriveSchema,
  first: (net) => ({ name: 'class', how: { by: 'classes', column: categorical(net) } }),
  goesBefore: ['gather', 'arrange', 'style'],
  reads({ how }) {
    if (how.by === 'table') return { tables: how.table ? [how.table] : [] };
    return how.by === 'shortlists' ? { shortlists: how.shortlists } : {};
  },
  summary: ({ name, how }) =>
    `${name || 'a column'} by ${how.by === 'classes' || how.by === 'bands' ? `${how.by} of ${how.column}` : how.by === 'formula' ? how.formula : how.by}`,
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const name = settings.name.trim();
    if (!name) throw new Fault('Give the new column a name.', context.step, true);
    const { columnBy } = await import('./derive-column');
    const { column, notes } = columnBy(network, { ...settings, name }, context);
    let filled = 0;
    for (let i = 0; i < rowsOf(column); i++) if (isFilled(column, i)) filled++;
    const total = rowsOf(column);
    return {
      state: { ...rest, network: withColumn(network, settings.of, column, context.step, { derived: true }) },
      result: `${grouped(filled)} filled`,
      notes: [
        { text: `${grouped(filled)} of ${counted(total, settings.of === 'nodes' ? 'node' : 'edge')} have a value.` },
        ...notes,
      ],
    };
  },
};

/** A column of few values, to begin with. */
function categorical(net: Network | undefined): string {
  const found = net?.nodeColumns.find(
    (col) => col.type === 'text' && col.dictionary.length > 1 && col.dictionary.length < 60,
  );
  return found?.name ?? net?.nodeColumns[0]?.name ?? '';
}

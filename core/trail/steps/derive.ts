/** Derive: a new column of the nodes or edges. */
import * as z from 'zod';
import type { Given } from '../../derive';
import { type Network, edgeCount, edgeIdOfKey, edgePlaces, nodeCount, withColumn } from '../../graph';
import { type Column, rowsOf, isFilled } from '../../tables';
import { Fault, counted, grouped } from '../../fault';
import { type Note, type StepContext, type StepKind, given } from '../step';

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
  goesBefore: ['arrange', 'style'],
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
    const { column, notes } = await made(network, { ...settings, name }, context);
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

async function made(
  net: Network,
  { of, name, how }: DeriveSettings,
  context: StepContext,
): Promise<{ column: Column; notes: Note[] }> {
  const { byBands, byClasses, byFormula, byMembership, byTable } = await import('../../derive');
  const nodes = of === 'nodes';
  const rows = nodes ? nodeCount(net) : edgeCount(net);
  const columns = nodes ? net.nodeColumns : net.edgeColumns;
  const own: Column[] = nodes
    ? [textColumn('name', net.labels), textColumn('id', net.ids)]
    : [{ type: 'number', name: 'weight', values: net.weight }];
  // What every network has stands behind the columns of the same name.
  const input: Given = { columns: [...columns, ...own], rows, step: context.step };
  switch (how.by) {
    case 'classes':
      return {
        column: byClasses(
          input,
          name,
          how.column,
          how.classes,
          how.others === 'keep' ? { keep: true } : { text: how.others === 'empty' ? '' : how.otherName },
        ),
        notes: [],
      };
    case 'table':
      return byTable(input, name, how.column, context.table(how.table), how.match, how.take);
    case 'bands':
      return { column: byBands(input, name, how.column, how.bounds, how.names), notes: [] };
    case 'formula':
      return { column: byFormula(input, name, how.formula), notes: [] };
    case 'shortlists':
      if (!nodes) throw new Fault('Shortlists hold nodes, not edges. Derive the column of the nodes.', context.step);
      return {
        column: byMembership(
          name,
          net.ids,
          how.shortlists.map((id) => context.shortlist(id)),
        ),
        notes: [],
      };
    case 'hand':
      return handSet(net, of, input, name, how);
  }
}

async function handSet(
  net: Network,
  of: 'nodes' | 'edges',
  input: Given,
  name: string,
  { from, classes }: Extract<DeriveSettings['how'], { by: 'hand' }>,
): Promise<{ column: Column; notes: Note[] }> {
  const { byHand } = await import('../../derive');
  const rowOf = new Map(of === 'nodes' ? net.ids.map((id, v) => [id, v]) : []);
  const places = classes.map(({ on }) => {
    if (of === 'nodes') return Int32Array.from(on, (id) => rowOf.get(id) ?? -1);
    return edgePlaces(
      net,
      on.map((key) => edgeIdOfKey(key) ?? { from: '', to: '' }),
    );
  });
  const gone = places.reduce((sum, rows) => sum + rows.reduce((all, r) => all + (r < 0 ? 1 : 0), 0), 0);
  const noun = of === 'nodes' ? 'node' : 'edge';
  const column = byHand(
    input,
    name,
    from,
    classes.map((one) => one.class),
    places,
  );
  const note = `${counted(gone, `${noun} with a class set by hand is`, `${noun}s with a class set by hand are`)} not in the network at this step.`;
  return { column, notes: gone ? [{ text: note }] : [] };
}

function textColumn(name: string, texts: readonly string[]): Column {
  return { type: 'text', name, codes: Int32Array.from(texts.keys()), dictionary: [...texts] };
}

/** A column of few values, to begin with. */
function categorical(net: Network | undefined): string {
  const found = net?.nodeColumns.find(
    (col) => col.type === 'text' && col.dictionary.length > 1 && col.dictionary.length < 60,
  );
  return found?.name ?? net?.nodeColumns[0]?.name ?? '';
}

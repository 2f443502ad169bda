/** Combine: this network together with another of the study. */
import * as z from 'zod';
import type { Combined } from '../../combine';
import { type Network, edgeCount, nodeCount, withColumn } from '../../graph';
import { Fault, counted, grouped, listed } from '../../fault';
import { type Note, type StepKind, given } from '../step';

export const combineSchema = z.object({
  id: z.string(),
  kind: z.literal('combine'),
  on: z.boolean(),
  /** Id of the other network. */
  network: z.string(),
  by: z.enum(['id', 'name']).default('id'),
  prefer: z.enum(['this', 'other']).default('this'),
  /** `add`: both together; `change`: this one as before, the other as after. */
  as: z.enum(['add', 'change']).default('add'),
});
export type CombineSettings = z.infer<typeof combineSchema>;

export const combine: StepKind<CombineSettings> = {
  kind: 'combine',
  title: 'Combine',
  help: 'Lay another network of the study over this one: both together, or as before and after.',
  schema: combineSchema,
  first: () => ({ network: '' }),
  goesBefore: ['measure', 'groups', 'gather', 'arrange', 'style'],
  reads: ({ network }) => ({ networks: network ? [network] : [] }),
  summary: ({ as, by }) => (as === 'add' ? `with another, by ${by}` : `before and after, by ${by}`),
  async run(state, settings, context) {
    const { network, style } = given(state);
    if (!settings.network)
      throw new Fault('No other network is chosen yet. Choose one in the step.', context.step, true);
    const other = await context.network(settings.network);
    const names: [string, string] = settings.as === 'change' ? ['before', 'after'] : ['this network', other.name];
    const room = await import('../../combine');
    const found = room.combined(network, other.network, { ...settings, names });
    const whole =
      settings.as === 'change'
        ? withChange(room, found, network, other.network, context.step)
        : withOrigins(room, found, names, context.step);
    return {
      state: { network: whole, style },
      result: `${grouped(nodeCount(whole))} · ${grouped(edgeCount(whole))}`,
      notes: notesOn(room, found, settings, other.name, whole),
    };
  },
};

/** How networks are laid over one another: loaded when it is done. */
type Room = typeof import('../../combine');

// Where a node comes from is read off the two networks, not computed on their ties.
const read = { derived: true };

function withOrigins(
  { originColumn }: Room,
  { network, nodes, edges }: Combined,
  names: [string, string],
  step: string,
): Network {
  const known = withColumn(network, 'nodes', originColumn(nodes, names), step, read);
  return withColumn(known, 'edges', originColumn(edges, names), step, read);
}

function withChange(
  { changeColumn, groupChange }: Room,
  found: Combined,
  first: Network,
  second: Network,
  step: string,
): Network {
  let whole = withColumn(found.network, 'nodes', changeColumn(found.nodes), step, read);
  for (const col of groupChange(first, second, found)) whole = withColumn(whole, 'nodes', col, step, read);
  return withColumn(whole, 'edges', changeColumn(found.edges), step, read);
}

function notesOn({ changes }: Room, found: Combined, settings: CombineSettings, other: string, whole: Network): Note[] {
  const tally = (places: [Int32Array, Int32Array]): [number, number, number] => {
    const counts: [number, number, number] = [0, 0, 0];
    places[0].forEach((a, i) => counts[a < 0 ? 1 : places[1][i] < 0 ? 0 : 2]++);
    return counts;
  };
  const nodes = tally(found.nodes);
  const edges = tally(found.edges);
  const words = settings.as === 'change' ? changes : ['here alone', `in “${other}” alone`, 'in both'];
  const said = (counts: readonly number[], one: string): string =>
    `${one}: ${counts.map((count, i) => `${grouped(count)} ${words[i]}`).join(', ')}.`;
  const notes: Note[] = [{ text: said(nodes, 'Nodes') }, { text: said(edges, 'Edges') }];
  if (!nodes[2])
    notes.push({
      text: `No node of the two is the same by ${settings.by}. Match by ${settings.by === 'id' ? 'name' : 'id'}, or join spellings in Names.`,
    });
  if (found.conflicts.length) {
    notes.push({
      text: `${counted(found.conflicts.length, 'value differs', 'values differ')}; that of ${settings.prefer === 'this' ? 'this network' : `“${other}”`} is taken.`,
      values: found.conflicts.map((value) => ({ value, count: 1 })),
    });
  }
  if (found.ambiguous.length) {
    notes.push({
      text: `${counted(found.ambiguous.length, 'name stands', 'names stand')} for several nodes and matched nothing: ${listed(found.ambiguous)}.`,
    });
  }
  const moved = whole.nodeColumns.find(({ name }) => name === 'changed group');
  if (moved?.type === 'yesno') {
    const who = whole.labels.filter((_, v) => moved.values[v] === 1);
    notes.push({
      text: `${counted(who.length, 'node')} changed group.`,
      values: who.map((value) => ({ value, count: 1 })),
    });
  }
  if (settings.as === 'change') {
    words.slice(0, 2).forEach((word, which) => {
      const who = whole.labels.filter((_, v) => (which ? found.nodes[0][v] < 0 : found.nodes[1][v] < 0));
      if (who.length)
        notes.push({
          text: `${counted(who.length, 'node')} ${word}.`,
          values: who.map((value) => ({ value, count: 1 })),
        });
    });
  }
  return notes;
}

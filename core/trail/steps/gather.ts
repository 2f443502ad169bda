/** Gather: each group as one circle, which opens into its own groups and at last into its members. */
import * as z from 'zod';
import { nodeColumn, nodeCount, edgeCount, type Network } from '../../graph';
import type { Circle } from '../../gather/circles';
import { circlePath } from '../../gather/ids';
import { counted } from '../../fault';
import { groupColumn } from './groups';
import { type StepKind, given } from '../step';

export const gatherSchema = z.object({
  id: z.string(),
  kind: z.literal('gather'),
  on: z.boolean(),
  /** The node column whose values are the first circles; absent: groups are found. */
  column: z.string().optional(),
  resolution: z.number().min(0.0001).max(1000).default(1),
  seed: z.number().int().default(1),
  /** Paths of the circles that are open. */
  open: z.array(z.string().max(200)).max(1000).default([]),
  /** Every node for itself, for a while: the circles stay as they are. */
  draws: z.enum(['circles', 'all']).default('circles'),
  /** Node column whose words name the circles; absent: their strongest members do. */
  words: z.string().optional(),
});
export type GatherSettings = z.infer<typeof gatherSchema>;

type Found = { closed: Circle[]; opened: Circle[]; alone: Uint32Array };

export const gather: StepKind<GatherSettings> = {
  kind: 'gather',
  title: 'Gather',
  help: 'Draw each group as one circle. A circle opens into its own groups, and at last into its members.',
  schema: gatherSchema,
  first: (net) =>
    net?.nodeColumns.some(({ name, type }) => name === groupColumn && type === 'text') ? { column: groupColumn } : {},
  goesBefore: ['arrange', 'style'],
  makes: () => ['members', 'ties inside', 'density inside', 'strongest'],
  readsColumns: ({ column, words }) => [column, words].filter((name) => name !== undefined),
  summary: ({ column, open, draws }) =>
    draws === 'all' ? 'every node' : `by ${column ?? 'its groups'}${open.length ? `, ${open.length} open` : ''}`,
  works: ({ network }, step) =>
    step.draws === 'all' ? [] : [{ key: keyOf(step), name: 'Groups of groups', seconds: secondsOf(network, step) }],
  remakes: true,
  sketch: (state, step) => (secondsOf(state.network, step) > 0.3 ? state : undefined),
  async run(state, step, context) {
    const { network, ...rest } = given(state);
    if (step.column !== undefined) nodeColumn(network, step.column, context.step);
    const { gathered, openedOnes, ungathered } = await import('../../gather/gather');
    if (step.draws === 'all') {
      return { state: { ...rest, network: ungathered(network, context.step) }, result: 'every node' };
    }
    const found: Found = await context.memo(keyOf(step), async () => {
      const { circlesOf } = await import('../../gather/circles');
      return circlesOf(network, step, context);
    });
    const { closed, opened, alone } = found;
    const made = gathered(network, found, context.step, step.words);
    return {
      state: { ...rest, network: made },
      opened: openedOnes(network, opened, step.words),
      result: [closed.length ? counted(closed.length, 'circle') : '', alone.length ? counted(alone.length, 'node') : '']
        .filter(Boolean)
        .join(', '),
      notes: [
        {
          text: `${counted(nodeCount(network), 'node')} and ${counted(edgeCount(network), 'edge')} are drawn as ${counted(nodeCount(made), 'node')} and ${counted(edgeCount(made), 'edge')}${opened.length ? `; ${counted(opened.length, 'circle is', 'circles are')} open` : ''}. Ties between two are summed, those inside a circle counted with it.`,
        },
      ],
    };
  },
};

/** The circles that a trail has closed may be opened by the ids of their nodes. */
export const openedWith = (step: GatherSettings, id: string): GatherSettings['open'] => {
  const path = circlePath(id);
  return path === undefined || step.open.includes(path) ? step.open : [...step.open, path];
};

/** A circle is closed with all that lies in it. */
export const closedWith = ({ open }: GatherSettings, path: string): GatherSettings['open'] =>
  open.filter((one) => one !== path && !one.startsWith(`${path}.`));

const keyOf = ({ column, resolution, seed, open }: GatherSettings): string =>
  `gather ${JSON.stringify([column ?? null, resolution, seed, [...open].sort()])}`;

const secondsOf = (net: Network, { column, open }: GatherSettings): number =>
  (column === undefined ? 1.1e-5 * edgeCount(net) : 0) + (open.length ? 1.1e-5 * edgeCount(net) : 0);

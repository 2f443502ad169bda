/** Groups: sets of nodes with more ties inside than out. */
import { z } from 'zod';
import { type Column, cellText } from '../../tables';
import {
  type Adjacency,
  type Network,
  edgeCount,
  nodeColumn,
  nodeCount,
  simpleAdjacency,
  withColumn,
} from '../../graph';
import { leiden, modularityOf, numberBySize } from '../../groups';
import { seeded } from '../../random';
import { Fault, counted } from '../../fault';
import { type StepKind, given } from '../step';

export const groupsSchema = z.object({
  id: z.string(),
  kind: z.literal('groups'),
  on: z.boolean(),
  method: z.literal('leiden').default('leiden'),
  resolution: z.number().min(0.01).max(100).default(1),
  weights: z.boolean().default(true),
  seed: z.number().int().default(7),
  /** The column whose most frequent value in a group names it; absent: numbers. */
  nameBy: z.string().optional(),
});
export type GroupsSettings = z.infer<typeof groupsSchema>;

/** The node column a Groups step makes. */
export const groupColumn = 'group';

export const groups: StepKind<GroupsSettings> = {
  kind: 'groups',
  title: 'Groups',
  help: 'Find sets of nodes with more ties inside than out. Direction is ignored, parallel ties are summed.',
  schema: groupsSchema,
  summary: ({ resolution }) => `Leiden, resolution ${resolution.toFixed(1)}`,
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const rows = weighed(network, settings.weights, context.step);
    const found = await context.memo(`leiden ${settings.resolution} ${settings.weights} ${settings.seed}`, async () => {
      const random = seeded(settings.seed);
      const of = await leiden(rows, { resolution: settings.resolution, random, breath: context });
      return { of, count: numberBySize(of), modularity: modularityOf(rows, of, settings.resolution) };
    });
    const names = nameGroups(network, found.of, found.count, settings.nameBy, context.step);
    const col: Column = { type: 'text', name: groupColumn, codes: Int32Array.from(found.of), dictionary: names };
    return {
      state: { ...rest, network: withColumn(network, 'nodes', col, context.step) },
      result: counted(found.count, 'group'),
      notes: [
        { text: `Modularity ${found.modularity.toFixed(3)} at resolution ${settings.resolution}.` },
        {
          text: `Run on the ${counted(nodeCount(network), 'node')} and ${counted(edgeCount(network), 'edge')} left before this step.`,
        },
      ],
    };
  },
};

function weighed(net: Network, weights: boolean, step: string): Adjacency {
  const rows = simpleAdjacency(net, 'both');
  if (!weights) return { ...rows, weight: new Float64Array(rows.weight.length).fill(1) };
  if (rows.weight.some((w) => !(w >= 0))) {
    const e = net.weight.findIndex((w) => !(w >= 0));
    throw new Fault(
      `Groups need weights of 0 or more; the edge ${net.labels[net.source[e]]} – ${net.labels[net.target[e]]} has ${net.weight[e]}. Switch “use weights” off, or leave the edge out.`,
      step,
    );
  }
  return rows;
}

/** “Group 1” …, or the most frequent value of a column, with a number where two groups share it. */
function nameGroups(net: Network, of: Uint32Array, count: number, by: string | undefined, step: string): string[] {
  const numbered = Array.from({ length: count }, (_, g) => `Group ${g + 1}`);
  if (by === undefined) return numbered;
  const col = nodeColumn(net, by, step);
  const tallies = numbered.map(() => new Map<string, number>());
  for (let v = 0; v < of.length; v++) {
    const value = cellText(col, v);
    if (value !== '') tallies[of[v]].set(value, (tallies[of[v]].get(value) ?? 0) + 1);
  }
  const uses = new Map<string, number>();
  return tallies.map((tally, g) => {
    let best: string | undefined;
    for (const [value, n] of tally) if (best === undefined || n > (tally.get(best) ?? 0)) best = value;
    if (best === undefined) return numbered[g];
    const use = (uses.get(best) ?? 0) + 1;
    uses.set(best, use);
    return use === 1 ? best : `${best} ${use}`;
  });
}

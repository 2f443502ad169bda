/** Keep: the part of the network that stays. */
import * as z from 'zod';
import { edgeCount, nodeCount, subnetwork, withColumn } from '../../graph';
import {
  type KeepRule,
  conditionColumns,
  keepKindOf,
  keepRuleSchema,
  shortlistsIn,
  siftColumns,
  siftTables,
} from '../../keep';
import { Fault, grouped } from '../../fault';
import { type StepKind, given } from '../step';

export const keepSchema = z.object({
  id: z.string(),
  kind: z.literal('keep'),
  on: z.boolean(),
  rule: keepRuleSchema,
});
export type KeepSettings = z.infer<typeof keepSchema>;
export type { KeepRule };

export const keep: StepKind<KeepSettings> = {
  kind: 'keep',
  title: 'Keep',
  help: 'Narrow the network. Everything after this step reads only what stays.',
  schema: keepSchema,
  first: () => ({ rule: { by: 'degree', min: 2 } }),
  goesBefore: ['measure', 'groups', 'gather', 'arrange', 'style'],
  readsColumns: ({ rule }) => {
    if (rule.by === 'number' || rule.by === 'values') return [rule.column];
    if (rule.by === 'sift') return siftColumns(rule);
    return rule.by === 'condition' ? conditionColumns(rule.where) : [];
  },
  reads({ rule }) {
    if (rule.by === 'sift') return { tables: siftTables(rule) };
    if (rule.by === 'shortlist') return { shortlists: rule.shortlist ? [rule.shortlist] : [] };
    return rule.by === 'condition' ? { shortlists: shortlistsIn(rule.where) } : {};
  },
  summary: ({ rule }) => keepKindOf(rule).summary(rule),
  async run(state, settings, context) {
    const { network: before, ...rest } = given(state);
    const { rule } = settings;
    const network = rule.by === 'sift' ? (await import('./keep-sifted')).sifted(before, rule, context) : before;
    const { nodes, edges, columns = [] } = keepKindOf(rule).marks(network, rule, context);
    const told = columns.reduce((net, col) => withColumn(net, 'nodes', col, context.step, { derived: true }), network);
    const kept = subnetwork(told, nodes, edges);
    if (nodeCount(kept) === 0 && nodeCount(before) > 0) {
      throw new Fault(`No node passes ${this.summary(settings)}. Widen the step or switch it off.`, context.step);
    }
    const notes = [];
    if (edgeCount(kept) === 0 && edgeCount(before) > 0) {
      notes.push({ text: `No edge is left after ${this.summary(settings)}. Widen the step to see ties.` });
    }
    return {
      state: { ...rest, network: kept },
      result: `${grouped(nodeCount(kept))} · ${grouped(edgeCount(kept))}`,
      notes,
    };
  },
};

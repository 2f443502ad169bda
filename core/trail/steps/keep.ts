/** Keep: the part of the network that stays. */
import { z } from 'zod';
import { type Network, components, edgeCount, nodeColumn, nodeCount, subnetwork } from '../../graph';
import { endsAt } from '../../measure/degree';
import { cellText } from '../../tables';
import { grouped } from '../../fault';
import { type StepKind, given } from '../step';

export const keepSchema = z.object({
  id: z.string(),
  kind: z.literal('keep'),
  on: z.boolean(),
  rule: z.discriminatedUnion('by', [
    z.object({ by: z.literal('component') }),
    z.object({ by: z.literal('degree'), min: z.number().min(0).default(1), max: z.number().min(0).optional() }),
    z.object({ by: z.literal('values'), column: z.string(), values: z.array(z.string()) }),
  ]),
});
export type KeepSettings = z.infer<typeof keepSchema>;
export type KeepRule = KeepSettings['rule'];

export const keep: StepKind<KeepSettings> = {
  kind: 'keep',
  title: 'Keep',
  help: 'Narrow the network. Everything after this step reads only what stays.',
  schema: keepSchema,
  summary: ({ rule }) => {
    if (rule.by === 'component') return 'largest component';
    if (rule.by === 'values')
      return rule.values.length ? `${rule.column}: ${rule.values.join(', ')}` : `${rule.column}: none`;
    return rule.max === undefined ? `degree at least ${rule.min}` : `degree ${rule.min} to ${rule.max}`;
  },
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const kept = subnetwork(network, staying(network, settings.rule, context.step));
    const notes = [];
    if (nodeCount(kept) === 0 && nodeCount(network) > 0) {
      notes.push({ text: `No node passes ${this.summary(settings)}. Widen the step or switch it off.` });
    }
    return {
      state: { ...rest, network: kept },
      result: `${grouped(nodeCount(kept))} · ${grouped(edgeCount(kept))}`,
      notes,
    };
  },
};

function staying(net: Network, rule: KeepRule, step: string): Uint8Array {
  const n = nodeCount(net);
  const stays = new Uint8Array(n);
  switch (rule.by) {
    case 'component': {
      const { of } = components(net);
      for (let v = 0; v < n; v++) stays[v] = of[v] === 0 ? 1 : 0;
      break;
    }
    case 'degree': {
      const degree = endsAt(net, { out: true, in: true }, false);
      const max = rule.max ?? Infinity;
      for (let v = 0; v < n; v++) stays[v] = degree[v] >= rule.min && degree[v] <= max ? 1 : 0;
      break;
    }
    case 'values': {
      const col = nodeColumn(net, rule.column, step);
      const wanted = new Set(rule.values);
      if (col.type === 'text') {
        const hit = Uint8Array.from(col.dictionary, (entry) => (wanted.has(entry) ? 1 : 0));
        const empty = wanted.has('') ? 1 : 0;
        for (let v = 0; v < n; v++) stays[v] = col.codes[v] < 0 ? empty : hit[col.codes[v]];
      } else if (col.type === 'list') {
        for (let v = 0; v < n; v++) {
          for (let k = col.offsets[v]; k < col.offsets[v + 1]; k++)
            if (wanted.has(col.dictionary[col.codes[k]])) stays[v] = 1;
        }
      } else for (let v = 0; v < n; v++) stays[v] = wanted.has(cellText(col, v)) ? 1 : 0;
    }
  }
  return stays;
}

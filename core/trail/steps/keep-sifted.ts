/** A network as sifts leave it: the same answer as the page gets, made to last. */
import { type Network, type Records, subnetwork } from '../../graph';
import type { SiftedRule } from '../../keep';
import { Fault } from '../../fault';
import { Sifter, type SiftAnswer, inView, siftingSchema } from '../../sift';
import { recordCounts } from '../../ties';
import type { StepContext } from '../step';

/** A Fault where a sift cannot be read, or reads what is not there. */
export function sifted(net: Network, rule: SiftedRule, context: StepContext): Network {
  const untied = rule.untied === 'kept' ? 'kept' : 'hidden';
  const read = siftingSchema.safeParse({ sifts: rule.sifts, untied });
  if (!read.success)
    throw new Fault('The sifts of this step cannot be read. Remove the step, and sift anew.', context.step);
  const { sifts } = read.data;
  const sifter = new Sifter({
    net,
    table: (key) => context.table(key),
    ...(rule.weigh ? { weight: rule.weigh } : {}),
  });
  const answer = sifter.answer(read.data);
  for (const { id, on } of sifts) {
    const card = on ? Object.entries(answer.cards).find(([key]) => key === id)?.[1] : undefined;
    if (card && 'fault' in card) throw new Fault(card.fault, context.step);
  }
  const passing = sifts.some(({ of, on }) => of === 'records' && on) ? withRecords(net, sifter, answer) : net;
  return subnetwork(
    passing,
    answer.nodes.map((mark) => (mark === inView ? 1 : 0)),
    answer.edges,
  );
}

/** The network with the records that pass behind its ties and nodes, weights and counts by them. */
function withRecords(net: Network, sifter: Sifter, answer: SiftAnswer): Network {
  const marks = (net.edgeRecords?.tables ?? []).map((key) => sifter.rowsBehind(key));
  const left = (records: Records | undefined): Records | undefined => {
    if (!records) return undefined;
    const mine = records.tables.map((key) => marks[net.edgeRecords?.tables.indexOf(key) ?? -1]);
    const offsets = new Uint32Array(records.offsets.length);
    const places: number[] = [];
    for (let i = 0; i + 1 < offsets.length; i++) {
      for (let k = records.offsets[i]; k < records.offsets[i + 1]; k++) {
        // Records of a table that no tie rests on are left as they are.
        const passes = mine[records.from?.[k] ?? 0];
        if (!passes || passes[records.items[k]]) places.push(k);
      }
      offsets[i + 1] = places.length;
    }
    return {
      ...records,
      offsets,
      items: Uint32Array.from(places, (k) => records.items[k]),
      ...(records.from ? { from: Uint8Array.from(places, (k) => records.from?.[k] ?? 0) } : {}),
    };
  };
  const edgeRecords = left(net.edgeRecords);
  const counts = edgeRecords && recordCounts(edgeRecords);
  return {
    ...net,
    weight: answer.weight ?? net.weight,
    edgeRecords,
    nodeRecords: left(net.nodeRecords),
    edgeColumns: net.edgeColumns.map((col) => (counts && col.name === counts.name ? counts : col)),
  };
}

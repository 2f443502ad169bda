import type { Network } from '@/core/graph';
import type { SiftAnswer, Sifter, Sifting } from '@/core/sift';
import type { Table } from '@/core/tables';
import type { Question, Surroundings } from './question';

/** What stays known of a network from one sift to the next: also the tables that say where its nodes are. */
const held = new WeakMap<Network, { sifter: Sifter; others: Map<string, Table> }>();

export async function sifterFor(net: Network, sifting: Sifting, around: Surroundings): Promise<Sifter> {
  const { table, weighs } = around;
  const { Sifter: Made } = await import('@/core/sift');
  let known = held.get(net);
  if (!known) {
    const others = new Map<string, Table>();
    const sifter = new Made({
      net,
      table: (key) => others.get(key) ?? table(key),
      ...(weighs ? { weight: weighs } : {}),
    });
    held.set(net, (known = { sifter, others }));
  }
  for (const sift of sifting.sifts) {
    const key = sift.kind === 'area' ? sift.where.table : undefined;
    const found = key === undefined || known.others.has(key) ? undefined : await around.other(key);
    if (key !== undefined && found) known.others.set(key, found);
  }
  return known.sifter;
}

/** What several sifts leave in view, and their counts. */
export const sift: Question<Sifting, SiftAnswer> = async (net, ask, around) => {
  const { siftingSchema } = await import('@/core/sift');
  const sifting = siftingSchema.parse(ask);
  return (await sifterFor(net, sifting, around)).answer(sifting);
};

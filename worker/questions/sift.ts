import type { Network } from '@/core/graph';
import type { SiftAnswer, Sifter, Sifting } from '@/core/sift';
import type { Question, Surroundings } from './question';

/** What stays known of a network from one sift to the next. */
const held = new WeakMap<Network, Sifter>();

export async function sifterFor(net: Network, { table, weighs }: Surroundings): Promise<Sifter> {
  const { Sifter: Made } = await import('@/core/sift');
  let sifter = held.get(net);
  if (!sifter) held.set(net, (sifter = new Made({ net, table, ...(weighs ? { weight: weighs } : {}) })));
  return sifter;
}

/** What several sifts leave in view, and their counts. */
export const sift: Question<Sifting, SiftAnswer> = async (net, sifting, around) => {
  const { siftingSchema } = await import('@/core/sift');
  return (await sifterFor(net, around)).answer(siftingSchema.parse(sifting));
};

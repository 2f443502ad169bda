import type { Network } from '@/core/graph';
import type { SiftAnswer, Sifter, Sifting } from '@/core/sift';
import type { Question } from './question';

/** What stays known of a network from one sift to the next; one at a time, it is large. */
const held = new WeakMap<Network, Sifter>();

/** What several sifts leave in view, and their counts. */
export const sift: Question<Sifting, SiftAnswer> = async (net, sifting, { table, weighs }) => {
  const { Sifter: Made, siftingSchema } = await import('@/core/sift');
  let sifter = held.get(net);
  if (!sifter) held.set(net, (sifter = new Made({ net, table, ...(weighs ? { weight: weighs } : {}) })));
  return sifter.answer(siftingSchema.parse(sifting));
};

/** What a question is: something that the page asks of a network beside the trail's own results. To add one: a file beside this and a line in the index. */
import type { Network } from '@/core/graph';
import type { Breath } from '@/core/split';

/** Answers it, telling news on the way. A Fault with the reason where there is no answer. */
export type Question<Ask, Answer, News = number> = (
  net: Network,
  ask: Ask,
  breath: Breath,
  tell: (news: News) => void,
) => Promise<Answer> | Answer;

export const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** Places of the nodes that are there. */
export function placesOf(net: Network, ids: readonly string[]): number[] {
  const place = new Map(net.ids.map((id, v) => [id, v]));
  return ids.flatMap((id) => place.get(id) ?? []);
}

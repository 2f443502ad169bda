/** What a question is: something that the page asks of a network beside the trail's own results. To add one: a file beside this and a line in the index. */
import type { Network } from '@/core/graph';
import { Fault } from '@/core/fault';
import { type Breath, atOnce } from '@/core/split';
import type { Table } from '@/core/tables';

/** What a question may look at beside the network. */
export interface Surroundings extends Breath {
  /** The tables of the records behind it. */
  table(key: string): Table;
  /** Any table of the study, where it is there and not very large. */
  other(key: string): Promise<Table | undefined>;
  /** The number column that its ties weigh by, and how; absent: by the number of records. */
  weighs?: { column: string; by: 'sum' | 'mean' | 'max' };
}

/** No tables, and no interruption. */
export const alone: Surroundings = {
  ...atOnce,
  table() {
    throw new Fault('There are no records here.');
  },
  other: () => Promise.resolve(undefined),
};

/** Answers it, telling news on the way. A Fault with the reason where there is no answer. */
export type Question<Ask, Answer, News = number> = (
  net: Network,
  ask: Ask,
  breath: Surroundings,
  tell: (news: News) => void,
) => Promise<Answer> | Answer;

export const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** Places of the nodes that are there. */
export function placesOf(net: Network, ids: readonly string[]): number[] {
  const place = new Map(net.ids.map((id, v) => [id, v]));
  return ids.flatMap((id) => place.get(id) ?? []);
}

/** Searches for groups that do not depend on each other, as a task that splits. */
import { type Network, tiesOf } from '../graph';
import { type Breath, type Task, split } from '../split';
import { type Found, type GroupAsk, findGroups } from './find';

/** Finds groups with one set of settings. */
export const groupsTask: Task<Network, GroupAsk, Found> = {
  name: 'groups',
  run: (net, ask, breath) => findGroups(net, ask, breath),
};

/** Groups for each of several settings, taken in their order. */
export async function eachOf(
  net: Network,
  asks: readonly GroupAsk[],
  breath: Breath,
  take: (found: Found, i: number) => void,
): Promise<void> {
  // The search reads none of the columns, and labels only to say what is wrong.
  await split(groupsTask, breath.crew ? tiesOf(net) : net, asks, breath, take);
}

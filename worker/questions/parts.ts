import { nodeCount, subnetwork } from '@/core/graph';
import { type GroupAsk, type Merge, findGroups } from '@/core/groups';
import { type Question, placesOf } from './question';

/** Groups within some nodes: the part of each, by id. */
export const parts: Question<GroupAsk & { nodes: string[] }, Record<string, number>> = async (
  net,
  { nodes, ...ask },
  breath,
) => {
  const places = placesOf(net, nodes);
  const marks = new Uint8Array(nodeCount(net));
  for (const v of places) marks[v] = 1;
  const inside = subnetwork(net, marks);
  let found = await findGroups(inside, ask, breath);
  // A group that holds together at the usual resolution is parted at a higher one.
  for (let resolution = ask.resolution; found.count < 2 && resolution < 50; resolution *= 1.5) {
    found = await findGroups(inside, { ...ask, resolution }, breath);
  }
  return Object.fromEntries(inside.ids.map((id, v) => [id, found.of[v]]));
};

/** The tree by which nodes of like ties are put together. */
export const merges: Question<GroupAsk, { merges: Merge[]; labels: string[] }> = async (net, ask, breath) => {
  const found = await findGroups(net, { ...ask, method: 'profiles' }, breath);
  return { merges: found.merges ?? [], labels: net.labels };
};

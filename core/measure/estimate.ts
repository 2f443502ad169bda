/** How long a measure will take. */
import { type Network, edgeCount, nodeCount } from '../graph';
import type { Cost } from './measure';

/** Steps of work for each kind of cost, roughly in units of an edge looked at. */
export function workOf(net: Network, cost: Cost): number {
  const n = nodeCount(net);
  const m = edgeCount(net) * (net.directed ? 1 : 2);
  switch (cost) {
    case 'edges':
      return 30 * m;
    case 'triangles':
      return m * Math.sqrt(m);
    case 'searches':
      // A node that is reached costs as much as forty edges: it lies elsewhere in memory each time.
      return n * (m + 40 * n);
    case 'long searches':
      return n * (6 * m + 12 * n * Math.log2(n + 2));
    case 'removals':
      return (edgeCount(net) * n * (m + n)) / 2;
  }
}

/** Whether threads can share it. */
export const splits = (cost: Cost): boolean => cost === 'searches' || cost === 'long searches';

/** Seconds, from how many such steps a thread does in a second and the number of threads. */
export function secondsFor(net: Network, cost: Cost, threads = 1, perSecond = 2.5e8): number {
  return workOf(net, cost) / perSecond / (splits(cost) ? threads : 1);
}

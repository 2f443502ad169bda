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
      return n * (m + 4 * n);
    case 'long searches':
      return n * (6 * m + 12 * n * Math.log2(n + 2));
    case 'removals':
      return (edgeCount(net) * n * (m + n)) / 2;
  }
}

/** Seconds, from how many such steps a thread does in a second and the number of threads. */
export function secondsFor(net: Network, cost: Cost, threads = 1, perSecond = 2.5e8): number {
  const share = cost === 'searches' || cost === 'long searches' ? threads : 1;
  return workOf(net, cost) / perSecond / share;
}

/** How long a search for groups will take. */
import { type Network, edgeCount, nodeCount } from '../graph';
import { secondsFor } from '../measure/estimate';
import type { GroupMethod } from './methods';

/** Seconds that a search takes on one thread, as measured on networks of 12,000 to 300,000 edges. */
export function searchSeconds(net: Network, method: GroupMethod): number {
  const [n, m] = [nodeCount(net), edgeCount(net)];
  switch (method) {
    case 'leiden':
      return 1.1e-5 * m;
    case 'louvain':
      return 3e-5 * m;
    case 'profiles':
      return 1.3e-7 * n * n;
    case 'removal':
      return secondsFor(net, 'removals');
    default:
      return 2.5e-6 * m;
  }
}

/** Of an exploration of resolutions: points of its range, and runs at each. */
export const exploring = { points: 13, runs: 6 } as const;
/** Searches that aiming for a number of groups takes, about. */
const aiming = 80;

/** Seconds that exploring the range of resolutions takes on one thread. */
export const exploreSeconds = (net: Network, method: GroupMethod): number =>
  exploring.points * exploring.runs * searchSeconds(net, method);

/** Seconds that looking for a number of groups takes on one thread. */
export const aimSeconds = (net: Network, method: GroupMethod): number => aiming * searchSeconds(net, method);

/** How far it is from node to node. */
import { type Network, components } from '../../graph';
import { type Breath } from '../../split';
import { figuresOf, ratio } from './figure';
import { sweeps } from './later';

/** Nodes of the largest connected part, 1 each; the first of equal ones. */
function inLargest(net: Network): Uint8Array {
  return Uint8Array.from(components(net).of, (part) => (part === 0 ? 1 : 0));
}

async function distancesInLargest(
  net: Network,
  breath: Breath,
): Promise<{ longest: number; sum: number; pairs: number }> {
  const { out } = await (await sweeps()).sweep(net, 'none', 'out', breath);
  const inside = inLargest(net);
  const found = { longest: 0, sum: 0, pairs: 0 };
  for (let v = 0; v < inside.length; v++) {
    if (!inside[v]) continue;
    found.longest = Math.max(found.longest, out.longest[v]);
    found.sum += out.sum[v];
    found.pairs += out.reached[v];
  }
  return found;
}

export const distanceFigures = figuresOf('distance', [
  {
    key: 'diameter',
    name: 'Diameter',
    cost: 'searches',
    words:
      'The longest of the shortest paths. In the largest component, along the edges, among pairs that reach each other.',
    formula: 'max d(v,u)',
    source: 'Wasserman & Faust 1994',
    reads: 'the largest component, along edges, weights ignored',
    high: 'Far ends.',
    low: 'Everyone near.',
    beware: 'One long chain makes it; the mean distance is steadier.',
    compute: async (net, breath) => (await distancesInLargest(net, breath)).longest,
  },
  {
    key: 'mean_distance',
    beware: 'It speaks of the largest component alone: breaking a network can shorten it.',
    name: 'Mean distance',
    cost: 'searches',
    words:
      'Steps on the shortest path, averaged over the ordered pairs of the largest component that are joined. Directed edges are walked along.',
    formula: 'Σ d(v,u) / pairs',
    source: 'Watts & Strogatz 1998',
    reads: 'the largest component, along edges, weights ignored',
    high: 'News travels slowly.',
    low: 'Everyone is a few steps away.',
    compute: async (net, breath) => {
      const { sum: total, pairs } = await distancesInLargest(net, breath);
      return ratio(total, pairs, 'No two nodes are joined by a path.');
    },
  },
]);

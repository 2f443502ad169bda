/** Figures of the whole network. */
import { type Network, components, edgeCount, nodeCount, simpleAdjacency } from '../graph';

export interface WholeFigure {
  key: string;
  name: string;
  words: string;
  compute(net: Network): number;
}

/**
 * Share of the possible pairs that are tied: distinct pairs over n(n−1), halved when undirected. Loops and parallel edges are left out; 0 where n < 2.
 * (Wasserman & Faust 1994)
 */
export function density(net: Network): number {
  const n = nodeCount(net);
  if (n < 2) return 0;
  // In an undirected network every pair stands in two rows, as does every pair among the n(n−1) ordered ones.
  return simpleAdjacency(net, 'out').to.length / (n * (n - 1));
}

export const wholeFigures: readonly WholeFigure[] = [
  { key: 'nodes', name: 'Nodes', words: 'How many nodes there are.', compute: nodeCount },
  {
    key: 'edges',
    name: 'Edges',
    words: 'How many edges there are, parallel ones and loops included.',
    compute: edgeCount,
  },
  {
    key: 'density',
    name: 'Density',
    words: 'Share of the possible pairs that are tied; loops and parallel edges left out.',
    compute: density,
  },
  {
    key: 'components',
    name: 'Components',
    words: 'How many parts there are that no edge joins, direction ignored.',
    compute: (net) => components(net).sizes.length,
  },
];

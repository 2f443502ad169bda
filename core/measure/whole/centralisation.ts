/** How far everything gathers at one node (Freeman 1978). */
import { neighbourCounts, nodeCount, simpleAdjacency } from '../../graph';
import { closenessOf } from '../closeness';
import { figuresOf, ratio, simpleView } from './figure';
import { between, sweeps } from './later';

/** Σ (largest − value) over the most it could be. */
function centralisation(values: Float64Array, most: number): number {
  let largest = 0;
  for (const value of values) if (value > largest) largest = value;
  return ratio(
    values.reduce((total, value) => total + largest - value, 0),
    most,
    'Centralisation needs three nodes at least.',
  );
}

export const centralisationFigures = figuresOf('centralisation', [
  {
    key: 'degree_centralisation',
    headline: true,
    beware:
      'One hub is enough for a high value. Directed networks are read without direction: who sends and who receives is not told apart.',
    name: 'Degree centralisation',
    words:
      'How far the ties gather at one node: 0 where all have equally many neighbours, 1 in a star. Direction ignored.',
    formula: 'Σ (max k − k(v)) / ((n−1)(n−2)), k neighbours',
    source: 'Freeman 1978',
    reads: simpleView,
    high: 'One node holds the network together.',
    low: 'Ties are spread evenly.',
    fixedBy: ['degrees'],
    compute: (net) => {
      const n = nodeCount(net);
      return centralisation(neighbourCounts(simpleAdjacency(net, 'both')), (n - 1) * (n - 2));
    },
  },
  {
    key: 'closeness_centralisation',
    high: 'One node is much nearer to everyone than the others are.',
    low: 'All are about equally near.',
    beware:
      'Distances to other parts are not defined, so in networks that fall into parts it speaks of closeness scaled by the share reached. Directed networks are read without direction.',
    name: 'Closeness centralisation',
    cost: 'searches',
    words: 'How far one node is nearer to all than the others are: 0 on a ring, 1 in a star. Direction ignored.',
    formula: 'Σ (max C − C(v)) · (2n−3) / ((n−1)(n−2)), C closeness',
    source: 'Freeman 1978',
    reads: simpleView,
    compute: async (net, breath) => {
      const n = nodeCount(net);
      const { out } = await (await sweeps()).sweep(net, 'none', 'both', breath);
      return centralisation(closenessOf(out), ((n - 1) * (n - 2)) / (2 * n - 3));
    },
  },
  {
    key: 'betweenness_centralisation',
    high: 'Nearly all shortest ways lead over one node.',
    low: 'The ways are spread over many.',
    beware: 'Removing the first node can change it wholly; it does not tell who the second is.',
    name: 'Betweenness centralisation',
    cost: 'searches',
    words:
      'How far all shortest paths run through one node: 0 where all carry alike, 1 in a star. It is the mean lead of the first over the others.',
    formula: 'Σ (max b − b(v)) / (n−1), b normalised betweenness',
    source: 'Freeman 1978',
    reads: 'shortest paths along edges, weights ignored',
    compute: async (net, breath) => {
      const [, normalised] = await (await between()).betweennessOf(net, breath);
      const n = nodeCount(net);
      return centralisation(normalised, n > 2 ? n - 1 : 0);
    },
  },
]);

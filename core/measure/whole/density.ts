/** How closely the network is tied. */
import { type Network, edgeCount, neighbourCounts, nodeCount, simpleAdjacency } from '../../graph';
import { closed } from '../clustering';
import { asItIs, directedView, figuresOf, noEdges, ratio, simpleView, sum } from './figure';
import { census } from './later';

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

/** 3 · triangles over paths of two ties, on the undirected simple view. */
async function transitivity(net: Network): Promise<number> {
  const { trianglesAt } = await closed();
  const triples = neighbourCounts(simpleAdjacency(net, 'both')).reduce((all, k) => all + (k * (k - 1)) / 2, 0);
  return ratio(sum(trianglesAt(net)), triples, 'No node has two neighbours, so nothing could be closed.');
}

export const densityFigures = figuresOf('density', [
  {
    key: 'density',
    headline: true,
    high: 'Nearly everyone is tied to everyone.',
    low: 'Few of the possible ties are there.',
    name: 'Density',
    words: 'Share of the possible pairs that are tied; loops and parallel edges left out. 1 is everyone with everyone.',
    formula: 'm / (n(n−1)) directed, 2m / (n(n−1)) undirected',
    source: 'Wasserman & Faust 1994',
    reads: 'the network with loops and parallel edges left out',
    beware: 'It falls as networks grow: nobody can know everyone. Compare mean degrees as well.',
    fixedBy: ['uniform', 'degrees', 'dyads'],
    compute: density,
  },
  {
    key: 'mean_degree',
    headline: true,
    againstChance: false,
    high: 'A node has many edge ends on average.',
    low: 'A node has few.',
    beware: 'A few hubs can lift it: look at the distribution before speaking of a usual node.',
    name: 'Mean degree',
    words: 'Edge ends for each node, on average. Half of it is the edges for each node.',
    formula: '2m / n',
    source: 'Wasserman & Faust 1994',
    reads: asItIs,
    fixedBy: ['uniform', 'degrees', 'dyads'],
    compute: (net) => ratio(2 * edgeCount(net), nodeCount(net), 'There are no nodes.'),
  },
  {
    key: 'reciprocity',
    headline: true,
    beware:
      'Chance alone returns a share of ties as large as the density. Hold it against random networks of the same degrees.',
    name: 'Reciprocity',
    words: 'Share of the directed edges that are returned. 1 in undirected networks, where every tie runs both ways.',
    formula: '2M / (2M + A), with M mutual and A asymmetric pairs',
    source: 'Wasserman & Faust 1994',
    reads: directedView,
    directedOnly: true,
    fixedBy: ['dyads'],
    high: 'Exchange.',
    low: 'One-way: gifts, orders, citations.',
    compute: async (net) => {
      const { mutual, asymmetric } = (await census()).dyadCensus(net);
      return ratio(2 * mutual, 2 * mutual + asymmetric, noEdges);
    },
  },
  {
    key: 'transitivity',
    headline: true,
    name: 'Transitivity',
    cost: 'triangles',
    words: 'Share of the paths of two ties whose ends are tied too. How often friends of friends are friends.',
    formula: '3 · triangles / paths of two ties',
    source: 'Newman, Strogatz & Watts 2001',
    reads: simpleView,
    high: 'Closed circles.',
    low: 'Trees and stars.',
    beware: 'Hubs have many paths through them and weigh most; the mean clustering coefficient counts all nodes alike.',
    compute: transitivity,
  },
  {
    key: 'average_clustering',
    headline: true,
    name: 'Mean clustering',
    cost: 'triangles',
    words: 'The clustering coefficient of all nodes, averaged. Nodes with fewer than two neighbours count 0.',
    formula: 'Σ c(v) / n',
    source: 'Watts & Strogatz 1998',
    reads: simpleView,
    high: 'Closed surroundings.',
    low: 'Open surroundings.',
    beware: 'Many leaves pull it down.',
    compute: async (net) => ratio(sum((await closed()).clusteringOf(net)), nodeCount(net), 'There are no nodes.'),
  },
  {
    key: 'triangles',
    high: 'Many closed sets of three.',
    low: 'Few, as in trees, stars and two-mode networks.',
    beware: 'It grows with the third power of the density; transitivity sets it against what could be closed.',
    name: 'Triangles',
    cost: 'triangles',
    words: 'Sets of three nodes that are all tied. Direction aside.',
    formula: 'Σ t(v) / 3',
    source: 'Watts & Strogatz 1998',
    reads: simpleView,
    compute: async (net) => sum((await closed()).trianglesAt(net)) / 3,
  },
]);

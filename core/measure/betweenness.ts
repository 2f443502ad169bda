/** Betweenness of nodes: what it is. How it is computed is loaded where it is. */
import { type Network, nodeCount } from '../graph';
import { counted } from '../fault';
import type { WeightAs } from '../paths/lengths';
import type { Breath } from '../split';
import type { Measure, MeasureOptions } from './measure';
import { betweenLead } from './words';

const columns = (suffix: string, name: string): Measure['columns'] => [
  { key: `betweenness${suffix}`, name },
  { key: `betweenness_normalised${suffix}`, name: `${name}, normalised` },
  { key: `betweenness_error${suffix}`, name: `${name}, standard error` },
];

const shared = {
  question: 'bridges',
  on: 'nodes',
  uses: ['undirected', 'pivots', 'seed'],
  said: ({ pivots }: MeasureOptions, net: Network) =>
    pivots && pivots < nodeCount(net) ? `estimated from ${counted(pivots, 'source')}` : undefined,
  high: 'A go-between: many shortest ways run through the node, and they grow longer without it.',
  low: 'Others have no need of the node to reach each other; 0 at the ends and inside closed circles.',
  beware:
    'It supposes that things travel by shortest ways only, and a single missing edge can move much of it. It hangs on the size of the network: compare networks by the normalised value.',
} as const;

/** Of all sources, or of a sample where one is asked for. */
async function computed(
  net: Network,
  breath: Breath,
  { pivots, seed }: MeasureOptions,
  as: WeightAs,
): Promise<Float64Array[]> {
  const { betweennessOf, sampledBetweenness } = await import('./between');
  return pivots ? sampledBetweenness(net, breath, as, pivots, seed) : betweennessOf(net, breath, as);
}

export const betweenness: Measure = {
  ...shared,
  key: 'betweenness',
  adds: true,
  lead: betweenLead,
  name: 'Betweenness',
  cost: 'searches',
  words:
    'How often a node lies on the shortest paths between two others. High values mark go-betweens whose loss would lengthen many ways.',
  formula: 'b(v) = Σ σ(s,t|v) / σ(s,t) over pairs s, t ≠ v; normalised by the number of such pairs',
  source: 'Freeman 1977; computed after Brandes 2001, estimates after Brandes & Pich 2007',
  reads: 'shortest paths along edges, weights ignored, parallel edges once, loops left out',
  columns: columns('', 'Betweenness'),
  compute: (net, breath, options) => computed(net, breath, options, 'none'),
};

export const betweennessWeighted: Measure = {
  ...shared,
  key: 'betweenness_weighted',
  adds: true,
  lead: betweenLead,
  name: 'Betweenness by length',
  weighted: true,
  uses: [...shared.uses, 'weightAs'],
  cost: 'long searches',
  words:
    'How often a node lies on the shortest paths between two others, where strong ties are short ones. A detour over strong ties can be shorter than one weak tie.',
  formula: 'as betweenness, over paths of least length; an edge is 1 / w long, or w where weights are distances',
  source: 'Brandes 2001',
  reads: 'shortest paths along edges by length, parallel edges summed (the shortest, of distances), loops left out',
  columns: columns('_weighted', 'Betweenness by length'),
  compute: (net, breath, options) => computed(net, breath, options, options.weightAs),
};

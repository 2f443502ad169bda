import type { Network } from '../graph';
import { Fault } from '../fault';
import type { Measure, MeasureOptions } from './measure';
import { percent, short } from './words';

function startOf(net: Network, { start }: MeasureOptions): number[] | undefined {
  if (!start?.length) return undefined;
  const wanted = new Set(start);
  const places = net.ids.flatMap((id, v) => (wanted.has(id) ? [v] : []));
  if (places.length) return places;
  throw new Fault(
    'None of the nodes at which the walk is to begin is in this network. Choose others, or let it begin anywhere.',
  );
}

const formula = 'p(v) = (1−d)/n + d·(Σ p(u)·w(u,v)/s⁺(u) + dangling/n), d = 0.85';
const shared = {
  question: 'centre',
  on: 'nodes',
  cost: 'edges',
  source: 'Brin & Page 1998',
  uses: ['undirected', 'damping', 'start'],
  said: (options: MeasureOptions, net: Network) => {
    const start = options.start?.length ? startOf(net, options) : undefined;
    return (
      start &&
      `walks begin at ${start
        .slice(0, 3)
        .map((v) => net.labels[v])
        .join(', ')}${start.length > 3 ? ` and ${start.length - 3} more` : ''}`
    );
  },
  high: 'Often arrived at: important nodes point here, and to few others.',
  low: 'Seldom arrived at; (1 − d) / n and a share of the dangling ends at least.',
  beware:
    'All values together make 1, so they fall as the network grows. In an undirected network it is nearly the degree.',
} as const;

export const pagerank: Measure = {
  ...shared,
  key: 'pagerank',
  adds: true,
  lead: (name, top, next, net) =>
    `A random walker is at ${name} ${percent(top)} of the time, ${short(top * net.ids.length)} times an even share${next === undefined ? '' : `; at the next ${percent(next)}`}.`,
  name: 'PageRank',
  words:
    'The share of time a walker spends at a node who follows edges at random and sometimes starts anew anywhere. High values mark nodes that important nodes point to.',
  formula: formula.replace('w(u,v)/s⁺(u)', '1/k⁺(u)'),
  reads: 'the network as it is, along edges, parallel ones each, weights ignored',
  columns: [{ key: 'pagerank', name: 'PageRank' }],
  compute: async (net, breath, options) => [
    await (await import('./walk')).pagerankOf(net, breath, false, options.damping, startOf(net, options)),
  ],
};

export const pagerankWeighted: Measure = {
  ...shared,
  key: 'pagerank_weighted',
  adds: true,
  name: 'PageRank, weighted',
  words:
    'PageRank of a walker who takes heavier edges more often, in proportion to their weights. High values mark nodes that much flows to.',
  formula,
  reads: 'the network as it is, along edges, weights as strengths',
  weighted: true,
  columns: [{ key: 'pagerank_weighted', name: 'PageRank, weighted' }],
  compute: async (net, breath, options) => [
    await (await import('./walk')).pagerankOf(net, breath, true, options.damping, startOf(net, options)),
  ],
};

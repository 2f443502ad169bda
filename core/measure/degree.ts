import { type Network, keptFor, nodeCount, simpleAdjacency } from '../graph';
import type { Measure } from './measure';
import { countedLead, short } from './words';

/** Edge ends at each node, or their weights summed: out of it, into it, or both. A loop counts once each way. */
export function endsAt(net: Network, ends: { out: boolean; in: boolean }, weighted: boolean): Float64Array {
  const sums = new Float64Array(nodeCount(net));
  if (weighted) weigh(net, ends, sums);
  else {
    if (ends.out) tally(net.source, sums);
    if (ends.in) tally(net.target, sums);
  }
  return sums;
}

function tally(ends: Uint32Array, sums: Float64Array): void {
  for (let e = 0; e < ends.length; e++) sums[ends[e]]++;
}

/** Edge by edge: added up in another order, sums would have other last digits. */
function weigh(
  { source, target, weight }: Network,
  { out, in: into }: { out: boolean; in: boolean },
  sums: Float64Array,
): void {
  for (let e = 0; e < source.length; e++) {
    if (out) sums[source[e]] += weight[e];
    if (into) sums[target[e]] += weight[e];
  }
}

/** Edge ends at each node, kept as long as the network: for all to read, not to change. */
export const degreesOf = (net: Network): Float64Array =>
  keptFor(net, 'degrees', () => endsAt(net, { out: true, in: true }, false));

const both = { out: true, in: true };
const into = (net: Network): typeof both => (net.directed ? { out: false, in: true } : both);
const outOf = (net: Network): typeof both => (net.directed ? { out: true, in: false } : both);
const shared = {
  question: 'centre',
  on: 'nodes',
  cost: 'edges',
  uses: ['undirected'],
  reads: 'the network as it is: parallel edges count each, a loop twice (once out and once in, when directed)',
  low: 'Few edges; 0 for an isolate.',
} as const;
const degrees = {
  ...shared,
  source: 'Freeman 1978',
  beware: 'It sees one step only: a busy node in a corner counts as much as one in the middle.',
} as const;
const strengths = {
  ...shared,
  source: 'Barrat, Barthélemy, Pastor-Satorras & Vespignani 2004',
  beware: 'One heavy edge can outweigh many light ones: read it beside the degree.',
} as const;

export const degree: Measure = {
  ...degrees,
  key: 'degree',
  adds: true,
  lead: countedLead('edges'),
  name: 'Degree',
  words: 'How many edges a node has. Parallel edges count each, a loop counts twice.',
  formula: 'k(v) = edge ends at v',
  high: 'Active or sought after: many edges begin or end here.',
  columns: [{ key: 'degree', name: 'Degree' }],
  compute: (net) => [endsAt(net, both, false)],
};

export const inDegree: Measure = {
  ...degrees,
  key: 'in_degree',
  adds: true,
  lead: countedLead('edges arriving'),
  name: 'In-degree',
  words: 'How many edges arrive at a node. In an undirected network this is the degree.',
  formula: 'k⁻(v) = edges into v',
  high: 'Sought after: many edges arrive.',
  directedOnly: true,
  columns: [{ key: 'in_degree', name: 'In-degree' }],
  compute: (net) => [endsAt(net, into(net), false)],
};

export const outDegree: Measure = {
  ...degrees,
  key: 'out_degree',
  adds: true,
  lead: countedLead('edges leaving'),
  name: 'Out-degree',
  words: 'How many edges leave a node. In an undirected network this is the degree.',
  formula: 'k⁺(v) = edges out of v',
  high: 'Active: many edges leave.',
  directedOnly: true,
  columns: [{ key: 'out_degree', name: 'Out-degree' }],
  compute: (net) => [endsAt(net, outOf(net), false)],
};

export const neighbours: Measure = {
  ...degrees,
  key: 'neighbours',
  lead: countedLead('neighbours'),
  name: 'Neighbours',
  words:
    'How many other nodes a node is tied to, in either direction. Parallel edges lead to one neighbour, loops to none.',
  formula: 'distinct u ≠ v with an edge between u and v',
  reads: 'the undirected simple view: direction and loops dropped, parallel edges merged',
  high: 'Acquainted with many.',
  columns: [{ key: 'neighbours', name: 'Neighbours' }],
  compute: (net) => {
    const { offsets } = simpleAdjacency(net, 'both');
    return [Float64Array.from({ length: nodeCount(net) }, (_, v) => offsets[v + 1] - offsets[v])];
  },
};

export const strength: Measure = {
  ...strengths,
  key: 'strength',
  adds: true,
  lead: (name, top, next, net) =>
    `${name} has a strength of ${short(top)} (${net.weightName})${next === undefined ? '' : `, the next of ${short(next)}`}.`,
  name: 'Strength',
  words: 'The weights of a node’s edges added up. Without weights this is the degree.',
  formula: 's(v) = Σ w over the edge ends at v',
  high: 'Much passes here.',
  columns: [{ key: 'strength', name: 'Strength' }],
  compute: (net) => [endsAt(net, both, true)],
};

export const inStrength: Measure = {
  ...strengths,
  key: 'in_strength',
  adds: true,
  name: 'In-strength',
  words: 'The weights of the edges that arrive at a node added up. In an undirected network this is the strength.',
  formula: 's⁻(v) = Σ w over the edges into v',
  high: 'Much arrives.',
  directedOnly: true,
  columns: [{ key: 'in_strength', name: 'In-strength' }],
  compute: (net) => [endsAt(net, into(net), true)],
};

export const outStrength: Measure = {
  ...strengths,
  key: 'out_strength',
  adds: true,
  name: 'Out-strength',
  words: 'The weights of the edges that leave a node added up. In an undirected network this is the strength.',
  formula: 's⁺(v) = Σ w over the edges out of v',
  high: 'Much leaves.',
  directedOnly: true,
  columns: [{ key: 'out_strength', name: 'Out-strength' }],
  compute: (net) => [endsAt(net, outOf(net), true)],
};

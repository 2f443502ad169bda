import { type Network, nodeCount } from '../graph';
import type { Measure } from './measure';

/** Edge ends at each node, or their weights summed: out of it, into it, or both. A loop counts once each way. */
export function endsAt(net: Network, ends: { out: boolean; in: boolean }, weighted: boolean): Float64Array {
  const sums = new Float64Array(nodeCount(net));
  const { source, target, weight } = net;
  for (let e = 0; e < source.length; e++) {
    const w = weighted ? weight[e] : 1;
    if (ends.out) sums[source[e]] += w;
    if (ends.in) sums[target[e]] += w;
  }
  return sums;
}

const both = { out: true, in: true };
const reads = 'the network as it is: parallel edges and loops count';

export const degree: Measure = {
  key: 'degree',
  name: 'Degree',
  words: 'How many edges a node has. Parallel edges count each, a loop counts twice.',
  formula: 'k(v) = edge ends at v',
  source: 'Freeman 1978',
  reads,
  columns: [{ key: 'degree', name: 'Degree' }],
  compute: (net) => [endsAt(net, both, false)],
};

export const inDegree: Measure = {
  key: 'in_degree',
  name: 'In-degree',
  words: 'How many edges arrive at a node. In an undirected network this is the degree.',
  formula: 'k⁻(v) = edges into v',
  source: 'Freeman 1978',
  reads,
  directedOnly: true,
  columns: [{ key: 'in_degree', name: 'In-degree' }],
  compute: (net) => [endsAt(net, net.directed ? { out: false, in: true } : both, false)],
};

export const outDegree: Measure = {
  key: 'out_degree',
  name: 'Out-degree',
  words: 'How many edges leave a node. In an undirected network this is the degree.',
  formula: 'k⁺(v) = edges out of v',
  source: 'Freeman 1978',
  reads,
  directedOnly: true,
  columns: [{ key: 'out_degree', name: 'Out-degree' }],
  compute: (net) => [endsAt(net, net.directed ? { out: true, in: false } : both, false)],
};

export const strength: Measure = {
  key: 'strength',
  name: 'Strength',
  words: 'The weights of a node’s edges added up. Without weights this is the degree.',
  formula: 's(v) = Σ w over the edge ends at v',
  source: 'Barrat, Barthélemy, Pastor-Satorras & Vespignani 2004',
  reads,
  columns: [{ key: 'strength', name: 'Strength' }],
  compute: (net) => [endsAt(net, both, true)],
};

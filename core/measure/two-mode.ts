import { cellText } from '../tables';
import { type Network, kindColumn, nodeColumn, nodeCount, simpleAdjacency } from '../graph';
import { Fault } from '../fault';
import type { Measure } from './measure';

/** Side of each node, 0 or 1, and the sizes of the two sides. A Fault where the network is not two-mode. */
export function sidesOf(net: Network): { of: Uint8Array; sizes: [number, number] } {
  if (!net.sides)
    throw new Fault('This measure needs a network of two sides, as a Ties step makes of who took part in what.');
  const kind = nodeColumn(net, kindColumn);
  const of = Uint8Array.from({ length: nodeCount(net) }, (_, v) => (cellText(kind, v) === net.sides?.[0] ? 0 : 1));
  const second = of.reduce((sum, side) => sum + side, 0);
  return { of, sizes: [of.length - second, second] };
}

/** Largest betweenness a node can have in a side of `own` nodes with `other` on the other side (Borgatti & Everett 1997). */
export function mostBetween(own: number, other: number): number {
  if (other === 0) return 0;
  const s = Math.floor((own - 1) / other);
  const t = (own - 1) % other;
  return (other ** 2 * (s + 1) ** 2 + other * (s + 1) * (2 * t - s - 1) - t * (2 * s - t + 3)) / 2;
}

export const twoMode: Measure = {
  key: 'two_mode_degree',
  name: 'Two-mode centrality',
  question: 'centre',
  on: 'nodes',
  cost: 'searches',
  needs: 'sides',
  words:
    'Degree, closeness and betweenness in units of the most a node of its side could have. Members and societies can so be compared, each within its own side.',
  formula:
    'degree / size of the other side; (other + 2(own − 1)) / Σ d, times the share reached; betweenness / the largest possible for the sizes of the sides',
  source: 'Borgatti & Everett 1997',
  reads: 'the undirected simple view of a network of two sides, weights ignored',
  high: 'Near the most that is possible on its side; 1 is tied to everyone on the other.',
  low: 'Little tied to the other side.',
  beware: 'Only nodes of one side can be compared: the other side’s sizes differ.',
  columns: [
    { key: 'two_mode_degree', name: 'Two-mode degree' },
    { key: 'two_mode_closeness', name: 'Two-mode closeness' },
    { key: 'two_mode_betweenness', name: 'Two-mode betweenness' },
  ],
  async compute(directed, breath) {
    const net: Network = { ...directed, directed: false };
    const { of, sizes } = sidesOf(net);
    const n = nodeCount(net);
    const { offsets } = simpleAdjacency(net, 'both');
    const { out } = await (await import('../paths/sweep')).sweep(net, 'none', 'both', breath);
    const [raw] = await (await import('./between')).betweennessOf(net, breath);
    const degree = new Float64Array(n);
    const closeness = new Float64Array(n);
    const between = new Float64Array(n);
    for (let v = 0; v < n; v++) {
      const own = sizes[of[v]];
      const other = sizes[1 - of[v]];
      degree[v] = other > 0 ? (offsets[v + 1] - offsets[v]) / other : 0;
      const share = n > 1 ? out.reached[v] / (n - 1) : 0;
      closeness[v] = out.sum[v] > 0 ? ((other + 2 * (own - 1)) / out.sum[v]) * share : 0;
      const most = mostBetween(own, other);
      between[v] = most > 0 ? raw[v] / most : 0;
    }
    return [degree, closeness, between];
  },
};

/** Who is tied to whom: like to like, or to others. */
import { type Network, nodeColumn } from '../../graph';
import { modularity } from '../../graph/partition';
import { Fault } from '../../fault';
import { endsAt } from '../degree';
import { groupingOf } from '../grouping';
import { figuresOf, noEdges, ratio } from './figure';

/**
 * Correlation of two values over edges, the first read where an edge begins and the second where it ends; undirected edges are read both ways.
 * A Fault where one of them does not vary. (Newman 2002)
 */
export function assortativity(net: Network, atSource: Float64Array, atTarget: Float64Array): number {
  const { source, target } = net;
  let m = 0;
  let [sx, sy, sxx, syy, sxy] = [0, 0, 0, 0, 0];
  const add = (x: number, y: number): void => {
    if (Number.isNaN(x) || Number.isNaN(y)) return;
    m++;
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
  };
  for (let e = 0; e < source.length; e++) {
    add(atSource[source[e]], atTarget[target[e]]);
    if (!net.directed) add(atSource[target[e]], atTarget[source[e]]);
  }
  if (m === 0) throw new Fault(noEdges);
  const variance = (sxx / m - (sx / m) ** 2) * (syy / m - (sy / m) ** 2);
  const spread = Math.sqrt(Math.max(0, variance));
  if (spread <= 1e-12 * Math.max(1e-300, sxx / m))
    throw new Fault('The value is the same at all ends of edges, so nothing can go together with it.');
  return (sxy / m - (sx / m) * (sy / m)) / spread;
}

/** Newman's r of categories: (Σ eᵢᵢ − Σ aᵢbᵢ) / (1 − Σ aᵢbᵢ) over the shares of edges from category to category (Newman 2003). */
export function categoryAssortativity(net: Network, of: Int32Array, groups: number): number {
  const a = new Float64Array(groups);
  const b = new Float64Array(groups);
  let same = 0;
  let m = 0;
  const add = (x: number, y: number): void => {
    if (x < 0 || y < 0) return;
    m++;
    a[x]++;
    b[y]++;
    if (x === y) same++;
  };
  for (let e = 0; e < net.source.length; e++) {
    add(of[net.source[e]], of[net.target[e]]);
    if (!net.directed) add(of[net.target[e]], of[net.source[e]]);
  }
  if (m === 0) throw new Fault(noEdges);
  const byChance = a.reduce((total, share, i) => total + (share / m) * (b[i] / m), 0);
  return ratio(same / m - byChance, 1 - byChance, 'All edges run within one group.');
}

/** (external − internal) / all edges whose ends have a group; from −1, all inside, to 1, all between (Krackhardt & Stern 1988). */
export function externalInternal(net: Network, of: Int32Array): number {
  let [inside, between] = [0, 0];
  for (let e = 0; e < net.source.length; e++) {
    const [a, b] = [of[net.source[e]], of[net.target[e]]];
    if (a < 0 || b < 0 || net.source[e] === net.target[e]) continue;
    if (a === b) inside++;
    else between++;
  }
  return ratio(between - inside, between + inside, noEdges);
}

export const mixingFigures = figuresOf('mixing', [
  {
    key: 'degree_assortativity',
    headline: true,
    name: 'Degree assortativity',
    words:
      'Whether busy nodes are tied to busy ones: 1 altogether, −1 busy to quiet, 0 no matter. Directed, what leaves the source against what arrives at the target.',
    formula: 'correlation of degrees over the ends of edges',
    source: 'Newman 2002',
    reads:
      'the network as it is: parallel edges count each, a loop as an edge from a node to itself; out-degree of sources, in-degree of targets when directed',
    high: 'Like to like.',
    low: 'Hubs with fans.',
    beware: 'In small networks with hubs it is below 0 by necessity: hold it against chance with the same degrees.',
    compute: (net) => {
      const at = (ends: { out: boolean; in: boolean }): Float64Array =>
        endsAt(net, net.directed ? ends : { out: true, in: true }, false);
      return assortativity(net, at({ out: true, in: false }), at({ out: false, in: true }));
    },
  },
  {
    key: 'number_assortativity',
    high: 'Ties join nodes of like value.',
    low: 'Ties join high to low.',
    beware: 'Outliers make it: a few extreme values can hide how the rest mixes. Parallel edges count each.',
    name: 'Assortativity by a number',
    needs: 'number',
    words: 'Whether edges join nodes of like value in a column of numbers. 1 altogether, −1 opposites, 0 no matter.',
    formula: 'correlation of the column over the ends of edges',
    source: 'Newman 2002',
    reads: 'the network as it is, parallel edges and loops each; edges with both values',
    compute: (net, _breath, { by }) => {
      const col = by === undefined ? undefined : nodeColumn(net, by);
      if (col?.type !== 'number') throw new Fault('Choose a column of numbers.');
      return assortativity(net, col.values, col.values);
    },
  },
  {
    key: 'category_assortativity',
    high: 'Ties stay within groups more than their sizes would give.',
    low: 'Below 0: ties go between groups more than their sizes would give.',
    beware:
      'Its least value depends on the groups and is above −1, so that values of two networks compare only above 0. Parallel edges count each.',
    name: 'Assortativity by group',
    needs: 'by',
    words:
      'Whether edges stay within the groups of a column, beyond what their sizes would give. 1 altogether, 0 no matter.',
    formula: '(Σ eᵢᵢ − Σ aᵢbᵢ) / (1 − Σ aᵢbᵢ)',
    source: 'Newman 2003',
    reads: 'the network as it is, parallel edges and loops each; edges whose ends have a value',
    compute: (net, _breath, { by }) => {
      const { of, names } = groupingOf(net, by);
      return categoryAssortativity(net, of, names.length);
    },
  },
  {
    key: 'external_internal',
    high: 'Most ties run between groups.',
    low: 'Most ties stay within.',
    name: 'E–I index',
    needs: 'by',
    words: 'Ties between groups less those within, over all. −1 is all within, 1 all between.',
    formula: '(E − I) / (E + I)',
    source: 'Krackhardt & Stern 1988',
    reads: 'the network without loops; edges whose ends have a value',
    beware:
      'It depends on the sizes of the groups: with many small groups most pairs are between. Hold it against shuffled values.',
    compute: (net, _breath, { by }) => externalInternal(net, groupingOf(net, by).of),
  },
  {
    key: 'grouping_modularity',
    high: 'The column follows the ties: those of one value are tied to each other.',
    low: 'Near 0: the column says nothing of the ties; below 0: unlike are tied.',
    beware:
      'Groups found by maximising it are high by their making, in random networks too. It cannot see groups far smaller than √(2m) ties.',
    name: 'Modularity of a column',
    needs: 'by',
    words:
      'Share of the ties within the groups of a column, less what the degrees alone would give. Above 0.3 it is a marked structure.',
    formula: 'Σ [W_c / W − (S_c / 2W)²]',
    source: 'Newman & Girvan 2004',
    reads: 'the undirected simple view, weights summed',
    compute: (net, _breath, { by }) => {
      const { of, names } = groupingOf(net, by);
      return modularity(
        net,
        Uint32Array.from(of, (g, v) => (g < 0 ? names.length + v : g)),
      );
    },
  },
]);

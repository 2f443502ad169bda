/** Figures of the whole network. */
import {
  type Network,
  components,
  edgeCount,
  nodeColumn,
  nodeCount,
  simpleAdjacency,
  strongComponents,
} from '../graph';
import { modularity } from '../graph/partition';
import { cuts } from '../paths/cuts';
import { sweep } from '../paths/sweep';
import { Fault } from '../fault';
import type { Breath } from '../split';
import { betweennessOf } from './betweenness';
import { dyadCensus, triadCensus, triadNames } from './census';
import { closenessOf } from './closeness';
import { clusteringOf, neighbourCounts, trianglesAt } from './clustering';
import { endsAt } from './degree';
import { groupingOf } from './grouping';
import type { Cost, Explained, MeasureOptions } from './measure';
import { bipartiteCores, bipartiteClustering, bipartiteDensity } from './two-mode-whole';

export interface WholeFigure extends Explained {
  cost: Cost;
  /** Where it belongs in the panel. */
  part: 'size' | 'density' | 'parts' | 'distance' | 'centralisation' | 'mixing' | 'dyads' | 'triads' | 'two-mode';
  directedOnly?: boolean;
  needs?: 'by' | 'number' | 'sides';
  /** Settings that it reads beside a column. */
  uses?: readonly ('p' | 'q')[];
  /** Its name on one network under these settings, where it says more than `name`. */
  nameOn?(net: Network, options: MeasureOptions): string | undefined;
  /** Chance models that keep it the same by their making. */
  fixedBy?: readonly string[];
  /** A Fault with the reason where it is not defined. */
  compute(net: Network, breath: Breath, options: MeasureOptions): Promise<number> | number;
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

/** A Fault where the denominator of a share is 0. */
function ratio(of: number, by: number, why: string): number {
  if (!(by > 0)) throw new Fault(why);
  return of / by;
}

const sum = (values: ArrayLike<number>): number => {
  let total = 0;
  for (let i = 0; i < values.length; i++) total += values[i];
  return total;
};

const noEdges = 'There are no edges.';

/** 3 · triangles over paths of two ties, on the undirected simple view. */
export function transitivity(net: Network): number {
  const triples = neighbourCounts(simpleAdjacency(net, 'both')).reduce((all, k) => all + (k * (k - 1)) / 2, 0);
  return ratio(sum(trianglesAt(net)), triples, 'No node has two neighbours, so nothing could be closed.');
}

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

/** Nodes of the largest connected part, 1 each; the first of equal ones. */
function inLargest(net: Network): Uint8Array {
  return Uint8Array.from(components(net).of, (part) => (part === 0 ? 1 : 0));
}

async function distancesInLargest(
  net: Network,
  breath: Breath,
): Promise<{ longest: number; sum: number; pairs: number }> {
  const { out } = await sweep(net, 'none', 'out', breath);
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

const undirectedView = (net: Network): Network => (net.directed ? { ...net, directed: false } : net);

type Given = Omit<WholeFigure, 'cost'> & Partial<WholeFigure>;
const figure = (given: Given): WholeFigure => ({ cost: 'edges', ...given });

/** What many and few of each kind of triad say, in the order of {@link triadNames}. */
const triadMeanings: readonly (readonly [string, string])[] = [
  ['Sparse: most sets of three hold no tie.', 'Dense: hardly three nodes are without a tie.'],
  ['Single one-way ties, apart from others.', 'One-way ties seldom stand alone.'],
  ['Pairs in exchange that stand apart.', 'Exchange is mostly within larger circles.'],
  ['Many send to several who know nothing of each other.', 'Those who receive from one are tied to each other.'],
  ['Many receive from several who know nothing of each other.', 'Those who send to one are tied to each other.'],
  ['Things are passed on, and not returned.', 'Chains of two are closed or returned.'],
  ['Pairs in exchange to whom a third sends.', 'Pairs in exchange are seldom sent to by a third alone.'],
  ['Pairs in exchange of whom one sends on.', 'Pairs in exchange seldom send on through one of them alone.'],
  ['Orders of rank: what goes through a third goes straight as well.', 'Short cuts are missing.'],
  ['Circles: what is sent on comes back round.', 'Nothing comes back round, as in orders of rank.'],
  ['One in exchange with two who are not tied: a broker.', 'Partners of one partner know each other.'],
  ['Pairs in exchange that share a third who sends to both.', 'Few send to both of a pair in exchange.'],
  ['Pairs in exchange that both send to a third.', 'Few receive from both of a pair in exchange.'],
  ['Pairs in exchange with a chain through a third.', 'Chains through a pair in exchange are seldom.'],
  ['Nearly closed circles: one tie is not returned.', 'Circles of three are closed wholly or not nearly.'],
  ['Closed circles of three in full exchange.', 'No three are all in exchange.'],
];

const simpleView = 'the undirected simple view';
const directedView = 'the directed simple view';

export const wholeFigures: readonly WholeFigure[] = [
  figure({
    key: 'nodes',
    high: 'A large network: many figures change with size alone.',
    low: 'A small one: single nodes weigh much in every figure.',
    beware: 'It counts what the tables name, isolates included; it says nothing of who is missing from the records.',
    name: 'Nodes',
    part: 'size',
    words: 'How many nodes there are. Isolated ones count.',
    formula: 'n',
    source: 'Wasserman & Faust 1994',
    reads: 'the network as it is',
    fixedBy: ['uniform', 'probability', 'degrees', 'dyads'],
    compute: nodeCount,
  }),
  figure({
    key: 'edges',
    high: 'Much is recorded; or many parallel ties between few pairs.',
    low: 'Little is recorded.',
    beware: 'Parallel ties are counted each: a pair that wrote a hundred letters has a hundred, unless Ties sums them.',
    name: 'Edges',
    part: 'size',
    words: 'How many edges there are, parallel ones and loops included. A pair tied three times has three.',
    formula: 'm',
    source: 'Wasserman & Faust 1994',
    reads: 'the network as it is',
    fixedBy: ['uniform', 'degrees', 'dyads'],
    compute: edgeCount,
  }),
  figure({
    key: 'loops',
    high: 'Many ties lead back to where they came from, which often is a slip in the data.',
    low: 'Ties lead to others, as in most networks.',
    beware: 'Loops count in degree and strength, but in no path, triangle or group.',
    name: 'Loops',
    part: 'size',
    words: 'Edges that come back to the node they leave. Paths and triangles leave them out.',
    formula: 'edges v → v',
    source: 'Wasserman & Faust 1994',
    reads: 'the network as it is',
    fixedBy: ['uniform', 'probability', 'degrees', 'dyads'],
    compute: (net) => net.source.reduce((count, v, e) => count + (v === net.target[e] ? 1 : 0), 0),
  }),
  figure({
    key: 'isolates',
    high: 'Many stand apart from everything recorded.',
    low: 'Nearly all have a tie.',
    beware:
      'An isolate may be a person of whom no record is left. A node with loops alone is none here, though Keep leaves it out with the isolates.',
    name: 'Isolates',
    part: 'size',
    words: 'Nodes without any edge. They are in the network because a table names them.',
    formula: 'nodes of degree 0',
    source: 'Wasserman & Faust 1994',
    reads: 'the network as it is; a node with a loop is no isolate',
    fixedBy: ['degrees'],
    compute: (net) => endsAt(net, { out: true, in: true }, false).reduce((count, k) => count + (k === 0 ? 1 : 0), 0),
  }),
  figure({
    key: 'density',
    high: 'Nearly everyone is tied to everyone.',
    low: 'Few of the possible ties are there.',
    name: 'Density',
    part: 'density',
    words: 'Share of the possible pairs that are tied; loops and parallel edges left out. 1 is everyone with everyone.',
    formula: 'm / (n(n−1)) directed, 2m / (n(n−1)) undirected',
    source: 'Wasserman & Faust 1994',
    reads: 'the network with loops and parallel edges left out',
    beware: 'It falls as networks grow: nobody can know everyone. Compare mean degrees as well.',
    fixedBy: ['uniform', 'degrees', 'dyads'],
    compute: density,
  }),
  figure({
    key: 'mean_degree',
    high: 'A node has many edge ends on average.',
    low: 'A node has few.',
    beware: 'A few hubs can lift it: look at the distribution before speaking of a usual node.',
    name: 'Mean degree',
    part: 'density',
    words: 'Edge ends for each node, on average. Half of it is the edges for each node.',
    formula: '2m / n',
    source: 'Wasserman & Faust 1994',
    reads: 'the network as it is',
    fixedBy: ['uniform', 'degrees', 'dyads'],
    compute: (net) => ratio(2 * edgeCount(net), nodeCount(net), 'There are no nodes.'),
  }),
  figure({
    key: 'reciprocity',
    beware:
      'Chance alone returns a share of ties as large as the density. Hold it against random networks of the same degrees.',
    name: 'Reciprocity',
    part: 'density',
    words: 'Share of the directed edges that are returned. 1 in undirected networks, where every tie runs both ways.',
    formula: '2M / (2M + A), with M mutual and A asymmetric pairs',
    source: 'Wasserman & Faust 1994',
    reads: directedView,
    directedOnly: true,
    fixedBy: ['dyads'],
    high: 'Exchange.',
    low: 'One-way: gifts, orders, citations.',
    compute: (net) => {
      const { mutual, asymmetric } = dyadCensus(net);
      return ratio(2 * mutual, 2 * mutual + asymmetric, noEdges);
    },
  }),
  figure({
    key: 'transitivity',
    name: 'Transitivity',
    part: 'density',
    cost: 'triangles',
    words: 'Share of the paths of two ties whose ends are tied too. How often friends of friends are friends.',
    formula: '3 · triangles / paths of two ties',
    source: 'Newman, Strogatz & Watts 2001',
    reads: simpleView,
    high: 'Closed circles.',
    low: 'Trees and stars.',
    beware: 'Hubs have many paths through them and weigh most; the mean clustering coefficient counts all nodes alike.',
    compute: transitivity,
  }),
  figure({
    key: 'average_clustering',
    name: 'Mean clustering',
    part: 'density',
    cost: 'triangles',
    words: 'The clustering coefficient of all nodes, averaged. Nodes with fewer than two neighbours count 0.',
    formula: 'Σ c(v) / n',
    source: 'Watts & Strogatz 1998',
    reads: simpleView,
    high: 'Closed surroundings.',
    low: 'Open surroundings.',
    beware: 'Many leaves pull it down.',
    compute: (net) => ratio(sum(clusteringOf(net)), nodeCount(net), 'There are no nodes.'),
  }),
  figure({
    key: 'triangles',
    high: 'Many closed sets of three.',
    low: 'Few, as in trees, stars and two-mode networks.',
    beware: 'It grows with the third power of the density; transitivity sets it against what could be closed.',
    name: 'Triangles',
    part: 'density',
    cost: 'triangles',
    words: 'Sets of three nodes that are all tied. Direction aside.',
    formula: 'Σ t(v) / 3',
    source: 'Watts & Strogatz 1998',
    reads: simpleView,
    compute: (net) => sum(trianglesAt(net)) / 3,
  }),
  figure({
    key: 'components',
    high: 'The network falls into many parts, or has many isolates.',
    low: 'It hangs together; 1 is one whole.',
    beware: 'Isolates count as parts of their own: look at the size of the largest as well.',
    name: 'Components',
    part: 'parts',
    words: 'How many parts there are that no edge joins, direction ignored. An isolate is a part of its own.',
    formula: 'classes of “joined by a path”',
    source: 'Tarjan 1972',
    reads: simpleView,
    compute: (net) => components(net).sizes.length,
  }),
  figure({
    key: 'largest_component',
    high: 'Most nodes can reach each other.',
    low: 'The network is in pieces.',
    beware: 'One doubtful tie can join two parts: look at the bridges.',
    name: 'Largest component',
    part: 'parts',
    words: 'Nodes in the largest connected part. Distances are told of this part.',
    formula: 'max size',
    source: 'Tarjan 1972',
    reads: simpleView,
    compute: (net) => components(net).sizes[0] ?? 0,
  }),
  figure({
    key: 'strong_components',
    high: 'Few can go there and back: most parts are single nodes.',
    low: 'Everyone can reach everyone along the edges.',
    beware: 'Each node that only sends or only receives is a part of its own.',
    name: 'Strong components',
    part: 'parts',
    words: 'Parts within which everyone can reach everyone along the edges. Undirected, the components.',
    formula: 'classes of “joined by directed paths there and back”',
    source: 'Tarjan 1972',
    reads: directedView,
    directedOnly: true,
    compute: (net) => strongComponents(net).sizes.length,
  }),
  figure({
    key: 'bridges',
    high: 'Much hangs on single ties.',
    low: 'There are other ways round nearly everywhere.',
    beware: 'Every leaf hangs on a bridge of its own; only bridges between larger parts matter.',
    name: 'Bridges',
    part: 'parts',
    words: 'Ties without which the network falls into more parts. Each leaf hangs on one.',
    formula: 'pairs whose removal adds a component',
    source: 'Tarjan 1974',
    reads: simpleView,
    compute: (net) => sum(cuts(simpleAdjacency(net, 'both')).entries) / 2,
  }),
  figure({
    key: 'diameter',
    name: 'Diameter',
    part: 'distance',
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
  }),
  figure({
    key: 'mean_distance',
    beware: 'It speaks of the largest component alone: breaking a network can shorten it.',
    name: 'Mean distance',
    part: 'distance',
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
  }),
  figure({
    key: 'degree_centralisation',
    beware:
      'One hub is enough for a high value. Directed networks are read without direction: who sends and who receives is not told apart.',
    name: 'Degree centralisation',
    part: 'centralisation',
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
  }),
  figure({
    key: 'closeness_centralisation',
    high: 'One node is much nearer to everyone than the others are.',
    low: 'All are about equally near.',
    beware:
      'Distances to other parts are not defined, so in networks that fall into parts it speaks of closeness scaled by the share reached. Directed networks are read without direction.',
    name: 'Closeness centralisation',
    part: 'centralisation',
    cost: 'searches',
    words: 'How far one node is nearer to all than the others are: 0 on a ring, 1 in a star. Direction ignored.',
    formula: 'Σ (max C − C(v)) · (2n−3) / ((n−1)(n−2)), C closeness',
    source: 'Freeman 1978',
    reads: simpleView,
    compute: async (net, breath) => {
      const n = nodeCount(net);
      const { out } = await sweep(net, 'none', 'both', breath);
      return centralisation(closenessOf(out), ((n - 1) * (n - 2)) / (2 * n - 3));
    },
  }),
  figure({
    key: 'betweenness_centralisation',
    high: 'Nearly all shortest ways lead over one node.',
    low: 'The ways are spread over many.',
    beware: 'Removing the first node can change it wholly; it does not tell who the second is.',
    name: 'Betweenness centralisation',
    part: 'centralisation',
    cost: 'searches',
    words:
      'How far all shortest paths run through one node: 0 where all carry alike, 1 in a star. It is the mean lead of the first over the others.',
    formula: 'Σ (max b − b(v)) / (n−1), b normalised betweenness',
    source: 'Freeman 1978',
    reads: 'shortest paths along edges, weights ignored',
    compute: async (net, breath) => {
      const [, normalised] = await betweennessOf(net, breath);
      const n = nodeCount(net);
      return centralisation(normalised, n > 2 ? n - 1 : 0);
    },
  }),
  figure({
    key: 'degree_assortativity',
    name: 'Degree assortativity',
    part: 'mixing',
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
  }),
  figure({
    key: 'number_assortativity',
    high: 'Ties join nodes of like value.',
    low: 'Ties join high to low.',
    beware: 'Outliers make it: a few extreme values can hide how the rest mixes. Parallel edges count each.',
    name: 'Assortativity by a number',
    part: 'mixing',
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
  }),
  figure({
    key: 'category_assortativity',
    high: 'Ties stay within groups more than their sizes would give.',
    low: 'Below 0: ties go between groups more than their sizes would give.',
    beware:
      'Its least value depends on the groups and is above −1, so that values of two networks compare only above 0. Parallel edges count each.',
    name: 'Assortativity by group',
    part: 'mixing',
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
  }),
  figure({
    key: 'external_internal',
    high: 'Most ties run between groups.',
    low: 'Most ties stay within.',
    name: 'E–I index',
    part: 'mixing',
    needs: 'by',
    words: 'Ties between groups less those within, over all. −1 is all within, 1 all between.',
    formula: '(E − I) / (E + I)',
    source: 'Krackhardt & Stern 1988',
    reads: 'the network without loops; edges whose ends have a value',
    beware:
      'It depends on the sizes of the groups: with many small groups most pairs are between. Hold it against shuffled values.',
    compute: (net, _breath, { by }) => externalInternal(net, groupingOf(net, by).of),
  }),
  figure({
    key: 'grouping_modularity',
    high: 'The column follows the ties: those of one value are tied to each other.',
    low: 'Near 0: the column says nothing of the ties; below 0: unlike are tied.',
    beware:
      'Groups found by maximising it are high by their making, in random networks too. It cannot see groups far smaller than √(2m) ties.',
    name: 'Modularity of a column',
    part: 'mixing',
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
  }),
  ...(['mutual', 'asymmetric', 'null'] as const).map((kind) =>
    figure({
      key: `dyad_${kind}`,
      name: `${kind.charAt(0).toUpperCase()}${kind.slice(1)} dyads`,
      part: 'dyads',
      fixedBy: ['dyads'],
      words: {
        mutual: 'Pairs tied both ways. Undirected ties are such.',
        asymmetric: 'Pairs tied one way only. An undirected network has none.',
        null: 'Pairs that are not tied. In most networks nearly all.',
      }[kind],
      ...{
        mutual: {
          high: 'Exchange is the rule.',
          low: 'Few ties are returned.',
          beware: 'In records of single events a tie may be returned out of sight of the source.',
        },
        asymmetric: {
          high: 'Ties run one way: gifts, orders, citations.',
          low: 'Ties are returned, or the network is undirected.',
          beware: 'A long period makes mutual what was one way at any one time.',
        },
        null: {
          high: 'Sparse, as most networks are.',
          low: 'Nearly every pair is tied.',
          beware: 'It is the rest of all pairs, so it mostly tells the size of the network.',
        },
      }[kind],
      formula: 'M + A + N = n(n−1)/2',
      source: 'Holland & Leinhardt 1970',
      reads: directedView,
      compute: (net) => dyadCensus(net)[kind === 'null' ? 'none' : kind],
    }),
  ),
  ...triadNames.map((name, i) =>
    figure({
      key: `triad_${name}`,
      name: `Triad ${name}`,
      part: 'triads',
      cost: 'triangles',
      words: `Sets of three nodes with ${name[0]} mutual, ${name[1]} asymmetric and ${name[2]} null pairs${{ D: ', the one-way ties pointing down from one node', U: ', the one-way ties pointing up to one node', C: ', the one-way ties in a chain or circle', T: ', the ties transitive' }[name[3]] ?? ''}. All 16 kinds together are n over 3.`,
      formula: 'count of induced subgraphs of three nodes',
      source: 'Holland & Leinhardt 1970; Batagelj & Mrvar 2001',
      reads: directedView,
      high: triadMeanings[i][0],
      low: triadMeanings[i][1],
      beware: `Counts of ${name} say little by themselves: hold them against chance with the same pairs.`,
      compute: (net) => triadCensus(net)[i],
    }),
  ),
  figure({
    key: 'two_mode_density',
    high: 'Most of one side take part in most of the other.',
    low: 'Few take part in few.',
    beware: 'It falls as the sides grow: nobody can be everywhere.',
    name: 'Two-mode density',
    part: 'two-mode',
    needs: 'sides',
    words: 'Share of the possible pairs of one of each side that are tied. 1 is everyone in everything.',
    formula: 'm / (n₁ n₂)',
    source: 'Borgatti & Everett 1997',
    reads: simpleView,
    compute: (net) => bipartiteDensity(undirectedView(net)),
  }),
  ...([0, 1] as const).map((side) =>
    figure({
      key: side ? 'two_mode_clustering_second' : 'two_mode_clustering',
      name: `Two-mode clustering, ${side ? 'second' : 'first'} side`,
      part: 'two-mode',
      cost: 'long searches',
      needs: 'sides',
      words: `Of the paths of four ties that begin and end on the ${side ? 'second' : 'first'} side, the share whose ends share another thing. How far ${side ? 'things that share one member share others too' : 'those who meet once meet elsewhere too'}.`,
      formula: `closed 4-paths / 4-paths, centred on the ${side ? 'second' : 'first'} side`,
      source: 'Opsahl 2013',
      reads: simpleView,
      high: side ? 'Things have the same members again and again.' : 'Those who meet once meet elsewhere too.',
      low: side ? 'Things share single members.' : 'Meetings mix people anew each time.',
      beware: `The two sides have different values; this is the ${side ? 'second' : 'first'}.`,
      nameOn: ({ sides }) => sides && `Two-mode clustering of ${sides[side]}`,
      compute: (net) => bipartiteClustering(undirectedView(net), side),
    }),
  ),
  figure({
    key: 'two_mode_core',
    name: '(p, q)-core',
    part: 'two-mode',
    needs: 'sides',
    uses: ['p', 'q'],
    words:
      'Nodes left when those of the first side with fewer than p ties and of the second with fewer than q are taken away again and again. The part where all are tied so often.',
    formula: 'nodes of the (p, q)-core',
    source: 'Cerinšek & Batagelj 2015',
    reads: simpleView,
    high: 'A large core: many are tied so often.',
    low: 'A small core, or none.',
    beware: 'It hangs on p and q: try other values before speaking of a core.',
    nameOn: (_net, { p, q }) => `(${p}, ${q})-core`,
    compute: (net, _breath, { p, q }) => bipartiteCores(undirectedView(net), p, q).reduce((total, x) => total + x, 0),
  }),
];

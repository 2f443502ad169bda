/** Measures of edges. */
import { type Adjacency, type Network, nodeCount, simpleAdjacency, sizesOf } from '../graph';
import { cuts } from '../paths/cuts';
import { Fault } from '../fault';
import { entryOf } from './entry';
import { endsAt } from './degree';
import { disparity } from './disparity';
import type { Measure } from './measure';

/** One value per edge from the entry of its pair in the undirected simple view; loops get `loop`. */
function byPair(
  net: Network,
  rows: Adjacency,
  value: (k: number, a: number, b: number) => number,
  loop: number,
): Float64Array {
  const found = new Float64Array(net.source.length);
  for (let e = 0; e < found.length; e++) {
    const k = entryOf(rows, net.source[e], net.target[e]);
    found[e] = k < 0 ? loop : value(k, net.source[e], net.target[e]);
  }
  return found;
}

/** Common neighbours of the ends of every edge; loops have 0. Undirected simple view. */
export function sharedNeighbours(net: Network): Float64Array {
  const rows = simpleAdjacency(net, 'both');
  const { offsets, to } = rows;
  const near = new Int32Array(nodeCount(net)).fill(-1);
  const common = new Float64Array(to.length);
  for (let v = 0; v + 1 < offsets.length; v++) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) near[to[k]] = v;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      const u = to[k];
      if (u < v) continue;
      let count = 0;
      for (let l = offsets[u]; l < offsets[u + 1]; l++) if (near[to[l]] === v) count++;
      common[k] = count;
      common[entryOf(rows, u, v)] = count;
    }
  }
  return byPair(net, rows, (k) => common[k], 0);
}

/** Neighbourhood overlap n / ((k(a)−1) + (k(b)−1) − n) with n common neighbours; 0 where the ends have no other neighbours (Onnela et al. 2007). */
export function overlapOf(net: Network): Float64Array {
  const { offsets } = simpleAdjacency(net, 'both');
  const k = (v: number): number => offsets[v + 1] - offsets[v];
  return sharedNeighbours(net).map((common, e) => {
    const [a, b] = [net.source[e], net.target[e]];
    const others = k(a) - 1 + (k(b) - 1) - common;
    return a !== b && others > 0 ? common / others : 0;
  });
}

/** 1 where an edge runs back too; loops have none. Every edge of an undirected network runs both ways. */
export function reciprocatedOf(net: Network): Float64Array {
  const out = simpleAdjacency(net, 'out');
  return Float64Array.from(net.source, (from, e) =>
    from !== net.target[e] && (!net.directed || entryOf(out, net.target[e], from) >= 0) ? 1 : 0,
  );
}

const shared = { question: 'ties', on: 'edges', cost: 'edges' } as const;

export const edgeMeasures: readonly Measure[] = [
  {
    ...shared,
    key: 'edge_betweenness',
    adds: true,
    name: 'Edge betweenness',
    cost: 'searches',
    uses: ['undirected'],
    words: 'How many shortest paths run over an edge. High values mark the bridges between circles.',
    formula: 'b(e) = Σ σ(s,t|e) / σ(s,t) over pairs s, t',
    source: 'Girvan & Newman 2002; computed after Brandes 2008',
    reads:
      'shortest paths along edges, weights ignored; parallel edges have the whole value of their pair each, so that adding them up counts it several times; loops have 0',
    high: 'Many must pass here: without the edge their ways grow longer.',
    low: 'Inside a circle, where there are other ways.',
    beware: 'An edge to a lone leaf has n − 1, however little it matters.',
    columns: [{ key: 'betweenness', name: 'Edge betweenness' }],
    compute: async (net, breath) => [await (await import('./between')).edgeBetweenness(net, breath)],
  },
  {
    ...shared,
    key: 'edge_betweenness_weighted',
    name: 'Edge betweenness by length',
    cost: 'long searches',
    weighted: true,
    uses: ['undirected', 'weightAs'],
    words:
      'How many shortest paths run over an edge, where strong ties are short ones. Heavy edges draw paths to themselves.',
    formula: 'as edge betweenness, over paths of least length: 1 / w, or w where weights are distances',
    source: 'Brandes 2008',
    reads:
      'shortest paths by length; parallel edges summed (the shortest, of distances) and sharing the value, loops have 0',
    high: 'Many short ways pass here.',
    low: 'There are shorter ways around.',
    beware: 'It rewards strong edges by its making: do not read it as a second sign of strength.',
    columns: [{ key: 'betweenness_weighted', name: 'Edge betweenness by length' }],
    compute: async (net, breath, { weightAs }) => [
      await (await import('./between')).edgeBetweenness(net, breath, weightAs),
    ],
  },
  {
    ...shared,
    key: 'bridge',
    name: 'Bridge',
    words: 'Whether the network falls into more parts without the edge. 1 is yes.',
    formula: 'more components without the pair’s edges than with them',
    source: 'Tarjan 1974',
    reads: 'the undirected simple view: parallel edges and opposite directions are one tie',
    high: '1: the only tie between two parts.',
    low: '0: there is a way around.',
    beware: 'Most bridges of large networks lead to single leaves.',
    columns: [{ key: 'bridge', name: 'Bridge', yesNo: true }],
    compute: (net) => {
      const rows = simpleAdjacency(net, 'both');
      const { entries } = cuts(rows);
      return [byPair(net, rows, (k) => entries[k], 0)];
    },
  },
  {
    ...shared,
    key: 'reciprocated',
    name: 'Returned',
    words: 'Whether an edge is returned by one the other way. In an undirected network every tie is.',
    formula: '1 if v → u and u → v',
    source: 'Wasserman & Faust 1994',
    reads: 'the directed simple view; loops are not returned',
    high: '1: an exchange.',
    low: '0: one gives, or sends, and nothing comes back.',
    beware: 'It does not ask when: the return may be years later.',
    columns: [{ key: 'reciprocated', name: 'Returned', yesNo: true }],
    compute: (net) => [reciprocatedOf(net)],
  },
  {
    ...shared,
    key: 'overlap',
    name: 'Neighbourhood overlap',
    cost: 'triangles',
    words:
      'Share of the other neighbours of an edge’s ends that both have. Ties inside a circle have much of it, ties between circles little.',
    formula: 'O = n / ((k(a) − 1) + (k(b) − 1) − n), n common neighbours',
    source: 'Onnela et al. 2007',
    reads: 'the undirected simple view',
    high: 'The ends move in the same circle.',
    low: 'The tie joins two circles; 0 where nobody is shared.',
    beware: 'A hub at one end presses it down.',
    columns: [
      { key: 'overlap', name: 'Neighbourhood overlap' },
      { key: 'shared_neighbours', name: 'Shared neighbours' },
    ],
    compute: (net) => [overlapOf(net), sharedNeighbours(net)],
  },
  {
    ...shared,
    key: 'backbone_significance',
    name: 'Significance of the tie',
    weighted: true,
    words:
      'How likely chance alone would give an end’s strength so large a share to this edge. Small values mark ties that stand out at one end at least.',
    formula: 'p = (1 − w/s)^(k − 1), the smaller of both ends; out of the source and into the target when directed',
    source: 'Serrano, Boguñá & Vespignani 2009',
    reads: 'the network with parallel edges summed; loops have 1',
    high: 'As chance would have it.',
    low: 'Below 0.05: more than its share.',
    beware: 'With many edges some are small by luck. An only edge has 1 at that end.',
    columns: [{ key: 'backbone_significance', name: 'Significance of the tie' }],
    compute: (net) => [disparity(net)],
  },
  {
    ...shared,
    key: 'normalised_weights',
    name: 'Normalised weights',
    weighted: true,
    needs: 'records',
    words:
      'The weight of a tie set against how often its ends occur at all. Frequent items meet often by chance; these values take that out.',
    formula: 'association 2Sc / (sᵢsⱼ); cosine c / √(oᵢoⱼ); Jaccard c / (oᵢ + oⱼ − c); inclusion c / min(oᵢ, oⱼ)',
    source: 'van Eck & Waltman 2009; Salton & McGill 1983; Jaccard 1901',
    reads: 'weights as counts c, strengths s and their sum S, and the number o of records that hold each end',
    high: 'Together more often than their frequencies would give (association over 1).',
    low: 'Together seldom for their frequency.',
    beware: 'Rare items reach high values by one chance meeting: set a minimum of records first.',
    columns: [
      { key: 'association_strength', name: 'Association strength' },
      { key: 'cosine', name: 'Cosine' },
      { key: 'jaccard', name: 'Jaccard' },
      { key: 'inclusion', name: 'Inclusion' },
    ],
    async compute(net) {
      const records = net.nodeRecords;
      if (!records)
        throw new Fault('Nothing is known of the records behind the nodes, so weights cannot be set against them.');
      const strength = endsAt(net, { out: true, in: true }, true);
      const given = {
        source: net.source,
        target: net.target,
        weight: net.weight,
        strength,
        occurrences: sizesOf(records),
        total: net.weight.reduce((sum, w) => sum + w, 0),
      };
      const { normalised } = await import('../ties/project');
      return (['association strength', 'cosine', 'jaccard', 'inclusion'] as const).map((how) => normalised(given, how));
    },
  },
];

/** What the page asks of a network beside the trail's own results. To add one: an entry in both lists. */
import { cellText } from '@/core/tables';
import { type Network, foundByName, kindColumn, nodeCount, pastedNames, subnetwork } from '@/core/graph';
import { type Chance, type ChanceAsk, type ChanceFigure, againstChance, againstShuffling } from '@/core/chance';
import {
  adjustedRand,
  crossTable,
  kendall,
  normalisedMutualInformation,
  spearman,
  topOf,
  topOverlap,
} from '@/core/compare';
import { type GroupAsk, type Merge, type ResolutionPoint, aimFor, explore, findGroups, range } from '@/core/groups';
import { groupingOf } from '@/core/measure/grouping';
import { type FigureValue, computeFigures, figuresFor, plainOptions } from '@/core/measure';
import {
  type WeightAs,
  contactsOf,
  cyclesUpTo,
  edgeConnectivity,
  edgesBetween,
  maximumFlow,
  shortestPaths,
  simplePaths,
  spanningForest,
} from '@/core/paths';
import type { Breath } from '@/core/split';
import { Fault } from '@/core/fault';

/** A path in words and ids, with the edges along it. */
export interface PathRow {
  nodes: { id: string; label: string }[];
  length: number;
  /** Weight of the ties at each step, summed where there are several. */
  weights: number[];
  edges: number[];
}

export type PathAsk =
  | { find: 'shortest'; from: string[]; to: string[]; either: boolean; as: WeightAs }
  | { find: 'all'; from: string[]; to: string[]; either: boolean; longest: number }
  | { find: 'cycles'; either: boolean; longest: number }
  | { find: 'tree'; which: 'minimum' | 'maximum' }
  | { find: 'flow'; from: string[]; to: string[]; capacities: 'weights' | 'ones' };

export interface PathAnswer {
  rows: PathRow[];
  /** Whether there are more than were listed. */
  more: boolean;
  /** All nodes and edges in it. */
  nodes: string[];
  edges: number[];
  /** Of a flow: its value, the cut as ties in words, and how many ties must go to part the ends. */
  flow?: { value: number; cut: string[]; connectivity: number };
  /** Of a tree: its parts, and the sum of its weights. */
  tree?: { ties: number; weight: number };
}

export interface ContactAsk {
  first: string[];
  second: string[];
  /** Node column by which third nodes are counted; absent: their kind, where there are several. */
  by?: string;
}

export interface ContactAnswer {
  first: number;
  second: number;
  both: number;
  direct: { edge: number; from: string; to: string; weight: number; value: string }[];
  thirds: { id: string; label: string; kind: string; first: number; second: number; pairs: number }[];
  kinds: { value: string; direct: number; thirds: number; pairs: number }[];
  pairsDirect: number;
  pairsThrough: number;
}

export interface Relation {
  rho: number | null;
  tau: number | null;
  top: { count: number; both: string[]; first: number; second: number };
  firstTop: string[];
  secondTop: string[];
}

export interface GroupingAgreement {
  rand: number | null;
  information: number | null;
  rows: string[];
  columns: string[];
  counts: number[][];
  left: number;
}

export interface Questions {
  figures: { ask: { by?: string; p?: number; q?: number }; answer: Record<string, FigureValue>; news: number };
  chance: { ask: ChanceAsk; answer: Chance; news: number };
  shuffle: { ask: { by: string; draws: number; seed: number }; answer: ChanceFigure[]; news: number };
  explore: { ask: GroupAsk & { low: number; high: number }; answer: ResolutionPoint[]; news: ResolutionPoint };
  aim: { ask: GroupAsk & { wanted: number }; answer: ResolutionPoint; news: number };
  /** Groups within some nodes: the part of each, by id. */
  parts: { ask: GroupAsk & { nodes: string[] }; answer: Record<string, number>; news: number };
  merges: { ask: GroupAsk; answer: { merges: Merge[]; labels: string[] }; news: number };
  relate: { ask: { a: string; b: string; top: number }; answer: Relation; news: number };
  agreement: { ask: { a: string; b: string }; answer: GroupingAgreement; news: number };
  paths: { ask: PathAsk; answer: PathAnswer; news: number };
  contacts: { ask: ContactAsk; answer: ContactAnswer; news: number };
  /** Nodes by what is typed or pasted. */
  named: {
    ask: { text: string; most: number; paste?: boolean };
    answer: { text: string; nodes: { id: string; label: string }[]; missed: string[] };
    news: number;
  };
  /** Several groups against one. */
  touching: {
    ask: { groups: { name: string; nodes: string[] }[]; one: string[] };
    answer: { name: string; nodes: number; direct: number; thirds: number; pairs: number }[];
    news: number;
  };
}

type Answering = {
  [K in keyof Questions]: (
    net: Network,
    ask: Questions[K]['ask'],
    breath: Breath,
    tell: (news: Questions[K]['news']) => void,
  ) => Promise<Questions[K]['answer']> | Questions[K]['answer'];
};

const runsOfExploring = 6;
const points = 13;
const mostPaths = 200;

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

function placesOf(net: Network, ids: readonly string[]): number[] {
  const place = new Map(net.ids.map((id, v) => [id, v]));
  return ids.flatMap((id) => place.get(id) ?? []);
}

function endsOf(net: Network, ask: { from: string[]; to: string[] }): [number[], number[]] {
  const ends: [number[], number[]] = [placesOf(net, ask.from), placesOf(net, ask.to)];
  if (!ends[0].length || !ends[1].length) {
    throw new Fault('Choose the nodes at both ends. Those chosen before may have left the network.');
  }
  return ends;
}

function numbersOf(net: Network, name: string): Float64Array {
  const col = net.nodeColumns.find((one) => one.name === name);
  if (col?.type !== 'number') throw new Fault(`The nodes have no numbers “${name}”. Choose another column.`);
  return col.values;
}

function pathRows(
  net: Network,
  paths: readonly { nodes: number[]; length: number }[],
  either: boolean,
): { rows: PathRow[]; nodes: string[]; edges: number[] } {
  const edges = new Set<number>();
  const nodes = new Set<string>();
  const rows = paths.map(({ nodes: along, length }) => {
    const row: PathRow = { nodes: [], length, weights: [], edges: [] };
    along.forEach((v, i) => {
      row.nodes.push({ id: net.ids[v], label: net.labels[v] });
      nodes.add(net.ids[v]);
      if (i === 0) return;
      const between = edgesBetween(net, along[i - 1], v, either);
      row.edges.push(...between);
      for (const e of between) edges.add(e);
      row.weights.push(between.reduce((sum, e) => sum + net.weight[e], 0));
    });
    return row;
  });
  return { rows, nodes: [...nodes], edges: [...edges] };
}

const answering: Answering = {
  async figures(net, { by, p = plainOptions.p, q = plainOptions.q }, breath) {
    const options = { ...plainOptions, by, p, q };
    return computeFigures(net, figuresFor(net, options), breath, options);
  },
  chance: (net, ask, breath) => againstChance(net, ask, breath),
  shuffle: (net, { by, draws, seed }, breath) => againstShuffling(net, by, draws, seed, breath, plainOptions),
  explore: (net, { low, high, ...ask }, breath, tell) =>
    explore(net, ask, range(low, high, points), runsOfExploring, breath, tell),
  aim: (net, { wanted, ...ask }, breath) => aimFor(net, ask, wanted, runsOfExploring, breath),
  async parts(net, { nodes, ...ask }, breath) {
    const places = placesOf(net, nodes);
    const marks = new Uint8Array(nodeCount(net));
    for (const v of places) marks[v] = 1;
    const inside = subnetwork(net, marks);
    let found = await findGroups(inside, ask, breath);
    // A group that holds together at the usual resolution is parted at a higher one.
    for (let resolution = ask.resolution; found.count < 2 && resolution < 50; resolution *= 1.5) {
      found = await findGroups(inside, { ...ask, resolution }, breath);
    }
    return Object.fromEntries(inside.ids.map((id, v) => [id, found.of[v]]));
  },
  async merges(net, ask, breath) {
    const { merges } = await findGroups(net, { ...ask, method: 'profiles' }, breath);
    return { merges: merges ?? [], labels: net.labels };
  },
  relate(net, { a, b, top }) {
    const [x, y] = [numbersOf(net, a), numbersOf(net, b)];
    const { both, first, second } = topOverlap(x, y, top);
    const ids = (places: number[]): string[] => places.map((v) => net.ids[v]);
    return {
      rho: finite(spearman(x, y)),
      tau: finite(kendall(x, y)),
      top: { count: top, both: ids(both), first, second },
      firstTop: ids(topOf(x, top)),
      secondTop: ids(topOf(y, top)),
    };
  },
  agreement(net, { a, b }) {
    const [x, y] = [groupingOf(net, a), groupingOf(net, b)];
    const table = crossTable(x.of, y.of);
    return {
      rand: finite(adjustedRand(table)),
      information: finite(normalisedMutualInformation(table)),
      rows: x.names,
      columns: y.names,
      counts: table.counts,
      left: nodeCount(net) - table.total,
    };
  },
  paths(net, ask) {
    if (ask.find === 'cycles') {
      const { paths, more } = cyclesUpTo(net, ask.either ? 'both' : 'out', ask.longest, mostPaths);
      return { ...pathRows(net, paths, ask.either), more };
    }
    if (ask.find === 'tree') {
      const inside = spanningForest(net, ask.which);
      const edges = Array.from(inside.keys()).filter((e) => inside[e] === 1);
      const nodes = new Set(edges.flatMap((e) => [net.ids[net.source[e]], net.ids[net.target[e]]]));
      return {
        rows: [],
        more: false,
        nodes: [...nodes],
        edges,
        tree: { ties: edges.length, weight: edges.reduce((sum, e) => sum + net.weight[e], 0) },
      };
    }
    const [from, to] = endsOf(net, ask);
    if (ask.find === 'flow') {
      const { value, edges: over, cut } = maximumFlow(net, from[0], to[0], ask.capacities);
      const edges = Array.from(over.keys()).filter((e) => over[e] !== 0);
      const nodes = new Set(edges.flatMap((e) => [net.ids[net.source[e]], net.ids[net.target[e]]]));
      const words = (e: number): string =>
        `${net.labels[net.source[e]]} ${net.directed ? '→' : '–'} ${net.labels[net.target[e]]}`;
      return {
        rows: [],
        more: false,
        nodes: [...nodes],
        edges,
        flow: { value, cut: cut.map(words), connectivity: edgeConnectivity(net, from[0], to[0]) },
      };
    }
    const way = ask.either ? 'both' : 'out';
    const { paths, more } =
      ask.find === 'shortest'
        ? shortestPaths(net, from, to, way, ask.as, mostPaths)
        : simplePaths(net, from, to, way, ask.longest, mostPaths);
    return { ...pathRows(net, paths, ask.either), more };
  },
  named(net, { text, most, paste }) {
    const { places, missed } = paste
      ? pastedNames(net.ids, net.labels, text)
      : { places: foundByName(net.labels, text, most).places, missed: [] };
    return { text, nodes: places.map((v) => ({ id: net.ids[v], label: net.labels[v] })), missed };
  },
  contacts(net, { first, second, by }) {
    const [a, b] = [placesOf(net, first), placesOf(net, second)];
    const found = contactsOf(net, a, b);
    const col = net.nodeColumns.find(({ name }) => name === (by ?? kindColumn));
    const edgeCol = by === undefined ? undefined : net.edgeColumns.find(({ name }) => name === by);
    const kindOf = (v: number): string => (col && cellText(col, v)) || (by === undefined ? 'nodes' : 'no value');
    const kinds = new Map<string, { value: string; direct: number; thirds: number; pairs: number }>();
    const kind = (value: string): { value: string; direct: number; thirds: number; pairs: number } => {
      const one = kinds.get(value) ?? { value, direct: 0, thirds: 0, pairs: 0 };
      kinds.set(value, one);
      return one;
    };
    const inFirst = new Set(a);
    const direct = found.direct.map((edge) => {
      const [x, y] = [net.source[edge], net.target[edge]];
      const end = inFirst.has(x) ? y : x;
      const value = edgeCol ? cellText(edgeCol, edge) || 'no value' : kindOf(end);
      kind(value).direct++;
      return { edge, from: net.labels[x], to: net.labels[y], weight: net.weight[edge], value };
    });
    const thirds = found.thirds.map(({ node, ...counts }) => {
      const one = kind(kindOf(node));
      one.thirds++;
      one.pairs += counts.pairs;
      return { id: net.ids[node], label: net.labels[node], kind: kindOf(node), ...counts };
    });
    return {
      first: a.length,
      second: b.length,
      both: b.filter((v) => inFirst.has(v)).length,
      direct: direct.sort((x, y) => y.weight - x.weight || x.edge - y.edge),
      thirds,
      kinds: [...kinds.values()].sort((x, y) => y.direct + y.pairs - x.direct - x.pairs),
      pairsDirect: found.pairsDirect,
      pairsThrough: found.pairsThrough,
    };
  },
  touching(net, { groups, one }) {
    const against = placesOf(net, one);
    const inside = new Set(one);
    const others = groups.filter(({ nodes }) => nodes.some((id) => !inside.has(id)));
    return others.map(({ name, nodes }) => {
      const found = contactsOf(net, placesOf(net, nodes), against);
      return {
        name,
        nodes: nodes.length,
        direct: found.direct.length,
        thirds: found.thirds.length,
        pairs: found.pairsThrough,
      };
    });
  },
};

/** Answers a question about a network. A Fault with the reason where there is no answer. */
export async function answer<K extends keyof Questions>(
  kind: K,
  net: Network,
  ask: Questions[K]['ask'],
  breath: Breath,
  tell: (news: Questions[K]['news']) => void,
): Promise<Questions[K]['answer']> {
  return answering[kind](net, ask, breath, tell);
}

import { Fault } from '@/core/fault';
import type { Network } from '@/core/graph';
import {
  type WeightAs,
  cyclesUpTo,
  edgeConnectivity,
  edgesBetween,
  maximumFlow,
  shortestPaths,
  simplePaths,
  spanningForest,
} from '@/core/paths';
import { type Question, placesOf } from './question';

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
  /** Of a flow: its value, the ties of the cut, and how many ties must go to part the ends. */
  flow?: { value: number; cut: { from: string; to: string; weight: number }[]; connectivity: number };
  /** Of a tree: its parts, and the sum of its weights. */
  tree?: { ties: number; weight: number };
}

const mostPaths = 200;

function endsOf(net: Network, ask: { from: string[]; to: string[] }): [number[], number[]] {
  const ends: [number[], number[]] = [placesOf(net, ask.from), placesOf(net, ask.to)];
  if (!ends[0].length || !ends[1].length) {
    throw new Fault('Choose the nodes at both ends. Those chosen before may have left the network.');
  }
  return ends;
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

/** Paths, cycles, trees and flows. */
export const paths: Question<PathAsk, PathAnswer> = (net, ask) => {
  if (ask.find === 'cycles') {
    const { paths: found, more } = cyclesUpTo(net, ask.either ? 'both' : 'out', ask.longest, mostPaths);
    return { ...pathRows(net, found, ask.either), more };
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
    const tie = (e: number) => ({
      from: net.labels[net.source[e]],
      to: net.labels[net.target[e]],
      weight: net.weight[e],
    });
    return {
      rows: [],
      more: false,
      nodes: [...nodes],
      edges,
      flow: { value, cut: cut.map(tie), connectivity: edgeConnectivity(net, from[0], to[0]) },
    };
  }
  const way = ask.either ? 'both' : 'out';
  const { paths: found, more } =
    ask.find === 'shortest'
      ? shortestPaths(net, from, to, way, ask.as, mostPaths)
      : simplePaths(net, from, to, way, ask.longest, mostPaths);
  return { ...pathRows(net, found, ask.either), more };
};

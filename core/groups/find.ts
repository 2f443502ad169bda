/** The search for groups by each of the methods. */
import { type Adjacency, type Network, components, coreNumbers, nodeCount, simpleAdjacency } from '../graph';
import { Fault } from '../fault';
import { seeded } from '../random';
import type { Breath } from '../split';
import type { GroupMethod } from './methods';
import { leiden, louvain } from './leiden';
import type { Quality } from './levels';
import { type Merge, cutInto, profileMerges, propagateLabels, removeEdges } from './others';
import { modularityOf, numberBySize } from '../graph/partition';

export interface GroupAsk {
  method: GroupMethod;
  resolution: number;
  seed: number;
  weights: boolean;
  /** Read the direction of edges, where the method can. */
  directed: boolean;
  /** Profiles: how many groups. */
  count?: number;
  distance?: 'euclidean' | 'correlation';
}

export interface Found {
  /** Group of each node, numbered by falling size. */
  of: Uint32Array;
  count: number;
  /** Modularity at the resolution, in the form the method maximises; of others plain modularity. */
  quality?: number;
  /** Where the groups come from a tree of merges. */
  merges?: Merge[];
}

/** Symmetric rows of the undirected simple view, weights 1 where ignored. A Fault for weights below 0. */
function rowsFor(net: Network, weights: boolean): Adjacency {
  const rows = simpleAdjacency(net, 'both');
  if (!weights) return { ...rows, weight: new Float64Array(rows.weight.length).fill(1) };
  const e = net.weight.findIndex((w) => !(w >= 0));
  if (e < 0) return rows;
  throw new Fault(
    `Groups need weights of 0 or more; the edge ${net.labels[net.source[e]]} – ${net.labels[net.target[e]]} has ${net.weight[e]}. Switch “use weights” off, or leave the edge out.`,
  );
}

/** Both directions of each pair summed, loops dropped, parallel edges summed or counted once; with what leaves and arrives. */
function directedRows(
  net: Network,
  weights: boolean,
): { rows: Adjacency; ends: { out: Float64Array; into: Float64Array } } {
  const ends = { out: new Float64Array(nodeCount(net)), into: new Float64Array(nodeCount(net)) };
  const both = rowsFor(net, weights);
  const weight = new Float64Array(both.to.length);
  for (const way of ['out', 'in'] as const) {
    const { offsets, to, weight: w } = simpleAdjacency(net, way);
    const at = way === 'out' ? ends.out : ends.into;
    for (let v = 0; v + 1 < offsets.length; v++) {
      let i = both.offsets[v];
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        while (both.to[i] !== to[k]) i++;
        weight[i] += weights ? w[k] : 1;
        at[v] += weights ? w[k] : 1;
      }
    }
  }
  return { rows: { ...both, weight }, ends };
}

/** Leicht and Newman 2008: Σ_c [ W_c / W − γ · S⁺_c S⁻_c / W² ], with what leaves and what arrives; loops dropped, parallel edges summed. */
export function directedModularity(net: Network, group: Uint32Array, resolution: number, weights: boolean): number {
  const { rows, ends } = directedRows(net, weights);
  return directedModularityOf(rows, ends, group, resolution);
}

function directedModularityOf(
  rows: Adjacency,
  ends: { out: Float64Array; into: Float64Array },
  group: Uint32Array,
  resolution: number,
): number {
  let groups = 0;
  for (const g of group) if (g >= groups) groups = g + 1;
  const inside = new Float64Array(groups);
  const out = new Float64Array(groups);
  const into = new Float64Array(groups);
  let total = 0;
  for (let v = 0; v < group.length; v++) {
    out[group[v]] += ends.out[v];
    into[group[v]] += ends.into[v];
    total += ends.out[v];
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
      if (group[rows.to[k]] === group[v]) inside[group[v]] += rows.weight[k] / 2;
    }
  }
  if (total === 0) return 0;
  let q = 0;
  for (let g = 0; g < groups; g++) q += inside[g] / total - (resolution * out[g] * into[g]) / total ** 2;
  return q;
}

/** Small networks are tried several times with seeds of their own, and the best is taken: it costs little there. */
const tries = (rows: Adjacency, entries: number): number =>
  Math.max(1, Math.min(10, Math.floor(entries / (rows.to.length + 1))));

type Search = (net: Network, ask: GroupAsk, breath: Breath) => Promise<Found> | Found;

/** The search of each method. */
const searches: Record<GroupMethod, Search> = {
  leiden: optimised,
  louvain: optimised,
  potts: optimised,
  labels(net, ask) {
    const rows = rowsFor(net, ask.weights);
    return found(propagateLabels(rows, seeded(ask.seed)), rows);
  },
  async removal(net, _ask, breath) {
    return found(await removeEdges(net, breath), rowsFor(net, false));
  },
  async profiles(net, ask, breath) {
    const n = nodeCount(net);
    const merges = await profileMerges(net, ask.weights, ask.distance ?? 'euclidean', breath);
    const of = cutInto(merges, n, Math.max(1, Math.min(n, ask.count ?? 6)));
    return { ...found(of, rowsFor(net, ask.weights)), merges };
  },
  components: (net) => found(components(net).of.slice(), rowsFor(net, false)),
  cores(net) {
    const of = coreNumbers(net).slice();
    // The innermost shell comes first, whatever its size.
    const used = [...new Set(of)].sort((a, b) => b - a);
    const shell = Uint32Array.from(of, (k) => used.indexOf(k));
    return { of: shell, count: used.length, quality: modularityOf(rowsFor(net, false), shell, 1) };
  },
};

/** Groups by a method. A Fault with the reason where it cannot be used. */
export async function findGroups(net: Network, ask: GroupAsk, breath: Breath): Promise<Found> {
  return searches[ask.method](net, ask, breath);
}

function found(of: Uint32Array, rows: Adjacency): Found {
  const count = numberBySize(of);
  return { of, count, quality: modularityOf(rows, of, 1) };
}

async function optimised(net: Network, ask: GroupAsk, breath: Breath): Promise<Found> {
  const directed = ask.directed && net.directed && ask.method !== 'potts';
  const given = directed ? directedRows(net, ask.weights) : { rows: rowsFor(net, ask.weights), ends: undefined };
  const { rows, ends } = given;
  let quality: Quality = 'modularity';
  if (directed) quality = 'directed modularity';
  if (ask.method === 'potts') quality = 'constant Potts';
  const run = ask.method === 'louvain' ? louvain : leiden;
  const worth = (of: Uint32Array): number => {
    if (quality === 'constant Potts') return potts(rows, of, ask.resolution);
    return ends ? directedModularityOf(rows, ends, of, ask.resolution) : modularityOf(rows, of, ask.resolution);
  };
  let best: Uint32Array | undefined;
  let most = -Infinity;
  // A try of Louvain is cheaper, and its results scatter more.
  const count = tries(rows, ask.method === 'louvain' ? 200000 : 20000);
  for (let i = 0; i < count; i++) {
    await breath.breathe(i / count);
    const of = await run(rows, {
      resolution: ask.resolution,
      random: seeded(ask.seed + 7919 * i),
      breath,
      quality,
      ends,
    });
    const q = worth(of);
    if (q > most + 1e-12) {
      most = q;
      best = of;
    }
  }
  const of = best ?? new Uint32Array(0);
  return { of, count: numberBySize(of), quality: quality === 'constant Potts' ? modularityOf(rows, of, 1) : most };
}

/** Σ_c [ W_c − γ n_c(n_c − 1)/2 ]. */
export function potts(rows: Adjacency, of: Uint32Array, resolution: number): number {
  const size = new Float64Array(of.length + 1);
  let q = 0;
  for (let v = 0; v < of.length; v++) {
    size[of[v]]++;
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) if (of[rows.to[k]] === of[v]) q += rows.weight[k] / 2;
  }
  for (const n of size) q -= (resolution * n * (n - 1)) / 2;
  return q;
}

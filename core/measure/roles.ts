import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { type Grouping, groupingOf } from './grouping';
import type { Measure } from './measure';

/**
 * Participation coefficient 1 − Σ (k(v,s) / k(v))² over groups s, and the z-score of a node's ties inside its group among the members (population standard
 * deviation). Undirected simple view, neighbours counted. Isolates have participation 0; z is 0 where all members have equally many. NaN without a group.
 * (Guimerà & Amaral 2005)
 */
export function participationOf(net: Network, { of, names }: Grouping): [Float64Array, Float64Array] {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const participation = new Float64Array(n);
  const inside = new Float64Array(n);
  const counts = new Float64Array(names.length + 1);
  const sum = new Float64Array(names.length);
  const squares = new Float64Array(names.length);
  const size = new Float64Array(names.length);
  for (let v = 0; v < n; v++) {
    const k = offsets[v + 1] - offsets[v];
    // Neighbours without a group are one more group together.
    for (let i = offsets[v]; i < offsets[v + 1]; i++) counts[of[to[i]] < 0 ? names.length : of[to[i]]]++;
    let shares = 0;
    for (let i = offsets[v]; i < offsets[v + 1]; i++) {
      const g = of[to[i]] < 0 ? names.length : of[to[i]];
      // A group is counted at its first neighbour, and is 0 at the others.
      if (counts[g] === 0) continue;
      shares += (counts[g] / k) ** 2;
      if (g === of[v]) inside[v] = counts[g];
      counts[g] = 0;
    }
    participation[v] = k > 0 ? 1 - shares : 0;
    if (of[v] < 0) continue;
    sum[of[v]] += inside[v];
    size[of[v]]++;
  }
  for (let v = 0; v < n; v++) if (of[v] >= 0) squares[of[v]] += (inside[v] - sum[of[v]] / size[of[v]]) ** 2;
  const z = new Float64Array(n);
  for (let v = 0; v < n; v++) {
    const g = of[v];
    if (g < 0) {
      participation[v] = NaN;
      z[v] = NaN;
      continue;
    }
    const sd = Math.sqrt(squares[g] / size[g]);
    z[v] = sd > 0 ? (inside[v] - sum[g] / size[g]) / sd : 0;
  }
  return [participation, z];
}

/** Names of the roles in the order of {@link brokerageOf}. */
export const brokerRoles = ['coordinator', 'itinerant', 'gatekeeper', 'representative', 'liaison'] as const;

/**
 * How often each node j stands in i → j → k where i → k is missing, by the groups of the three: all in one (coordinator); i and k in one, j in another
 * (itinerant); j and k in one (gatekeeper); i and j in one (representative); all in different ones (liaison). Directed simple view; nodes without a group
 * take no part. (Gould & Fernandez 1989)
 */
export function brokerageOf(net: Network, { of }: Grouping): Float64Array[] {
  const n = nodeCount(net);
  const out = simpleAdjacency(net, 'out');
  const roles = brokerRoles.map(() => new Float64Array(n));
  const known = new Int32Array(n).fill(-1);
  for (let i = 0; i < n; i++) {
    if (of[i] < 0) continue;
    for (let a = out.offsets[i]; a < out.offsets[i + 1]; a++) known[out.to[a]] = i;
    for (let a = out.offsets[i]; a < out.offsets[i + 1]; a++) {
      const j = out.to[a];
      if (of[j] < 0) continue;
      for (let b = out.offsets[j]; b < out.offsets[j + 1]; b++) {
        const k = out.to[b];
        if (k === i || of[k] < 0 || known[k] === i) continue;
        roles[roleOf(of[i], of[j], of[k])][j]++;
      }
    }
  }
  return roles;
}

function roleOf(i: number, j: number, k: number): number {
  if (i === j) return j === k ? 0 : 3;
  if (i === k) return 1;
  return j === k ? 2 : 4;
}

const shared = { question: 'roles', on: 'nodes', needs: 'by', uses: ['by', 'undirected'] } as const;

export const participation: Measure = {
  ...shared,
  key: 'participation',
  name: 'Participation',
  cost: 'edges',
  words:
    'How evenly a node’s neighbours are spread over the groups, and how well tied it is within its own. Together they tell hubs of one group from connectors of several.',
  formula:
    'P(v) = 1 − Σₛ (k(v,s) / k(v))²; z(v) = (κ(v) − mean κ) / sd of κ in its group, κ = neighbours in the own group',
  source: 'Guimerà & Amaral 2005',
  reads: 'the undirected simple view, and a column of groups',
  high: 'P near 1: at home everywhere. z above 2.5: a hub of its group.',
  low: 'P of 0: all neighbours in one group. z below 0: little tied within the group.',
  beware: 'P cannot reach 1: with g groups it is at most 1 − 1/g. With few neighbours it is coarse.',
  columns: [
    { key: 'participation', name: 'Participation', undefinedWhy: 'Some nodes have no group.' },
    { key: 'within_module_z', name: 'z within its group', undefinedWhy: 'Some nodes have no group.' },
  ],
  compute: (net, _breath, { by }) => participationOf(net, groupingOf(net, by)),
};

export const brokerage: Measure = {
  ...shared,
  key: 'brokerage',
  name: 'Brokerage roles',
  cost: 'triangles',
  words:
    'How often a node stands between two others that are not tied, by the groups of the three. Coordinators join their own, gatekeepers let in, representatives lead out, itinerants and liaisons join others.',
  formula: 'count of i → v → k without i → k, by whether the groups of i, v and k are the same',
  source: 'Gould & Fernandez 1989',
  reads: 'the directed simple view, and a column of groups',
  high: 'Often in this role.',
  low: 'Seldom in this role.',
  beware: 'Counts grow with the degree and with the number of groups: compare roles of one node before nodes.',
  columns: brokerRoles.map((key) => ({ key, name: key.charAt(0).toUpperCase() + key.slice(1) })),
  compute: (net, _breath, { by }) => brokerageOf(net, groupingOf(net, by)),
};

/** Leading eigenvectors of networks: which parts have one, and what it is. */
import {
  type Network,
  type StrongComponents,
  components,
  nodeCount,
  simpleAdjacency,
  strongComponents,
} from '../graph';
import { Fault } from '../fault';
import { type Rows, leadingOf, leadingOfSymmetric } from './krylov';

/**
 * The matrix whose row v holds what arrives at v: of an undirected network its adjacency matrix, of a directed one the transposed. Parallel edges are
 * merged, with weight 1 where weights are ignored; a loop stands on the diagonal, twice in an undirected network.
 */
export function arrivals(net: Network, weighted: boolean): Rows {
  const rows = simpleAdjacency(net, 'in');
  const diagonal = new Float64Array(nodeCount(net));
  const ends = net.directed ? 1 : 2;
  for (let e = 0; e < net.source.length; e++) {
    if (net.source[e] !== net.target[e]) continue;
    if (weighted) diagonal[net.source[e]] += ends * net.weight[e];
    else diagonal[net.source[e]] = ends;
  }
  return { offsets: rows.offsets, to: rows.to, diagonal, weight: weighted ? rows.weight : undefined };
}

/** What has no single answer, with the reason. */
export class NotUnique extends Fault {}

/** The part of a matrix over some rows; `place[v]` is a row's number in the part, −1 where it is not in it. */
function part(rows: Rows, members: readonly number[], place: Int32Array): Rows {
  const offsets = new Uint32Array(members.length + 1);
  let size = 0;
  for (const v of members) size += rows.offsets[v + 1] - rows.offsets[v];
  const to = new Uint32Array(size);
  const weight = rows.weight && new Float64Array(size);
  let at = 0;
  members.forEach((v, i) => {
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++) {
      const u = place[rows.to[k]];
      if (u < 0) continue;
      to[at] = u;
      if (weight && rows.weight) weight[at] = rows.weight[k];
      at++;
    }
    offsets[i + 1] = at;
  });
  return {
    offsets,
    to: to.slice(0, at),
    weight: weight?.slice(0, at),
    diagonal: Float64Array.from(members, (v) => rows.diagonal[v]),
  };
}

/** No eigenvalue is larger than the largest sum of a row. */
function bound({ offsets, weight, diagonal }: Rows, members: readonly number[]): number {
  let most = 0;
  for (const v of members) {
    let sum = diagonal[v];
    if (weight) for (let k = offsets[v]; k < offsets[v + 1]; k++) sum += weight[k];
    else sum += offsets[v + 1] - offsets[v];
    if (sum > most) most = sum;
  }
  return most;
}

interface Leader {
  members: number[];
  vector: Float64Array;
}

/** Largest eigenvalue over the classes of a matrix, and the classes that have it. `of` numbers the classes; within each the matrix is irreducible. */
function leaders(rows: Rows, of: Uint32Array, symmetric: boolean): { value: number; classes: Leader[] } {
  const members: number[][] = [];
  for (let v = 0; v < of.length; v++) (members[of[v]] ??= []).push(v);
  const place = new Int32Array(of.length).fill(-1);
  let value = 0;
  let found: (Leader & { value: number })[] = [];
  for (const nodes of members) {
    if (nodes.length === 1 && rows.diagonal[nodes[0]] === 0) continue;
    if (bound(rows, nodes) < value * (1 - 1e-9)) continue;
    const whole = nodes.length === of.length;
    nodes.forEach((v, i) => (place[v] = i));
    const own = whole ? rows : part(rows, nodes, place);
    const one = symmetric ? leadingOfSymmetric(own) : leadingOf(own);
    for (const v of nodes) place[v] = -1;
    if (one.value <= 0) continue;
    value = Math.max(value, one.value);
    found.push({ members: nodes, ...one });
    found = found.filter((other) => other.value >= value * (1 - 1e-9));
  }
  return { value, classes: found };
}

/** The classes in which everybody reaches everybody; undirected they are the connected parts. */
const classesOf = (net: Network): StrongComponents =>
  net.directed ? strongComponents(net) : { ...components(net), closed: new Uint32Array(0) };

/** The largest eigenvalue of a network's matrix of arrivals; 0 where no walk returns. */
export function spectralRadius(net: Network, rows: Rows): number {
  return leaders(rows, classesOf(net).of, !net.directed).value;
}

/**
 * Eigenvector of the largest eigenvalue of a network's matrix of arrivals, largest entry 1. Throws a Fault with the reason where there is none, or more
 * than one.
 */
export function principalVector(net: Network, rows: Rows): Float64Array {
  const n = nodeCount(net);
  const strong = classesOf(net);
  const { value, classes } = leaders(rows, strong.of, !net.directed);
  if (value === 0) {
    throw new NotUnique(
      net.directed && net.source.length
        ? 'No directed walk of this network comes back to where it began, so all its scores are 0. Ignore the direction of the edges, or take Katz centrality.'
        : 'A network without edges has no eigenvector centrality.',
    );
  }
  // A class that leads to another of the same value dies out against it.
  const onward = simpleAdjacency(net, 'out');
  const reach = classes.map(({ members }) => reachable(onward.offsets, onward.to, members, n));
  const standing = classes.filter((_, i) => !classes.some((other, j) => j !== i && reach[i][other.members[0]] === 1));
  if (standing.length > 1) {
    throw new NotUnique(
      `${standing.length} parts of the network have the same leading value ${value.toPrecision(4)}, so the eigenvector is not unique. Keep one part.`,
    );
  }
  const x = new Float64Array(n);
  const [leader] = standing;
  leader.members.forEach((v, i) => (x[v] = leader.vector[i]));
  if (net.directed) passOn(rows, strong, leader, reach[classes.indexOf(leader)], value, x);
  return scaled(x);
}

/** Fills in what the leading class gives those it leads to: x = (arrivals of x) / λ, class after class in the order of the edges. */
function passOn(
  rows: Rows,
  strong: StrongComponents,
  leader: Leader,
  reached: Uint8Array,
  value: number,
  x: Float64Array,
): void {
  const own = strong.of[leader.members[0]];
  const members: number[][] = [];
  for (let v = 0; v < x.length; v++) if (reached[v] && strong.of[v] !== own) (members[strong.of[v]] ??= []).push(v);
  for (let i = strong.closed.length - 1; i >= 0; i--) {
    const nodes = members[strong.closed[i]];
    if (!nodes) continue;
    // One alone has its answer at once; a class with walks of its own needs rounds, which shrink by its own leading value over λ.
    for (let round = 0; round < 100000; round++) {
      let change = 0;
      let total = 0;
      for (const v of nodes) {
        let sum = 0;
        for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++)
          sum += (rows.weight ? rows.weight[k] : 1) * x[rows.to[k]];
        const next = sum / (value - rows.diagonal[v]);
        change += Math.abs(next - x[v]);
        total += next;
        x[v] = next;
      }
      if (nodes.length === 1 || change <= 1e-15 * total) break;
    }
  }
}

function reachable(offsets: Uint32Array, to: Uint32Array, from: readonly number[], n: number): Uint8Array {
  const seen = new Uint8Array(n);
  const queue = new Uint32Array(n);
  let end = 0;
  for (const v of from) {
    seen[v] = 1;
    queue[end++] = v;
  }
  // Once all are met nothing more can be.
  for (let at = 0; at < end && end < n; at++) {
    for (let k = offsets[queue[at]], last = offsets[queue[at] + 1]; k < last; k++) {
      const u = to[k];
      if (seen[u]) continue;
      seen[u] = 1;
      queue[end++] = u;
    }
  }
  return seen;
}

function scaled(x: Float64Array): Float64Array {
  let most = 0;
  for (const value of x) if (value > most) most = value;
  return x.map((value) => value / most);
}

/**
 * Hub and authority scores: leading singular vectors of the adjacency matrix, found as the leading eigenvector of the graph that has every node twice, as
 * one that sends and one that receives. Each sums to 1. Throws a Fault where the leading value is repeated.
 */
export function singularVectors(net: Network, into: Rows): [Float64Array, Float64Array] {
  const n = nodeCount(net);
  const out: Rows = net.directed
    ? { ...simpleAdjacency(net, 'out'), diagonal: into.diagonal, ...(into.weight ? {} : { weight: undefined }) }
    : into;
  const size = out.to.length;
  let loops = 0;
  for (const d of into.diagonal) if (d !== 0) loops++;
  const to = new Uint32Array(2 * (size + loops));
  const weight = new Float64Array(to.length);
  const offsets = new Uint32Array(2 * n + 1);
  let at = 0;
  const add = (u: number, w: number): void => {
    to[at] = u;
    weight[at++] = w;
  };
  for (let i = 0; i < 2 * n; i++) {
    const v = i % n;
    const rows = i < n ? out : into;
    const shift = i < n ? n : 0;
    if (into.diagonal[v] !== 0) add(v + shift, into.diagonal[v]);
    for (let k = rows.offsets[v]; k < rows.offsets[v + 1]; k++)
      add(rows.to[k] + shift, rows.weight ? rows.weight[k] : 1);
    offsets[i + 1] = at;
  }
  const double: Rows = { offsets, to, weight, diagonal: new Float64Array(2 * n) };
  const of = new Uint32Array(2 * n);
  let count = 0;
  const seen = new Uint8Array(2 * n);
  for (let i = 0; i < 2 * n; i++) {
    if (seen[i]) continue;
    const stack = [i];
    seen[i] = 1;
    for (let v = stack.pop(); v !== undefined; v = stack.pop()) {
      of[v] = count;
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        if (seen[to[k]]) continue;
        seen[to[k]] = 1;
        stack.push(to[k]);
      }
    }
    count++;
  }
  const { classes } = leaders(double, of, true);
  if (classes.length === 0) throw new NotUnique('A network without edges has no hubs and no authorities.');
  if (classes.length > 1) {
    throw new NotUnique(
      net.directed
        ? 'The leading value is repeated: parts of the network that share no senders and receivers are equally strong, so hubs and authorities are not unique. Keep one part.'
        : 'The leading value is repeated, as in every undirected network without odd cycles or with equal parts, so hubs and authorities are not unique.',
    );
  }
  const x = new Float64Array(2 * n);
  classes[0].members.forEach((v, i) => (x[v] = classes[0].vector[i]));
  const sumToOne = (part: Float64Array): Float64Array => {
    let total = 0;
    for (const value of part) total += value;
    return part.map((value) => value / total);
  };
  return [sumToOne(x.slice(0, n)), sumToOne(x.slice(n))];
}

/** Weakly connected components. */
import { type Network, nodeCount } from './network';
import { counting } from './rows';

export interface Components {
  /** Component of each node: 0 is the largest; equal sizes in the order of their first nodes. */
  of: Uint32Array;
  /** Nodes in each component, descending. */
  sizes: Uint32Array;
}

/** Union–find with path halving over the edges, direction ignored. Ends early where all that have an edge to another hang together. */
export function components(net: Network): Components {
  const n = nodeCount(net);
  const parent = counting(n);
  join(net, tied(net) - 1, parent);
  const size = new Uint32Array(n);
  for (let v = 0; v < n; v++) size[rootOf(v, parent)]++;
  const roots = bySize(
    counting(n).filter((v) => size[v] > 0),
    size,
  );
  const number = new Uint32Array(n);
  roots.forEach((v, i) => (number[v] = i));
  const of = new Uint32Array(n);
  for (let v = 0; v < n; v++) of[v] = number[rootOf(v, parent)];
  return { of, sizes: Uint32Array.from(roots, (v) => size[v]) };
}

function rootOf(v: number, parent: Uint32Array): number {
  while (parent[v] !== v) v = parent[v] = parent[parent[v]];
  return v;
}

/** `apart`: how many joins are left at most. */
function join({ source, target }: Network, apart: number, parent: Uint32Array): void {
  for (let e = 0; apart > 0 && e < source.length; e++) {
    const a = rootOf(source[e], parent);
    const b = rootOf(target[e], parent);
    // The smaller index stays the root, so a component's root is its first node.
    if (a < b) parent[b] = a;
    else if (b < a) parent[a] = b;
    else continue;
    apart--;
  }
}

/** 1 for each node of the largest component, where there are others but it holds at least half of the nodes. */
export function mainPart(net: Network): Uint8Array | undefined {
  const { of, sizes } = components(net);
  if (sizes.length < 2 || 2 * sizes[0] < of.length) return undefined;
  const main = new Uint8Array(of.length);
  for (let v = 0; v < main.length; v++) main[v] = of[v] === 0 ? 1 : 0;
  return main;
}

/** How many nodes have an edge to another: found early where all have. */
function tied({ ids, source, target }: Network): number {
  const has = new Uint8Array(ids.length);
  let count = 0;
  for (let e = 0; count < has.length && e < source.length; e++) {
    const a = source[e];
    const b = target[e];
    if (a === b) continue;
    count += 2 - has[a] - has[b];
    has[a] = has[b] = 1;
  }
  return count;
}

/** The things by falling size, equal ones in their order: a counting sort. */
export function bySize(things: Uint32Array, size: Uint32Array): Uint32Array<ArrayBuffer> {
  let most = 0;
  // By places: walking the values of a typed array is several times slower.
  const n = things.length;
  for (let i = 0; i < n; i++) if (size[things[i]] > most) most = size[things[i]];
  const start = new Uint32Array(most + 2);
  for (let i = 0; i < n; i++) start[most - size[things[i]] + 1]++;
  for (let s = 0; s <= most; s++) start[s + 1] += start[s];
  const order = new Uint32Array(n);
  for (let i = 0; i < n; i++) order[start[most - size[things[i]]]++] = things[i];
  return order;
}

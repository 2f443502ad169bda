/** How two sets of nodes touch: directly, and through third nodes. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';

export interface Third {
  node: number;
  /** Its neighbours in the first and in the second set. */
  first: number;
  second: number;
  /** Pairs of one of each set that it joins. */
  pairs: number;
}

export interface Contacts {
  /** Edges with one end in each set. */
  direct: number[];
  /** Nodes outside both sets with neighbours in both, most pairs first. */
  thirds: Third[];
  /** Pairs of one of each set that a path of two ties joins, and that an edge joins. */
  pairsThrough: number;
  pairsDirect: number;
}

/**
 * Contacts of two sets, direction ignored. Nodes in both sets belong to the first. A pair joined through several third nodes counts once in `pairsThrough`.
 */
export function contactsOf(net: Network, first: readonly number[], second: readonly number[]): Contacts {
  const n = nodeCount(net);
  const side = new Uint8Array(n);
  for (const v of second) side[v] = 2;
  for (const v of first) side[v] = 1;
  const direct: number[] = [];
  for (let e = 0; e < net.source.length; e++) {
    if (side[net.source[e]] + side[net.target[e]] === 3 && side[net.source[e]] > 0 && side[net.target[e]] > 0)
      direct.push(e);
  }
  const { offsets, to } = simpleAdjacency(net, 'both');
  const thirds: Third[] = [];
  const joined = new Set<number>();
  for (let v = 0; v < n; v++) {
    if (side[v] !== 0) continue;
    const near: [number[], number[]] = [[], []];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (side[to[k]]) near[side[to[k]] - 1].push(to[k]);
    const [a, b] = near;
    if (!a.length || !b.length) continue;
    thirds.push({ node: v, first: a.length, second: b.length, pairs: a.length * b.length });
    for (const x of a) for (const y of b) joined.add(x * n + y);
  }
  thirds.sort((x, y) => y.pairs - x.pairs || x.node - y.node);
  const tied = new Set(
    direct.map((e) => {
      const [a, b] = side[net.source[e]] === 1 ? [net.source[e], net.target[e]] : [net.target[e], net.source[e]];
      return a * n + b;
    }),
  );
  return { direct, thirds, pairsThrough: joined.size, pairsDirect: tied.size };
}

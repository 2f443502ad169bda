/** Which way the pairs of a network are tied. */
import { type Adjacency, type Network, keptFor, simpleAdjacency } from '../graph';

/** Marks of an entry v → u of the undirected simple view: tied from v to u, from u to v. */
export const there = 1;
export const back = 2;

/** For each entry v → u of the undirected simple view: {@link there}, {@link back} or both, on the directed simple view. An undirected tie runs both ways. */
export function waysOfPairs(net: Network): Uint8Array {
  return keptFor(net, 'ways', () => {
    const both = simpleAdjacency(net, 'both');
    const ways = new Uint8Array(both.to.length);
    if (!net.directed) return ways.fill(there | back);
    mark(both, simpleAdjacency(net, 'out'), ways, there);
    mark(both, simpleAdjacency(net, 'in'), ways, back);
    return ways;
  });
}

function mark(both: Adjacency, { offsets, to }: Adjacency, ways: Uint8Array, way: number): void {
  for (let v = 0; v + 1 < offsets.length; v++) {
    let i = both.offsets[v];
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      while (both.to[i] !== to[k]) i++;
      ways[i] |= way;
    }
  }
}

/** For each entry of the undirected simple view 1 where its pair is tied one way, 2 where both. */
export const tiesOfPairs = (net: Network): Uint8Array =>
  waysOfPairs(net).map((way) => (way === (there | back) ? 2 : 1));

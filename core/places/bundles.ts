/** Ties between places: all between two of them as one. */
import type { Network } from '../graph';
import type { Spots } from './where';

export interface Bundles {
  /** The spots that each joins; of a directed network from the first to the second. */
  from: Uint32Array;
  to: Uint32Array;
  /** How many ties, and their weights together. */
  count: Uint32Array;
  weight: Float64Array;
  /** Ties within a spot, by spot; and those of which an end has no place. */
  within: Uint32Array;
  without: number;
}

/** Ties in view (1 in `inView`; absent: all) by the places of their ends, in the order in which the pairs come; of an undirected network either way is one pair. */
export function bundlesOf(net: Network, { spot, names }: Spots, inView?: Uint8Array, weight = net.weight): Bundles {
  const many = names.length;
  const pairs = new Map<number, number>();
  const from: number[] = [];
  const to: number[] = [];
  const count: number[] = [];
  const sums: number[] = [];
  const within = new Uint32Array(many);
  let without = 0;
  for (let e = 0; e < net.source.length; e++) {
    if (inView && !inView[e]) continue;
    let [a, b] = [spot[net.source[e]], spot[net.target[e]]];
    if (a < 0 || b < 0) without++;
    else if (a === b) within[a]++;
    else {
      if (!net.directed && a > b) [a, b] = [b, a];
      const key = a * many + b;
      let i = pairs.get(key);
      if (i === undefined) {
        pairs.set(key, (i = from.length));
        from.push(a);
        to.push(b);
        count.push(0);
        sums.push(0);
      }
      count[i]++;
      sums[i] += weight[e];
    }
  }
  return {
    from: Uint32Array.from(from),
    to: Uint32Array.from(to),
    count: Uint32Array.from(count),
    weight: Float64Array.from(sums),
    within,
    without,
  };
}

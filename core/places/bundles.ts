/** Ties between places: all between two of them as one. */
import type { Network } from '../graph';
import type { Gathered } from './gather';
import type { Spots } from './where';

export interface Bundles {
  /** The places that each joins; of a directed network from the first to the second. */
  from: Uint32Array;
  to: Uint32Array;
  /** How many ties, and their weights together. */
  count: Uint32Array;
  weight: Float64Array;
  /** Ties within a place, and those of which an end has none. */
  within: number;
  without: number;
}

/** Ties in view (1 in `inView`; absent: all) by the gathered places of their ends, in the order in which the pairs come; of an undirected network either way is one pair. */
export function bundlesOf(
  net: Network,
  { spot }: Pick<Spots, 'spot'>,
  { of, places }: Gathered,
  inView?: Uint8Array,
  weight = net.weight,
): Bundles {
  const many = places.length / 2;
  const placeOf = (v: number): number => (spot[v] < 0 ? -1 : of[spot[v]]);
  const pairs = new Map<number, number>();
  const from: number[] = [];
  const to: number[] = [];
  const count: number[] = [];
  const sums: number[] = [];
  let [within, without] = [0, 0];
  for (let e = 0; e < net.source.length; e++) {
    if (inView && !inView[e]) continue;
    let [a, b] = [placeOf(net.source[e]), placeOf(net.target[e])];
    if (a < 0 || b < 0) without++;
    else if (a === b) within++;
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

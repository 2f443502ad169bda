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

/**
 * Ties in view (1 in `inView`; absent: all) by the gathered places of their ends, those of one place together; of an undirected network either way is one pair.
 * Ties are put by the place that they come from first, so that each pair is found by a look into one row.
 */
export function bundlesOf(
  net: Network,
  { spot }: Pick<Spots, 'spot'>,
  { of, places }: Gathered,
  inView?: Uint8Array,
  weight = net.weight,
): Bundles {
  const many = places.length / 2;
  const m = net.source.length;
  const placeOf = Int32Array.from(spot, (one) => (one < 0 ? -1 : of[one]));
  const other = new Int32Array(m).fill(-1);
  const begins = new Uint32Array(many + 1);
  let [within, without] = [0, 0];
  const ends = (e: number): [number, number] => {
    const [a, b] = [placeOf[net.source[e]], placeOf[net.target[e]]];
    return !net.directed && a > b ? [b, a] : [a, b];
  };
  for (let e = 0; e < m; e++) {
    if (inView && !inView[e]) continue;
    const [a, b] = ends(e);
    if (a < 0 || b < 0) without++;
    else if (a === b) within++;
    else {
      other[e] = b;
      begins[a + 1]++;
    }
  }
  for (let a = 0; a < many; a++) begins[a + 1] += begins[a];
  const next = begins.slice(0, many);
  const byPlace = new Uint32Array(begins[many]);
  for (let e = 0; e < m; e++) if (other[e] >= 0) byPlace[next[ends(e)[0]]++] = e;
  const from = new Uint32Array(byPlace.length);
  const to = new Uint32Array(byPlace.length);
  const count = new Uint32Array(byPlace.length);
  const sums = new Float64Array(byPlace.length);
  const at = new Int32Array(many).fill(-1);
  let size = 0;
  for (let a = 0; a < many; a++) {
    const first = size;
    for (let k = begins[a]; k < begins[a + 1]; k++) {
      const e = byPlace[k];
      const b = other[e];
      if (at[b] < first) {
        at[b] = size;
        [from[size], to[size]] = [a, b];
        size++;
      }
      count[at[b]]++;
      sums[at[b]] += weight[e];
    }
  }
  return {
    from: from.slice(0, size),
    to: to.slice(0, size),
    count: count.slice(0, size),
    weight: sums.slice(0, size),
    within,
    without,
  };
}

import * as z from 'zod';
import { grouped } from '../../fault';
import { type Network, edgeCount, keptByEdge } from '../../graph';
import type { Channel } from '../channel';
import { mostCurves } from '../looks';

/** How far edges bow, as a share of their length. */
const schema = z
  .number()
  .min(0)
  .max(0.5)
  .default(0.1)
  .meta({
    title: 'Bow',
    description: `Above ${grouped(mostCurves)} edges those are drawn straight that lie on no other.`,
    slide: [0, 0.4, 0.02],
    digits: 2,
  });

/** How much farther each of several parallel edges bows than the one before. */
const laneBow = 0.14;
/** Lanes that can be told apart; further edges share the last. */
export const mostLanes = 15;

export const curve: Channel<typeof schema> = {
  whose: 'edges',
  schema,
  turn: 90,
  /** Parallel edges are numbered, so that none lies on another; straight ones of both directions together. */
  fill(net, by, { bow }) {
    // Of many edges only those bow that would lie on another one.
    const own = edgeCount(net) > mostCurves ? 0 : by;
    const lanes = lanesOf(net, own);
    inLanes(bow, own, lanes);
    return [];
  },
};

function inLanes(bow: Float64Array, own: number, lanes: Uint8Array): void {
  for (let e = 0; e < bow.length; e++) bow[e] = own + laneBow * lanes[e];
}

/** Kept with the edges: looks change more often than these. */
const lanesOf = (net: Network, by: number): Uint8Array =>
  keptByEdge(net, by === 0 ? 'straight lanes' : 'lanes', (of) => countedLanes(of, by === 0));

/** Which of several edges from one node to another each is, from 0: counted node by node, in the order of the edges. */
function countedLanes({ ids, source, target }: Network, straight: boolean): Uint8Array {
  const n = ids.length;
  const m = source.length;
  const found = new Uint8Array(m);
  const next = new Uint32Array(n + 1);
  for (let e = 0; e < m; e++) {
    const a = source[e];
    const b = target[e];
    next[(straight && b < a ? b : a) + 1]++;
  }
  for (let v = 0; v < n; v++) next[v + 1] += next[v];
  // Sorted by one end: the edges, and their other ends.
  const edges = new Uint32Array(m);
  const others = new Uint32Array(m);
  for (let e = 0; e < m; e++) {
    const turned = straight && target[e] < source[e];
    const k = next[turned ? target[e] : source[e]]++;
    edges[k] = e;
    others[k] = turned ? source[e] : target[e];
  }
  // A node's edges end where the next one's began.
  const times = new Uint32Array(n);
  const of = new Uint32Array(n);
  for (let v = 0, k = 0; v < n; v++) {
    for (; k < next[v]; k++) {
      const u = others[k];
      if (u === v) continue;
      if (of[u] === v + 1) found[edges[k]] = Math.min(mostLanes, ++times[u]);
      else {
        of[u] = v + 1;
        times[u] = 0;
      }
    }
  }
  return found;
}

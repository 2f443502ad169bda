import * as z from 'zod';
import { type Network, edgeCount } from '../../graph';
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
    description: `Above ${mostCurves.toLocaleString('en-GB')} edges those are drawn straight that lie on no other.`,
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
    for (let e = 0; e < bow.length; e++) bow[e] = own + laneBow * lanes[e];
    return [];
  },
};

/** Lanes by the ends of edges: looks change more often than these. */
const kept = new WeakMap<Uint32Array, { target: Uint32Array; straight: boolean; lanes: Uint8Array }>();

function lanesOf(net: Network, by: number): Uint8Array {
  const before = kept.get(net.source);
  if (before?.target === net.target && before.straight === (by === 0)) return before.lanes;
  const lanes = countedLanes(net, by);
  kept.set(net.source, { target: net.target, straight: by === 0, lanes });
  return lanes;
}

/** Which of several edges from one node to another each is, from 0: counted node by node, in the order of the edges. */
function countedLanes({ ids, source, target }: Network, by: number): Uint8Array {
  const n = ids.length;
  const m = source.length;
  const found = new Uint8Array(m);
  const straight = by === 0;
  const next = new Uint32Array(n + 1);
  for (let e = 0; e < m; e++) {
    const [a, b] = [source[e], target[e]];
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

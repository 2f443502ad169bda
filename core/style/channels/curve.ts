import * as z from 'zod';
import { type Network, edgeCount, nodeCount } from '../../graph';
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

/** Which of several edges from one node to another each is, from 0. Pairs met before stand in an open table. */
function countedLanes(net: Network, by: number): Uint8Array {
  const m = edgeCount(net);
  const found = new Uint8Array(m);
  const n = nodeCount(net);
  const size = 2 ** Math.ceil(Math.log2(2 * m + 2));
  const pairs = new Float64Array(size).fill(-1);
  const times = new Uint32Array(size);
  for (let e = 0; e < m; e++) {
    let [a, b] = [net.source[e], net.target[e]];
    if (a === b) continue;
    if (by === 0 && a > b) [a, b] = [b, a];
    const pair = a * n + b;
    let at = (Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b)) & (size - 1);
    while (pairs[at] >= 0 && pairs[at] !== pair) at = (at + 1) & (size - 1);
    pairs[at] = pair;
    found[e] = Math.min(mostLanes, times[at]++);
  }
  return found;
}

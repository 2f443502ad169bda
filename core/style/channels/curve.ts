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
    description: `Above ${mostCurves.toLocaleString('en-GB')} edges all are drawn straight.`,
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
    if (edgeCount(net) > mostCurves) return [];
    const lanes = lanesOf(net, by);
    for (let e = 0; e < bow.length; e++) bow[e] = by + laneBow * lanes[e];
    return [];
  },
};

/** Which of several edges from one node to another each is, from 0. */
function lanesOf(net: Network, by: number): Uint8Array {
  const m = edgeCount(net);
  const found = new Uint8Array(m);
  const n = nodeCount(net);
  const met = new Map<number, number>();
  for (let e = 0; e < m; e++) {
    let [a, b] = [net.source[e], net.target[e]];
    if (a === b) continue;
    if (by === 0 && a > b) [a, b] = [b, a];
    const before = met.get(a * n + b) ?? 0;
    found[e] = Math.min(mostLanes, before);
    met.set(a * n + b, before + 1);
  }
  return found;
}

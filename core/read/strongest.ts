/** The ties of one node, by weight. */
import type { Network } from '../graph';
import { edgesOf } from './incident';

export interface Tie {
  /** Place of the heaviest edge between the two. */
  edge: number;
  /** The node at the other end. */
  other: number;
  /** Which way it runs: – where edges have no direction, ↻ a loop, → out, ← in, ⇄ both. */
  sign: '–' | '↻' | '→' | '←' | '⇄';
  /** Of all edges between the two. */
  weight: number;
}

/** The node's ties, the heaviest first; all edges of a pair together. */
export function strongest(net: Network, node: number): Tie[] {
  const byOther = new Map<number, Tie & { heaviest: number }>();
  for (const e of edgesOf(net, node)) {
    const out = net.source[e] === node;
    const other = out ? net.target[e] : net.source[e];
    const sign = !net.directed ? '–' : other === node ? '↻' : out ? '→' : '←';
    const held = byOther.get(other);
    if (!held) {
      byOther.set(other, { edge: e, other, sign, weight: net.weight[e], heaviest: net.weight[e] });
      continue;
    }
    held.weight += net.weight[e];
    if (held.sign !== sign) held.sign = '⇄';
    if (net.weight[e] > held.heaviest) {
      held.heaviest = net.weight[e];
      held.edge = e;
    }
  }
  return [...byOther.values()].sort((a, b) => b.weight - a.weight || a.other - b.other);
}

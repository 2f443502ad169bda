import { type Layout, type Placement, layouts } from '@/core/arrange';
import { Fault } from '@/core/fault';
import { thumbnail } from '@/core/figure';
import { type Network, edgeCount, nodeCount, subnetwork } from '@/core/graph';
import { own } from '@/core/own';
import { sceneOf } from '@/core/scene';
import { type StyleSettings, plainStyle, withoutMissing } from '@/core/style';
import type { Question } from './question';

export interface GalleryPicture {
  key: string;
  /** A small SVG of the network in this layout; absent where something is lacking. */
  picture?: string;
  lacks?: string;
}

/** So many nodes and edges are laid out for a small picture at most. */
const mostNodes = 90;
const mostEdges = 220;

/** A small picture of the network in each layout, one after the other: of its busiest nodes where it is large. */
export const gallery: Question<
  { layouts: readonly { key: string; settings: Record<string, unknown> }[]; style?: StyleSettings },
  number,
  GalleryPicture | number
> = async (net, { layouts: wanted, style = plainStyle }, breath, tell) => {
  const small = sampleOf(net);
  const has = ({ of, name }: { of: 'nodes' | 'edges'; name: string }): boolean =>
    name === 'weight' || (of === 'nodes' ? small.nodeColumns : small.edgeColumns).some((col) => col.name === name);
  const looks = { ...withoutMissing(style, has), legend: false, ground: 'paper' as const };
  for (const [i, { key, settings }] of wanted.entries()) {
    await breath.breathe(i / wanted.length);
    const layout = own(layouts, key) as Layout | undefined;
    if (!layout) continue;
    const lacks = layout.needs?.(net, settings);
    if (lacks !== undefined) tell({ key, lacks });
    else {
      try {
        const found = await layout.place(small, settings, { breathe: (share) => breath.breathe(share) });
        const { positions, routes }: Placement = found instanceof Float32Array ? { positions: found } : found;
        tell({ key, picture: await thumbnail(sceneOf({ ...small, positions, routes }, looks), true) });
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
        tell({ key, lacks: error.message });
      }
    }
  }
  return wanted.length;
};

/** The network, or its busiest nodes and the first ties among them. */
function sampleOf(net: Network): Network {
  const n = nodeCount(net);
  if (n <= mostNodes && edgeCount(net) <= mostEdges) return net;
  const degree = new Uint32Array(n);
  for (const v of net.source) degree[v]++;
  for (const v of net.target) degree[v]++;
  const order = Uint32Array.from({ length: n }, (_, v) => v).sort((a, b) => degree[b] - degree[a] || a - b);
  const nodes = new Uint8Array(n);
  // Every so many of them, so that the small picture is no denser than the large one.
  const every = Math.max(1, Math.floor(n / mostNodes / 3));
  for (let i = 0; i < Math.min(n, mostNodes * every); i += every) nodes[order[i]] = 1;
  const edges = new Uint8Array(edgeCount(net));
  let among = 0;
  for (let e = 0; e < edges.length; e++) if (nodes[net.source[e]] && nodes[net.target[e]]) among++;
  const share = Math.min(1, mostEdges / Math.max(1, among));
  let passed = 0;
  for (let e = 0; e < edges.length; e++) {
    if (!nodes[net.source[e]] || !nodes[net.target[e]]) continue;
    edges[e] = Math.floor((passed + 1) * share) > Math.floor(passed * share) ? 1 : 0;
    passed++;
  }
  return subnetwork(net, nodes, edges);
}

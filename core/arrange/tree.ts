/** Trees: each node below, or outside of, the one it is reached from. */
import { type HierarchyNode, hierarchy, tree } from 'd3-hierarchy';
import { type Network, nodeCount, simpleAdjacency } from '../graph';

export interface TreeSettings {
  /** Id of the root; absent: the node with most neighbours of each part, or those that no tie leads to. */
  root?: string;
  round: boolean;
  /** Whether ties are followed in their direction only. */
  along: boolean;
  room: number;
  apart: number;
}

interface Branch {
  v: number;
  children: Branch[];
}

/**
 * A spanning forest, breadth first: each node hangs on the first that reaches it. The chosen root comes first, then, along ties, those that none leads to; then
 * the busiest that is left, until all are in.
 */
export function forestOf(net: Network, { root, along }: Pick<TreeSettings, 'root' | 'along'>): Branch[] {
  const n = nodeCount(net);
  const follow = along && net.directed;
  const { offsets, to } = simpleAdjacency(net, follow ? 'out' : 'both');
  const arriving = new Uint32Array(n);
  for (const v of to) arriving[v]++;
  const busy = (v: number): number => offsets[v + 1] - offsets[v];
  const chosen = root === undefined ? -1 : net.ids.indexOf(root);
  const first = (v: number): number => (v === chosen ? 0 : follow && arriving[v] === 0 ? 1 : 2);
  const starts = Array.from({ length: n }, (_, v) => v).sort(
    (a, b) => first(a) - first(b) || busy(b) - busy(a) || a - b,
  );
  const branches = new Array<Branch | undefined>(n);
  const forest: Branch[] = [];
  for (const start of starts) {
    if (branches[start]) continue;
    const top: Branch = { v: start, children: [] };
    branches[start] = top;
    forest.push(top);
    const queue = [top];
    for (let at = 0; at < queue.length; at++) {
      const branch = queue[at];
      for (let k = offsets[branch.v]; k < offsets[branch.v + 1]; k++) {
        if (branches[to[k]]) continue;
        const below: Branch = { v: to[k], children: [] };
        branches[to[k]] = below;
        branch.children.push(below);
        queue.push(below);
      }
    }
  }
  return forest;
}

/**
 * x and y of each node of the tidy tree (Reingold & Tilford 1981; Buchheim, Jünger & Leipert 2002): upright with `room` map units from step to step and `apart`
 * between neighbours, or round, its rings wide enough for that. Several trees stand side by side, or share the middle as its branches.
 */
export function treeLayout(net: Network, settings: TreeSettings): Float32Array {
  const n = nodeCount(net);
  const positions = new Float32Array(2 * n);
  const forest = forestOf(net, settings);
  if (n === 0) return positions;
  const several = forest.length > 1;
  const top: Branch = several ? { v: -1, children: forest } : forest[0];
  const laid = tree<Branch>()
    .nodeSize([settings.apart, settings.room])
    .separation((a, b) => (a.parent === b.parent ? 1 : 1.5))(hierarchy(top));
  const put = ({ data }: HierarchyNode<Branch>, x: number, y: number): void => {
    if (data.v < 0) return;
    positions[2 * data.v] = x;
    positions[2 * data.v + 1] = y;
  };
  let [left, right, deepest] = [Infinity, -Infinity, 0];
  laid.each((node) => {
    left = Math.min(left, node.x);
    right = Math.max(right, node.x);
    deepest = Math.max(deepest, node.depth);
  });
  if (!settings.round) {
    const up = several ? 1 : 0;
    laid.each((node) => put(node, node.x - (left + right) / 2, (node.depth - (deepest + up) / 2) * settings.room));
    return positions;
  }
  // All the way around, the first and the last as far apart as others: on every ring an arc of `apart` at least.
  const around = right - left + settings.apart;
  let ring = settings.room;
  const byDepth = new Map<number, number[]>();
  laid.each(({ depth, x }) => {
    const xs = byDepth.get(depth);
    if (xs) xs.push(x);
    else byDepth.set(depth, [x]);
  });
  for (const [depth, xs] of byDepth) {
    if (depth === 0 || xs.length < 2) continue;
    xs.sort((a, b) => a - b);
    const nearest = xs.reduce(
      (least, x, i) => (i ? Math.min(least, x - xs[i - 1]) : least),
      xs[0] + around - (xs.at(-1) ?? 0),
    );
    ring = Math.max(ring, (settings.apart * around) / (2 * Math.PI * nearest * depth));
  }
  laid.each((node) => {
    const angle = ((node.x - left) / around) * 2 * Math.PI - Math.PI / 2;
    put(node, node.depth * ring * Math.cos(angle), node.depth * ring * Math.sin(angle));
  });
  return positions;
}

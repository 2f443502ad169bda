/** How far nodes are from others, counted in edges. */
import { type Direction, simpleAdjacency } from './adjacency';
import { type Network, nodeCount } from './network';

/** Steps from the nearest of `starts` to each node, −1 where none leads there within `limit` steps. Breadth first. */
export function distances(
  net: Network,
  starts: readonly number[],
  direction: Direction = 'both',
  limit = Infinity,
): Int32Array {
  const { offsets, to } = simpleAdjacency(net, direction);
  const far = new Int32Array(nodeCount(net)).fill(-1);
  const queue = new Uint32Array(nodeCount(net));
  let end = 0;
  for (const v of starts) {
    if (far[v] === 0) continue;
    far[v] = 0;
    queue[end++] = v;
  }
  for (let at = 0; at < end; at++) {
    const v = queue[at];
    if (far[v] >= limit) continue;
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (far[to[k]] >= 0) continue;
      far[to[k]] = far[v] + 1;
      queue[end++] = to[k];
    }
  }
  return far;
}

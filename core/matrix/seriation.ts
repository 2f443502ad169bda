/** An order of nodes that brings ties near the diagonal of their matrix. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';

/**
 * The reverse Cuthill–McKee order (Cuthill and McKee 1969; George 1971): from a node at the rim of each component (by George and Liu's search, 1979) nodes
 * level by level, those of fewer neighbours first, all of it turned round. Directions, weights, loops and parallel ties do not count. Larger components come
 * first. O(edges · log degree).
 */
export function seriation(net: Network): Uint32Array {
  const n = nodeCount(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const degree = Uint32Array.from({ length: n }, (_, v) => offsets[v + 1] - offsets[v]);
  const part = new Int32Array(n).fill(-1);
  const level = new Int32Array(n).fill(-1);
  const queue = new Uint32Array(n);

  /** Nodes from `first` on into the queue, level by level; how many they are. */
  const walk = (first: number): number => {
    let [head, tail] = [0, 1];
    queue[0] = first;
    level[first] = 0;
    while (head < tail) {
      const v = queue[head++];
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        const w = to[k];
        if (level[w] >= 0) continue;
        level[w] = level[v] + 1;
        queue[tail++] = w;
      }
    }
    return tail;
  };
  const forget = (many: number): void => {
    for (let i = 0; i < many; i++) level[queue[i]] = -1;
  };
  /** A node from which the farthest is about as far as in all of the component. */
  const rim = (first: number): number => {
    let found = first;
    let depth = -1;
    for (;;) {
      const many = walk(found);
      const deepest = level[queue[many - 1]];
      let next = queue[many - 1];
      for (let i = many - 1; i >= 0 && level[queue[i]] === deepest; i--)
        if (degree[queue[i]] < degree[next] || (degree[queue[i]] === degree[next] && queue[i] < next)) next = queue[i];
      forget(many);
      if (deepest <= depth) return found;
      depth = deepest;
      found = next;
    }
  };

  const parts: Uint32Array[] = [];
  for (let v = 0; v < n; v++) {
    if (part[v] >= 0) continue;
    const first = rim(v);
    const order = new Uint32Array(walkInOrder(first));
    parts.push(order.reverse());
  }
  parts.sort((a, b) => b.length - a.length);
  const all = new Uint32Array(n);
  let at = 0;
  for (const one of parts) {
    all.set(one, at);
    at += one.length;
  }
  return all;

  function walkInOrder(first: number): Uint32Array {
    let [head, tail] = [0, 1];
    queue[0] = first;
    part[first] = parts.length;
    while (head < tail) {
      const v = queue[head++];
      const begin = tail;
      for (let k = offsets[v]; k < offsets[v + 1]; k++) {
        const w = to[k];
        if (part[w] >= 0) continue;
        part[w] = parts.length;
        queue[tail++] = w;
      }
      queue.subarray(begin, tail).sort((a, b) => degree[a] - degree[b] || a - b);
    }
    return queue.slice(0, tail);
  }
}

/** How far from the diagonal the ties of a network lie on average, as a share of its size, in an order. */
export function distanceFromDiagonal({ source, target }: Network, order: Uint32Array): number {
  const place = new Uint32Array(order.length);
  order.forEach((v, i) => (place[v] = i));
  let sum = 0;
  for (let e = 0; e < source.length; e++) sum += Math.abs(place[source[e]] - place[target[e]]);
  return source.length && order.length ? sum / source.length / order.length : 0;
}

/** Figures of networks with two sides. */
import { type Network, simpleAdjacency } from '../graph';
import { sidesOf } from './two-mode';
import { Fault } from '../fault';

/** Tied pairs over the pairs of one node of each side. */
export function bipartiteDensity(net: Network): number {
  const [a, b] = sidesOf(net).sizes;
  if (a * b === 0) throw new Fault('One side has no nodes.');
  return simpleAdjacency(net, 'both').to.length / 2 / (a * b);
}

/**
 * Opsahl 2013: of the paths a – x – b – y – c over distinct nodes with a, b, c on one side (0, the first, or 1), the share whose ends a and c share a node
 * of the other side other than x and y.
 */
export function bipartiteClustering(net: Network, side: 0 | 1 = 0): number {
  const { of } = sidesOf(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const n = of.length;
  let paths = 0;
  let closed = 0;
  const shared = new Map<number, number>();
  const common = (a: number, c: number): number => {
    const key = a < c ? a * n + c : c * n + a;
    let count = shared.get(key);
    if (count !== undefined) return count;
    count = 0;
    let i = offsets[a];
    let j = offsets[c];
    while (i < offsets[a + 1] && j < offsets[c + 1]) {
      if (to[i] === to[j]) count++;
      const step = to[i] - to[j];
      if (step <= 0) i++;
      if (step >= 0) j++;
    }
    shared.set(key, count);
    return count;
  };
  const tied = (v: number, u: number): boolean => {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) if (to[k] === u) return true;
    return false;
  };
  for (let b = 0; b < n; b++) {
    if (of[b] !== side) continue;
    for (let k = offsets[b]; k < offsets[b + 1]; k++) {
      for (let l = k + 1; l < offsets[b + 1]; l++) {
        const [x, y] = [to[k], to[l]];
        for (let i = offsets[x]; i < offsets[x + 1]; i++) {
          const a = to[i];
          if (a === b) continue;
          for (let j = offsets[y]; j < offsets[y + 1]; j++) {
            const c = to[j];
            if (c === b || c === a) continue;
            paths++;
            const others = common(a, c) - (tied(c, x) ? 1 : 0) - (tied(a, y) ? 1 : 0);
            if (others > 0) closed++;
          }
        }
      }
    }
  }
  if (paths === 0) throw new Fault(`No path of four ties runs between nodes of the ${side ? 'second' : 'first'} side.`);
  return closed / paths;
}

/** 1 for nodes of the (p, q)-core: those left when nodes of the first side with fewer than p ties and of the second with fewer than q go again and again. */
export function bipartiteCores(net: Network, p: number, q: number): Uint8Array {
  const { of } = sidesOf(net);
  const { offsets, to } = simpleAdjacency(net, 'both');
  const degree = Uint32Array.from(of, (_, v) => offsets[v + 1] - offsets[v]);
  const inside = new Uint8Array(of.length).fill(1);
  const least = [p, q];
  const stack: number[] = [];
  const drop = (v: number): void => {
    if (!inside[v] || degree[v] >= least[of[v]]) return;
    inside[v] = 0;
    stack.push(v);
  };
  for (let v = 0; v < of.length; v++) drop(v);
  for (let v = stack.pop(); v !== undefined; v = stack.pop()) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      degree[to[k]]--;
      drop(to[k]);
    }
  }
  return inside;
}

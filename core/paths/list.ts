/** Paths between nodes, listed. */
import { type Network, nodeCount, simpleAdjacency } from '../graph';
import { type WeightAs, lengthRows, lengthTolerance } from './lengths';
import { forget, nearest, searchFor } from './nearest';

export interface FoundPath {
  nodes: number[];
  /** Steps, or the sum of lengths. */
  length: number;
}

export interface PathList {
  paths: FoundPath[];
  /** Whether more were there than were listed. */
  more: boolean;
}

export type Way = 'out' | 'both';

/**
 * All shortest paths from any of one set of nodes to any of another, the nearest pairs only: none of them is longer than the shortest. At most `most`
 * are listed. A node in both sets is a path of length 0 and left out.
 */
export function shortestPaths(
  net: Network,
  from: readonly number[],
  to: readonly number[],
  way: Way,
  as: WeightAs,
  most: number,
): PathList {
  const rows = lengthRows(net, way, as);
  const back = lengthRows(net, net.directed && way === 'out' ? 'in' : way, as);
  const n = nodeCount(net);
  const targets = new Uint8Array(n);
  for (const v of to) targets[v] = 1;
  let least = Infinity;
  const found: FoundPath[] = [];
  let more = false;
  const search = searchFor(n);
  for (const source of [...new Set(from)].sort((a, b) => a - b)) {
    const count = nearest(source, rows, search, least * (1 + lengthTolerance));
    const { far, order } = search;
    for (let i = 1; i < count; i++) {
      const target = order[i];
      if (!targets[target] || from.includes(target)) continue;
      if (far[target] > least * (1 + lengthTolerance)) break;
      if (far[target] < least * (1 - lengthTolerance)) {
        least = far[target];
        found.length = 0;
        more = false;
      }
      // Backwards over edges that lie on a shortest path, so that no step is a dead end.
      const stack: number[][] = [[target]];
      for (let path = stack.pop(); path !== undefined; path = stack.pop()) {
        const v = path[0];
        if (v === source) {
          if (found.length >= most) {
            more = true;
            break;
          }
          found.push({ nodes: path, length: far[target] });
          continue;
        }
        for (let k = back.offsets[v + 1] - 1; k >= back.offsets[v]; k--) {
          const u = back.to[k];
          if (far[u] < 0 || far[u] >= far[v]) continue;
          if (Math.abs(far[u] + back.weight[k] - far[v]) <= lengthTolerance * far[v]) stack.push([u, ...path]);
        }
      }
    }
    forget(search, count);
  }
  return { paths: found, more };
}

/** Searches are ended after so many steps, and it is said. */
const mostSteps = 2_000_000;

/** All simple paths of at most `longest` edges between two sets, short ones first, at most `most` of them; nodes of the sets only at the ends. */
export function simplePaths(
  net: Network,
  from: readonly number[],
  to: readonly number[],
  way: Way,
  longest: number,
  most: number,
): PathList {
  const { offsets, to: ends } = simpleAdjacency(net, way);
  const n = nodeCount(net);
  const targets = new Uint8Array(n);
  const starts = new Uint8Array(n);
  for (const v of to) targets[v] = 1;
  for (const v of from) starts[v] = 1;
  const togo = stepsTo(net, to, way);
  const found: FoundPath[] = [];
  let steps = 0;
  let more = false;
  const on = new Uint8Array(n);
  const path: number[] = [];
  const visit = (v: number, limit: number): void => {
    path.push(v);
    on[v] = 1;
    for (let k = offsets[v]; k < offsets[v + 1] && !more; k++) {
      if (++steps > mostSteps) more = true;
      const u = ends[k];
      if (on[u] || starts[u]) continue;
      if (targets[u]) {
        // Of one length only, so that short paths come first.
        if (path.length !== limit) continue;
        if (found.length >= most) more = true;
        else found.push({ nodes: [...path, u], length: limit });
        continue;
      }
      if (togo[u] >= 0 && path.length + togo[u] <= limit) visit(u, limit);
    }
    on[v] = 0;
    path.pop();
  };
  for (let limit = 1; limit <= longest && !more; limit++) {
    for (const source of new Set(from)) if (!targets[source]) visit(source, limit);
  }
  return { paths: found, more };
}

/** Steps from every node to the nearest of a set; −1 where none leads there. */
function stepsTo(net: Network, to: readonly number[], way: Way): Int32Array {
  const { offsets, to: ends } = simpleAdjacency(net, way === 'out' ? 'in' : 'both');
  const far = new Int32Array(nodeCount(net)).fill(-1);
  const queue = [...new Set(to)];
  for (const v of queue) far[v] = 0;
  for (const v of queue) {
    for (let k = offsets[v]; k < offsets[v + 1]; k++) {
      if (far[ends[k]] >= 0) continue;
      far[ends[k]] = far[v] + 1;
      queue.push(ends[k]);
    }
  }
  return far;
}

/** Simple cycles of at most `longest` edges, each once: directed ones along the edges (two edges at least), undirected ones of three at least. Short ones first. */
export function cyclesUpTo(net: Network, way: Way, longest: number, most: number): PathList {
  const directed = net.directed && way === 'out';
  const { offsets, to } = simpleAdjacency(net, way);
  const found: FoundPath[] = [];
  const on = new Uint8Array(nodeCount(net));
  const path: number[] = [];
  let steps = 0;
  let more = false;
  const visit = (v: number, start: number, limit: number): void => {
    path.push(v);
    on[v] = 1;
    for (let k = offsets[v]; k < offsets[v + 1] && !more; k++) {
      if (++steps > mostSteps) more = true;
      const u = to[k];
      if (u === start && path.length === limit) {
        // An undirected cycle is met in both directions: taken where the second node is before the last.
        if (!directed && path[1] > v) continue;
        if (found.length >= most) more = true;
        else found.push({ nodes: [...path, start], length: limit });
      } else if (u > start && !on[u] && path.length < limit) visit(u, start, limit);
    }
    on[v] = 0;
    path.pop();
  };
  for (let limit = directed ? 2 : 3; limit <= longest && !more; limit++) {
    for (let start = 0; start < on.length && !more; start++) visit(start, start, limit);
  }
  return { paths: found, more };
}

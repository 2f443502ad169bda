/** Shortest paths from one node: breadth first where every edge is one step, Dijkstra 1959 where edges have lengths. */
import type { Adjacency } from '../graph';

/** Arrays that one search after the other uses. Between searches `far` is −1 everywhere. */
export interface Search {
  far: Float64Array;
  /** Nodes reached, nearest first; `order[0]` is the source. */
  order: Uint32Array;
  heap: Uint32Array;
  place: Int32Array;
}

export const searchFor = (n: number): Search => ({
  far: new Float64Array(n).fill(-1),
  order: new Uint32Array(n),
  heap: new Uint32Array(n),
  place: new Int32Array(n).fill(-1),
});

/**
 * Lengths of the shortest paths from `source`, left in `far` (−1: not reached) with the nodes in `order`; returns how many were reached, the source
 * included. `rows.weight` holds lengths above 0. Call {@link forget} before the next search. Stops beyond `limit`.
 */
export function nearest(source: number, rows: Adjacency, search: Search, limit = Infinity): number {
  const { far, order, heap, place } = search;
  const { offsets, to, weight } = rows;
  let size = 0;
  let found = 0;
  far[source] = 0;
  heap[size++] = source;
  place[source] = 0;
  while (size > 0) {
    const v = heap[0];
    const last = heap[--size];
    place[v] = -2;
    if (size > 0) sink(last, 0, size, heap, place, far);
    order[found++] = v;
    const d = far[v];
    for (let k = offsets[v], end = offsets[v + 1]; k < end; k++) {
      const u = to[k];
      if (place[u] === -2) continue;
      const length = d + weight[k];
      if (length > limit) continue;
      if (place[u] < 0) {
        far[u] = length;
        rise(u, size++, heap, place, far);
      } else if (length < far[u]) {
        far[u] = length;
        rise(u, place[u], heap, place, far);
      }
    }
  }
  return found;
}

/** Makes the arrays ready for the next search. */
export function forget(search: Search, found: number): void {
  for (let i = 0; i < found; i++) {
    search.far[search.order[i]] = -1;
    search.place[search.order[i]] = -1;
  }
}

/** Puts node v at place i of the heap or nearer to its head. Four children to a node; nodes of equal length keep no order, so ties go by number. */
function rise(v: number, i: number, heap: Uint32Array, place: Int32Array, far: Float64Array): void {
  while (i > 0) {
    const parent = (i - 1) >> 2;
    const u = heap[parent];
    if (far[u] < far[v] || (far[u] === far[v] && u < v)) break;
    heap[i] = u;
    place[u] = i;
    i = parent;
  }
  heap[i] = v;
  place[v] = i;
}

function sink(v: number, i: number, size: number, heap: Uint32Array, place: Int32Array, far: Float64Array): void {
  for (;;) {
    const first = 4 * i + 1;
    if (first >= size) break;
    let least = first;
    const end = Math.min(first + 4, size);
    for (let c = first + 1; c < end; c++) {
      const a = heap[c];
      const b = heap[least];
      if (far[a] < far[b] || (far[a] === far[b] && a < b)) least = c;
    }
    const u = heap[least];
    if (far[v] < far[u] || (far[v] === far[u] && v < u)) break;
    heap[i] = u;
    place[u] = i;
    i = least;
  }
  heap[i] = v;
  place[v] = i;
}

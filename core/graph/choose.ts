/** Choosing nodes from those chosen. */
import type { Network } from './network';

/** All nodes but these. */
export function inverted(net: Network, ids: readonly string[]): string[] {
  const chosen = new Set(ids);
  return net.ids.filter((id) => !chosen.has(id));
}

/** These nodes and all that an edge joins to them, either way; of edges only those marked with 1, where marks are given. */
export function withNeighbours(net: Network, ids: readonly string[], edges?: Uint8Array): string[] {
  const chosen = new Set(ids);
  const own = Uint8Array.from(net.ids, (id) => (chosen.has(id) ? 1 : 0));
  const marks = own.slice();
  net.source.forEach((a, e) => {
    const b = net.target[e];
    if (edges?.[e] === 0) return;
    if (own[a]) marks[b] = 1;
    if (own[b]) marks[a] = 1;
  });
  return net.ids.filter((_, v) => marks[v] === 1);
}

export type SetOperation = 'union' | 'overlap' | 'difference';

/** What is in one of the lists, in all of them, or in the first and none of the others. In the order of the lists. */
export function together(lists: readonly (readonly string[])[], as: SetOperation): string[] {
  const [first = [], ...others] = lists;
  if (as === 'union') return [...new Set(lists.flat())];
  const held = others.map((list) => new Set(list));
  return first.filter((id) =>
    as === 'overlap' ? held.every((list) => list.has(id)) : !held.some((list) => list.has(id)),
  );
}

/** Places of the points inside a closed line, by the even–odd rule; `positions` and `line` hold x, y of each point. */
export function insideLine(positions: Float32Array, line: readonly number[]): number[] {
  const found: number[] = [];
  const corners = line.length / 2;
  for (let v = 0; 2 * v + 1 < positions.length; v++) {
    const x = positions[2 * v];
    const y = positions[2 * v + 1];
    let inside = false;
    for (let i = 0, j = corners - 1; i < corners; j = i++) {
      const [xi, yi, xj, yj] = [line[2 * i], line[2 * i + 1], line[2 * j], line[2 * j + 1]];
      if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
    }
    if (inside) found.push(v);
  }
  return found;
}

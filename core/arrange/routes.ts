/** Ways that edges take between their ends: corners, or points of a smooth line. */
import type { Network, Routes } from '../graph';

/** Routes of all edges from the points of each: x and y in turn. */
export function routesOf(edges: number, of: (edge: number) => readonly number[]): Routes {
  const offsets = new Uint32Array(edges + 1);
  const points: number[] = [];
  for (let e = 0; e < edges; e++) {
    for (const part of of(e)) points.push(part);
    offsets[e + 1] = points.length / 2;
  }
  return { offsets, points: Float32Array.from(points) };
}

/**
 * Routes after nodes were moved: each is turned and sized as the line between its ends was. An edge whose ends have come to lie on each other, or did before,
 * has none.
 */
export function carried(
  routes: Routes,
  net: Pick<Network, 'source' | 'target'>,
  from: Float32Array,
  to: Float32Array,
): Routes {
  const points = routes.points.slice();
  for (let e = 0; e < net.source.length; e++) {
    const [a, b] = [2 * net.source[e], 2 * net.target[e]];
    const same = (end: number): boolean => from[end] === to[end] && from[end + 1] === to[end + 1];
    if (same(a) && same(b)) continue;
    const [ux, uy] = [from[b] - from[a], from[b + 1] - from[a + 1]];
    const [vx, vy] = [to[b] - to[a], to[b + 1] - to[a + 1]];
    const square = ux * ux + uy * uy;
    // As complex numbers: v / u.
    const [re, im] = square > 0 ? [(vx * ux + vy * uy) / square, (vy * ux - vx * uy) / square] : [0, 0];
    for (let p = routes.offsets[e]; p < routes.offsets[e + 1]; p++) {
      const [dx, dy] = [routes.points[2 * p] - from[a], routes.points[2 * p + 1] - from[a + 1]];
      points[2 * p] = to[a] + re * dx - im * dy;
      points[2 * p + 1] = to[a + 1] + im * dx + re * dy;
    }
  }
  return { offsets: routes.offsets, points };
}

/** The ways of edges that are not drawn straight or bowed, but along points. */
import type { Scene } from './scene';

/** Which of the pieces between an edge's points bears what stands at its middle; `length` counts their x and y. */
export const middlePiece = (length: number): number => Math.floor((length / 2 + 1) / 2);

/**
 * Points that an edge passes between its ends, x and y in turn, in map units; undefined where it passes none. Those that an arrowhead at its end would cover are
 * left out.
 */
export function wayOf(scene: Scene, e: number): Float32Array | undefined {
  const { routes, positions, target } = scene;
  if (!routes) return undefined;
  const from = routes.offsets[e];
  let to = routes.offsets[e + 1];
  if (scene.arrow[e] > 0) {
    const [x, y] = [positions[2 * target[e]], positions[2 * target[e] + 1]];
    const room = scene.radius[target[e]] + 6 + 2 * scene.edgeWidth[e];
    while (to > from && Math.hypot(routes.points[2 * to - 2] - x, routes.points[2 * to - 1] - y) < room) to--;
  }
  return to > from ? routes.points.subarray(2 * from, 2 * to) : undefined;
}

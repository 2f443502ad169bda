/** The scene: all that is needed to draw a network, in map units. Screen and exports are drawn from the same one. */
import { type Network, nodeCount } from '../graph';
import { textWidth } from '../letters';
import { type Looks, type StyleSettings, dress, plainStyle } from '../style';

export interface Scene extends Looks {
  /** x, y of each node. */
  positions: Float32Array;
  source: Uint32Array;
  target: Uint32Array;
  labels: string[];
  /** Points that edges pass; absent: all are straight or bowed. */
  routes?: Network['routes'];
  /** Words beside the nodes; absent: none. */
  guides?: Network['guides'];
}

export function sceneOf(net: Network, style: StyleSettings = plainStyle): Scene {
  const looks = dress(net, style);
  return {
    ...looks,
    positions: net.positions ?? new Float32Array(2 * nodeCount(net)),
    source: net.source,
    target: net.target,
    labels: looks.labelText ?? net.labels,
    routes: net.routes,
    guides: net.guides,
  };
}

export interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** What the nodes take up, their radii included; a unit square around 0 where there are none. */
export function boundsOf(positions: Float32Array, radius?: Float32Array): Bounds {
  // Plain comparisons: the page waits for this, and has no fast code for it yet when a large network comes.
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let v = 0, k = 0; k < positions.length; v++, k += 2) {
    const r = radius ? radius[v] : 0;
    const x = positions[k];
    const y = positions[k + 1];
    if (x - r < left) left = x - r;
    if (x + r > right) right = x + r;
    if (y - r < top) top = y - r;
    if (y + r > bottom) bottom = y + r;
  }
  return left === Infinity ? { left: -0.5, top: -0.5, right: 0.5, bottom: 0.5 } : { left, top, right, bottom };
}

/** What the picture takes up: the nodes, and what is written beside them. */
export function boundsOfScene({
  positions,
  radius,
  guides,
}: Pick<Scene, 'positions' | 'guides'> & { radius?: Float32Array }): Bounds {
  const bounds = boundsOf(positions, radius);
  for (const { text, x, y, anchor } of guides ?? []) {
    const width = 1.2 * textWidth(text, guideLetters, 400);
    const [before, after] = anchor === 'end' ? [width, 0] : [width / 2, width / 2];
    bounds.left = Math.min(bounds.left, x - before);
    bounds.right = Math.max(bounds.right, x + after);
    bounds.top = Math.min(bounds.top, y - guideLetters);
    bounds.bottom = Math.max(bounds.bottom, y + guideLetters);
  }
  return bounds;
}

/** Height of the letters beside the nodes, in pixels. */
export const guideLetters = 12;
/** Pixels between the end of such words and what they stand beside. */
export const guideGap = 6;

/** From map units to pixels: x · scale + x0. */
export interface Camera {
  scale: number;
  x: number;
  y: number;
}

/** The camera that shows the bounds in the middle of a box with a margin, never closer than `closest` pixels a map unit. */
export function fit(bounds: Bounds, width: number, height: number, margin: number, closest = 1.6): Camera {
  const across = Math.max(1e-6, bounds.right - bounds.left);
  const down = Math.max(1e-6, bounds.bottom - bounds.top);
  const scale = Math.min(closest, Math.max(1, width - 2 * margin) / across, Math.max(1, height - 2 * margin) / down);
  return {
    scale,
    x: width / 2 - ((bounds.left + bounds.right) / 2) * scale,
    y: height / 2 - ((bounds.top + bounds.bottom) / 2) * scale,
  };
}

/** Control point of a curved edge: off the middle by `curve` times its length, to the left of its direction. */
export function bend(x1: number, y1: number, x2: number, y2: number, curve: number): [number, number] {
  return [(x1 + x2) / 2 + (y2 - y1) * curve, (y1 + y2) / 2 - (x2 - x1) * curve];
}

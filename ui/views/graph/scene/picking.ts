/** Which node or edge is under the pointer, from the same positions that are drawn; what is not to be seen is passed over. */
import { type Camera, type Scene, bend, wayOf } from '@/core/scene';
import { lineScale, pixelRadius } from '@/core/scene';

export interface Picker {
  /** The node whose mark covers the point, or lies within a few pixels of it; −1 where there is none. */
  node(x: number, y: number, camera: Camera): number;
  /** The edge within a few pixels of the point; −1 where there is none. */
  edge(x: number, y: number, camera: Camera): number;
  /** Nodes inside a rectangle of pixels. */
  inside(x1: number, y1: number, x2: number, y2: number, camera: Camera): number[];
}

const reach = 4;

export function picker(scene: Scene): Picker {
  const n = scene.labels.length;
  const { positions, radius } = scene;
  let widest = 0;
  for (let v = 0; v < n; v++) widest = Math.max(widest, radius[v]);
  return {
    node(x, y, camera) {
      const far = pixelRadius(widest, camera) + reach;
      let best = -1;
      let nearest = Infinity;
      // One look at each costs less than an index of them would: half a millisecond for 100,000.
      for (let v = 0; v < n; v++) {
        const dx = positions[2 * v] * camera.scale + camera.x - x;
        const dy = positions[2 * v + 1] * camera.scale + camera.y - y;
        if (dx > far || dx < -far || dy > far || dy < -far || scene.opacity[v] === 0) continue;
        const over = Math.sqrt(dx * dx + dy * dy) - pixelRadius(radius[v], camera);
        if (over <= reach && over < nearest) {
          nearest = over;
          best = v;
        }
      }
      return best;
    },
    edge(x, y, camera) {
      const { source, target, edgeWidth, edgeColour } = scene;
      const mx = (x - camera.x) / camera.scale;
      const my = (y - camera.y) / camera.scale;
      let best = -1;
      let nearest = Infinity;
      for (let e = 0; e < source.length; e++) {
        if (edgeColour[4 * e + 3] === 0) continue;
        const ax = positions[2 * source[e]];
        const ay = positions[2 * source[e] + 1];
        const bx = positions[2 * target[e]];
        const by = positions[2 * target[e] + 1];
        const way = wayOf(scene, e);
        if (way) {
          const points = [ax, ay, ...way, bx, by];
          let apart = Infinity;
          for (let i = 2; i < points.length; i += 2)
            apart = Math.min(apart, toPiece(mx, my, points[i - 2], points[i - 1], points[i], points[i + 1]));
          const distance = apart * camera.scale - (edgeWidth[e] * lineScale(camera)) / 2;
          if (distance <= reach && distance < nearest) [nearest, best] = [distance, e];
          continue;
        }
        const curve = scene.bow[e];
        const slack = reach / camera.scale + curve * (Math.abs(bx - ax) + Math.abs(by - ay));
        if (mx < Math.min(ax, bx) - slack || mx > Math.max(ax, bx) + slack) continue;
        if (my < Math.min(ay, by) - slack || my > Math.max(ay, by) + slack) continue;
        const width = (edgeWidth[e] * lineScale(camera)) / 2;
        const distance = distanceTo(mx, my, ax, ay, bx, by, curve) * camera.scale - width;
        if (distance <= reach && distance < nearest) {
          nearest = distance;
          best = e;
        }
      }
      return best;
    },
    inside(x1, y1, x2, y2, camera) {
      const [left, right] = [Math.min(x1, x2), Math.max(x1, x2)];
      const [top, bottom] = [Math.min(y1, y2), Math.max(y1, y2)];
      const found: number[] = [];
      for (let v = 0; v < n; v++) {
        const x = positions[2 * v] * camera.scale + camera.x;
        const y = positions[2 * v + 1] * camera.scale + camera.y;
        if (x >= left && x <= right && y >= top && y <= bottom) found.push(v);
      }
      return found;
    },
  };
}

/** From a point to a line, or to a curve taken as eight straight pieces. */
function distanceTo(x: number, y: number, ax: number, ay: number, bx: number, by: number, curve: number): number {
  if (curve === 0) return toPiece(x, y, ax, ay, bx, by);
  const [cx, cy] = bend(ax, ay, bx, by, curve);
  let nearest = Infinity;
  let px = ax;
  let py = ay;
  for (let i = 1; i <= 8; i++) {
    const t = i / 8;
    const s = 1 - t;
    const qx = s * s * ax + 2 * s * t * cx + t * t * bx;
    const qy = s * s * ay + 2 * s * t * cy + t * t * by;
    nearest = Math.min(nearest, toPiece(x, y, px, py, qx, qy));
    px = qx;
    py = qy;
  }
  return nearest;
}

function toPiece(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const length2 = dx * dx + dy * dy;
  const t = length2 > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length2)) : 0;
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

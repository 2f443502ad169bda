/** How a map is seen on its page. */
import { type Bounds, type Camera, type Scene, fit } from '../../scene';
import type { Box } from '../pen';

export interface CameraWish {
  /** Map units. */
  x: number;
  y: number;
  /** Times closer than the whole. */
  zoom: number;
}

const margin = 12;
/** Pixels a map unit at most, where the whole is shown. */
const closest = 3;

/** From map units to pixels of the page. */
export function cameraIn(bounds: Bounds, { x, y, width, height }: Box, wish?: CameraWish): Camera {
  const whole = fit(bounds, width, height, Math.min(margin, width / 8, height / 8), closest);
  const inside = wish
    ? {
        scale: whole.scale * wish.zoom,
        x: width / 2 - wish.x * whole.scale * wish.zoom,
        y: height / 2 - wish.y * whole.scale * wish.zoom,
      }
    : whole;
  return { scale: inside.scale, x: inside.x + x, y: inside.y + y };
}

/** The scene with its letters times `letters`, none of them below so many pixels. */
export function lettered(scene: Scene, letters: number, least: number): Scene {
  if (letters === 1 && least === 0) return scene;
  return { ...scene, labelSize: scene.labelSize.map((size) => Math.max(size * letters, least)) };
}

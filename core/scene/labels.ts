/** Which labels fit: the most important first, none over another. */
import type { Camera, Scene } from './scene';

export interface PlacedLabel {
  node: number;
  /** Middle of the text's baseline, in pixels. */
  x: number;
  y: number;
}

/** Radius of a node on the page, in pixels: map units while the whole is in view, growing by the square root beyond. */
export function pixelRadius(radius: number, camera: Camera): number {
  return Math.max(0.6, radius * nodeScale(camera));
}

/** Pixels a map unit of node size at this camera. */
export function nodeScale({ scale }: Camera): number {
  return scale > 1 ? Math.sqrt(scale) : scale;
}

/** Pixels a map unit of line width at this camera. */
export const lineScale = nodeScale;

/**
 * Labels within the box that do not cover one placed before them, on a grid of 8-pixel cells. Each is tried above, below, right and left of its node, then at its four corners; a label that
 * `held` names comes right after the first `lead` (selected or hovered nodes), so that what is shown stays while the camera moves.
 * `widthOf` gives the width in pixels of a node's label at its size.
 */
export function placeLabels(
  scene: Pick<Scene, 'positions' | 'radius' | 'labelled' | 'labels' | 'labelSize'>,
  camera: Camera,
  box: { width: number; height: number },
  widthOf: (node: number) => number,
  first: readonly number[] = [],
  held: ReadonlySet<number> = new Set(),
): PlacedLabel[] {
  const cell = 8;
  const across = Math.ceil(box.width / cell) + 1;
  const down = Math.ceil(box.height / cell) + 1;
  const taken = new Uint8Array(across * down);
  const placed: PlacedLabel[] = [];
  const done = new Set<number>();
  const claim = (left: number, top: number, width: number, height: number, force: boolean): boolean => {
    const c0 = Math.floor(left / cell);
    const c1 = Math.floor((left + width) / cell);
    const r0 = Math.floor(top / cell);
    const r1 = Math.floor((top + height) / cell);
    if (c1 < 0 || r1 < 0 || c0 >= across || r0 >= down) return false;
    for (let r = Math.max(0, r0); r <= Math.min(down - 1, r1); r++) {
      for (let c = Math.max(0, c0); c <= Math.min(across - 1, c1); c++)
        if (taken[r * across + c] && !force) return false;
    }
    for (let r = Math.max(0, r0); r <= Math.min(down - 1, r1); r++) {
      for (let c = Math.max(0, c0); c <= Math.min(across - 1, c1); c++) taken[r * across + c] = 1;
    }
    return true;
  };

  const attempt = (node: number, force: boolean): void => {
    if (done.has(node) || scene.labels[node] === '') return;
    const x = scene.positions[2 * node] * camera.scale + camera.x;
    const y = scene.positions[2 * node + 1] * camera.scale + camera.y;
    if (x < 0 || y < 0 || x > box.width || y > box.height) return;
    const r = pixelRadius(scene.radius[node], camera);
    const width = widthOf(node);
    const height = scene.labelSize[node];
    const spots: [number, number][] = [
      [x, y - r - height * 0.35],
      [x, y + r + height],
      [x + r + width / 2 + 3, y + height * 0.35],
      [x - r - width / 2 - 3, y + height * 0.35],
      // Then at the corners.
      [x + r * 0.75 + width / 2, y - r * 0.75 - 1],
      [x - r * 0.75 - width / 2, y - r * 0.75 - 1],
      [x + r * 0.75 + width / 2, y + r * 0.75 + height * 0.8],
      [x - r * 0.75 - width / 2, y + r * 0.75 + height * 0.8],
    ];
    for (const [middle, base] of spots) {
      if (!claim(middle - width / 2, base - height * 0.8, width, height, force)) continue;
      placed.push({ node, x: middle, y: base });
      done.add(node);
      return;
    }
  };

  for (const node of first) attempt(node, true);
  for (const node of scene.labelled) if (held.has(node)) attempt(node, false);
  for (const node of scene.labelled) attempt(node, false);
  return placed;
}

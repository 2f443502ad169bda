/** What a page has around its nodes and ties: grounds of groups and of single nodes, names of groups, and what the layout says of places. */
import { type Camera, type Scene, guideGap, guideLetters, hullsOf, namesOfGroups, textWidth } from '../scene';
import type { Inks } from '../style';
import { type Pen, colourAt, nodeOnPage } from './pen';

/** Faint lines of an axis, under everything. */
export function drawGuideLines({ guides }: Scene, { scale, x, y }: Camera, ink: Inks, pen: Pick<Pen, 'line'>): void {
  for (const { line } of guides ?? []) {
    if (!line) continue;
    const [x1, y1, x2, y2] = line.map((part, i) => part * scale + (i % 2 ? y : x));
    pen.line(x1, y1, x2, y2, undefined, { colour: ink.quiet, opacity: 0.25, width: 1, pattern: 'solid' });
  }
}

/** Words beside the nodes that say what their places mean. */
export function drawGuides(scene: Scene, camera: Camera, ink: Inks, pen: Pick<Pen, 'text'>): void {
  for (const { text, x, y, anchor } of scene.guides ?? []) {
    const px = x * camera.scale + camera.x;
    const left = anchor === 'end' ? px - textWidth(text, guideLetters, 400) - guideGap : px;
    pen.text(text, left, y * camera.scale + camera.y + guideLetters * 0.35, {
      size: guideLetters,
      weight: 400,
      anchor: anchor === 'end' ? 'start' : 'middle',
      colour: ink.quiet,
      halo: scene.groundColour ?? ink.ground,
    });
  }
}

/** A soft ground behind single nodes, in their colours. */
export function drawShades(scene: Scene, camera: Camera, pen: Pick<Pen, 'shape'>): void {
  scene.shade?.forEach((wide, v) => {
    const { x, y, r } = nodeOnPage(scene, v, camera);
    const fill = colourAt(scene.fill, 3 * v);
    if (wide > 0) pen.shape('circle', x, y, r * wide, fill, fill, 0, 0.2);
  });
}

/** A soft ground around each group. */
export function drawHulls(scene: Scene, camera: Camera, pen: Pick<Pen, 'polygon'>): void {
  if (!scene.hulls) return;
  for (const { points, colour } of hullsOf(scene)) {
    const onPage = points.map((part, i) => part * camera.scale + (i % 2 ? camera.y : camera.x));
    pen.polygon(onPage, colour, 0.13);
  }
}

/** The name of each group on top of its nodes, in its colour, large. */
export function drawGroupNames(scene: Scene, camera: Camera, ink: Inks, pen: Pick<Pen, 'text'>): void {
  if (!scene.groupNames) return;
  for (const { name, x, y, colour } of namesOfGroups(scene)) {
    const [px, py] = [x * camera.scale + camera.x, y * camera.scale + camera.y];
    pen.text(name, px, py, {
      size: 20,
      weight: 600,
      anchor: 'middle',
      colour,
      serif: true,
      halo: scene.groundColour ?? ink.ground,
    });
  }
}

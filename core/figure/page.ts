/** Draws a scene on a page. What draws it, SVG or a canvas, is the pen's affair, so that all outputs agree. */
import {
  type Camera,
  type LaidLegend,
  type PlacedLabel,
  type Scene,
  bend,
  boundsOfScene,
  fit,
  layLegend,
  legendLetters,
  nodeScale,
  lineScale,
  leadTo,
  middlePiece,
  placeLabels,
  textWidth,
  wayOf,
} from '../scene';
import { drawGroupNames, drawGuideLines, drawGuides, drawHulls, drawShades } from './around';
import { type Box, type Pen, type Stroke, colourAt, nodeOnPage } from './pen';
import { type Inks, corners, hex, inks, patterns, pictureShare, shapes } from '../style';

export interface PageOptions {
  width: number;
  height: number;
  title?: string;
  /** Leave the ground out. */
  transparent?: boolean;
  /** Pixels left free on all sides; 28 where not given. */
  margin?: number;
}

const margin = 28;

/** Draws the title, the network and its legend. `breathe` is called now and then. */
export async function drawPage(
  scene: Scene,
  options: PageOptions,
  pen: Pen,
  breathe?: (share: number) => Promise<void> | void,
): Promise<void> {
  const ink = inks[scene.ground];
  if (!options.transparent) pen.fillPage(scene.groundColour ?? ink.ground);
  const head = options.title ? 58 : 0;
  const legend = layLegend(scene.legend, options.width - 2 * margin);
  const foot = legend.height ? legend.height + 24 : 0;
  const room = { width: options.width, height: Math.max(80, options.height - head - foot) };
  const inside = fit(boundsOfScene(scene), room.width, room.height, options.margin ?? margin + 8);
  const camera = { ...inside, y: inside.y + head };
  await drawMap(scene, camera, { x: 0, y: 0, width: options.width, height: options.height - foot }, pen, breathe);
  if (options.title) {
    pen.text(options.title, margin, 40, { size: 22, weight: 600, anchor: 'start', colour: ink.ink, serif: true });
  }
  drawLegend(legend, margin, options.height - foot, ink, pen);
}

/** The network as a map, its labels within the box. */
export async function drawMap(
  scene: Scene,
  camera: Camera,
  box: Box,
  pen: Pen,
  breathe?: (share: number) => Promise<void> | void,
): Promise<void> {
  const ink = inks[scene.ground];
  drawHulls(scene, camera, pen);
  drawShades(scene, camera, pen);
  drawGuideLines(scene, camera, ink, pen);
  for (let e = 0; e < scene.source.length; e++) {
    if ((e & 4095) === 0) await breathe?.((0.8 * e) / scene.source.length);
    drawEdge(scene, e, camera, pen);
  }
  const n = scene.labels.length;
  // Larger nodes first, so that small ones are not covered.
  const order = Uint32Array.from({ length: n }, (_, v) => v).sort((a, b) => scene.radius[b] - scene.radius[a] || a - b);
  for (const v of order) {
    drawNode(scene, v, camera, ink.ground, pen);
  }
  await breathe?.(0.9);
  drawGuides(scene, camera, ink, pen);
  drawGroupNames(scene, camera, ink, pen);
  drawEdgeLabels(scene, camera, ink, pen);
  drawLabels(scene, labelsWithin(scene, camera, box), ink, pen);
}

/** Labels placed within a box of the page. */
function labelsWithin(scene: Scene, camera: Camera, { x, y, width, height }: Box): PlacedLabel[] {
  const widthOf = (text: string, size: number): number => textWidth(text, size, scene.labelWeight);
  // Labels are placed from the box's corner.
  const placed = placeLabels(scene, { ...camera, x: camera.x - x, y: camera.y - y }, { width, height }, widthOf);
  if (x === 0 && y === 0) return placed;
  return placed.map(({ from, ...label }) => ({
    ...label,
    x: label.x + x,
    y: label.y + y,
    ...(from ? { from: [from[0] + x, from[1] + y] as const } : {}),
  }));
}

/** One node; `fill` stands in place of its own, and its picture is so faint, where others are to stand out. */
export function drawNode(
  scene: Scene,
  v: number,
  camera: Camera,
  ground: string,
  pen: Pick<Pen, 'shape' | 'picture'>,
  {
    fill = colourAt(scene.fill, 3 * v),
    fine = true,
    faint = 1,
  }: { fill?: string; fine?: boolean; faint?: number } = {},
): void {
  const { x, y, r } = nodeOnPage(scene, v, camera);
  const own = scene.rimWidth[v];
  const width = own < 0 ? Math.min(1.5, r / 4) : own * nodeScale(camera);
  const rim = own < 0 ? ground : colourAt(scene.rimColour, 3 * v);
  pen.shape(shapes[scene.shape[v]], x, y, r, fill, rim, fine ? width : 0, scene.opacity[v] / 255);
  const picture = scene.pictures?.of[v] ?? -1;
  if (!scene.pictures || picture < 0 || !fine) return;
  const round = shapes[scene.shape[v]] === 'circle';
  const half = pictureShare * r * (round ? 1 : corners.square[1][0]);
  pen.picture(scene.pictures.addresses[picture], x, y, half, round, (faint * scene.opacity[v]) / 255);
}

/** Letters at nodes where they were placed, on grounds of their own where they have some. */
export function drawLabels(
  scene: Scene,
  placed: readonly PlacedLabel[],
  ink: Inks,
  pen: Pick<Pen, 'text' | 'rect' | 'line'>,
): void {
  const { labels, labelColour, labelGround, labelWeight: weight } = scene;
  for (const label of placed) {
    const { node, x, y, size, width, from } = label;
    if (from) {
      const [tx, ty] = leadTo(...from, label);
      pen.line(...from, tx, ty, undefined, { colour: ink.ink, opacity: 0.7, width: 0.9, pattern: 'solid' });
    }
    const ground = labelGround?.[4 * node + 3] ? colourAt(labelGround, 4 * node) : undefined;
    const colour = labelColour?.[4 * node + 3] ? colourAt(labelColour, 4 * node) : ink.ink;
    if (ground !== undefined) {
      pen.rect(x - width / 2 - size / 4, y - size * 0.92, width + size / 2, size * 1.2, ground);
    }
    pen.text(labels[node], x, y, {
      size,
      weight,
      anchor: 'middle',
      colour,
      halo: ground ?? scene.groundColour ?? ink.ground,
    });
  }
}

/** What is written at edges, on the middle of each. */
export function drawEdgeLabels(scene: Scene, camera: Camera, ink: Inks, pen: Pick<Pen, 'text'>): void {
  const { edgeLabel } = scene;
  if (!edgeLabel) return;
  for (let e = 0; e < edgeLabel.length; e++) {
    if (edgeLabel[e] === '') continue;
    const [x, y] = middleOfEdge(scene, e, camera);
    pen.text(edgeLabel[e], x, y + 3, {
      size: 10,
      weight: 400,
      anchor: 'middle',
      colour: ink.quiet,
      halo: scene.groundColour ?? ink.ground,
    });
  }
}

/** The middle of an edge's line, in pixels. */
function middleOfEdge(scene: Scene, e: number, camera: Camera): [number, number] {
  const from = nodeOnPage(scene, scene.source[e], camera);
  const to = nodeOnPage(scene, scene.target[e], camera);
  if (scene.source[e] === scene.target[e]) return [from.x, from.y - 2.6 * from.r];
  const way = wayOf(scene, e);
  if (way) {
    const k = 2 * Math.floor(way.length / 4);
    return [way[k] * camera.scale + camera.x, way[k + 1] * camera.scale + camera.y];
  }
  const [cx, cy] = bend(from.x, from.y, to.x, to.y, scene.bow[e]);
  return [(from.x + to.x) / 4 + cx / 2, (from.y + to.y) / 4 + cy / 2];
}

/** One edge: a loop as a ring above its node, any other as a line, with an arrowhead where the scene has them. */
export function drawEdge(scene: Scene, e: number, camera: Camera, pen: Pen): void {
  const from = nodeOnPage(scene, scene.source[e], camera);
  const to = nodeOnPage(scene, scene.target[e], camera);
  const c = 4 * e;
  const stroke: Stroke = {
    colour: colourAt(scene.edgeColour, c),
    to: scene.edgeColourTo && colourAt(scene.edgeColourTo, 3 * e),
    opacity: scene.edgeColour[c + 3] / 255,
    width: Math.max(0.25, scene.edgeWidth[e] * lineScale(camera)),
    pattern: patterns[scene.edgePattern[e]],
  };
  if (scene.source[e] === scene.target[e]) {
    const r = from.r;
    pen.line(from.x - r * 0.7, from.y, from.x, from.y - 2.6 * r, [from.x - 2.2 * r, from.y - 2.6 * r], stroke);
    pen.line(from.x, from.y - 2.6 * r, from.x + r * 0.7, from.y, [from.x + 2.2 * r, from.y - 2.6 * r], stroke);
    return;
  }
  const bow = scene.bow[e];
  const way = wayOf(scene, e);
  const passed = way && Array.from(way, (part, i) => part * camera.scale + (i % 2 ? camera.y : camera.x));
  const control = !way && bow > 0 ? bend(from.x, from.y, to.x, to.y, bow) : undefined;
  const draw = (x: number, y: number): void =>
    passed ? pen.path([from.x, from.y, ...passed, x, y], stroke) : pen.line(from.x, from.y, x, y, control, stroke);
  const head = scene.arrow[e];
  if (head === 0) return draw(to.x, to.y);
  if (head < 0) {
    draw(to.x, to.y);
    const half = { ...stroke, colour: midway(scene, e) };
    const size = arrowSize(stroke.width) * -head;
    if (passed) {
      const points = [from.x, from.y, ...passed, to.x, to.y];
      const [x1, y1, x2, y2] = points.slice(2 * middlePiece(passed.length));
      return drawHead((x1 + x2) / 2, (y1 + y2) / 2, x2 - x1, y2 - y1, size, true, half, pen);
    }
    const [x, y] = middleOfEdge(scene, e, camera);
    return drawHead(x, y, to.x - from.x, to.y - from.y, size, true, half, pen);
  }
  const [bx, by] = passed ? passed.slice(-2) : (control ?? [from.x, from.y]);
  const length = Math.hypot(to.x - bx, to.y - by) || 1;
  const dx = (to.x - bx) / length;
  const dy = (to.y - by) / length;
  const tip = [to.x - dx * (to.r + 1), to.y - dy * (to.r + 1)];
  const size = arrowSize(stroke.width) * head;
  draw(tip[0] - dx * size, tip[1] - dy * size);
  drawHead(tip[0], tip[1], dx, dy, size, false, { ...stroke, colour: stroke.to ?? stroke.colour }, pen);
}

/** The colour of an edge halfway between its ends. */
function midway({ edgeColour: from, edgeColourTo: to }: Scene, e: number): string {
  const part = (c: number): number => (to ? Math.round((from[4 * e + c] + to[3 * e + c]) / 2) : from[4 * e + c]);
  return hex([part(0), part(1), part(2)]);
}

/** An arrowhead with its tip, or its middle, at a point, in a direction. */
function drawHead(
  x: number,
  y: number,
  dx: number,
  dy: number,
  size: number,
  around: boolean,
  { colour, opacity }: Stroke,
  pen: Pen,
): void {
  const length = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / length, dy / length];
  const tip = around ? [x + (ux * size) / 2, y + (uy * size) / 2] : [x, y];
  const base = [tip[0] - ux * size, tip[1] - uy * size];
  const half = size * 0.45;
  const points = [tip[0], tip[1], base[0] - uy * half, base[1] + ux * half, base[0] + uy * half, base[1] - ux * half];
  pen.polygon(points, colour, Math.min(1, opacity * 1.4));
}

/** Length of an arrowhead on a line of the given width, in pixels. */
export const arrowSize = (width: number): number => 4 + 2 * width;

function drawLegend({ marks }: LaidLegend, left: number, top: number, ink: Inks, pen: Pen): void {
  for (const mark of marks) {
    const colour = 'quiet' in mark && mark.quiet ? ink.quiet : ink.ink;
    const y = top + mark.y;
    if (mark.kind === 'text') {
      const weight = mark.strong ? 600 : 400;
      pen.text(mark.text, left + mark.x, y, { size: legendLetters, weight, anchor: 'start', colour });
    } else if (mark.kind === 'rect') pen.rect(left + mark.x, y, mark.width, mark.height, mark.colour);
    else if (mark.kind === 'ring') pen.shape('circle', left + mark.x, y, mark.radius, ink.ground, mark.colour, 2);
    else if (mark.kind === 'shape')
      pen.shape(mark.shape, left + mark.x, y, mark.radius, mark.colour ?? colour, ink.ground, 0);
    else {
      const stroke = { colour, opacity: 1, width: mark.width, pattern: mark.pattern };
      pen.line(left + mark.x1, y, left + mark.x2, y, undefined, stroke);
    }
  }
}

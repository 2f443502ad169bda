/** Draws a scene on a page. What draws it, SVG or a canvas, is the pen's affair, so that all outputs agree. */
import {
  type Camera,
  type LaidLegend,
  type Scene,
  bend,
  boundsOf,
  fit,
  layLegend,
  legendLetters,
  lineScale,
  pixelRadius,
  placeLabels,
  textWidth,
  wayOf,
} from '../scene';
import { type Inks, type Pattern, type Shape, hex, inks, patterns, shapes } from '../style';

export interface Stroke {
  colour: string;
  opacity: number;
  width: number;
  pattern: Pattern;
}

/** Draws in pixels, later marks over earlier ones. */
export interface Pen {
  fillPage(colour: string): void;
  /** A straight line, or a quadratic curve where a control point is given. */
  line(
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    control: readonly [number, number] | undefined,
    stroke: Stroke,
  ): void;
  /** A line through points, x and y in turn. */
  path(points: readonly number[], stroke: Stroke): void;
  /** A closed polygon. */
  polygon(points: readonly number[], fill: string, opacity: number): void;
  shape(kind: Shape, x: number, y: number, radius: number, fill: string, rim: string, rimWidth: number): void;
  rect(x: number, y: number, width: number, height: number, fill: string): void;
  /** `halo` is drawn around the letters, under them. */
  text(
    text: string,
    x: number,
    y: number,
    style: {
      size: number;
      colour: string;
      weight: 400 | 600;
      anchor: 'start' | 'middle';
      serif?: boolean;
      halo?: string;
    },
  ): void;
}

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
  if (!options.transparent) pen.fillPage(ink.ground);
  const head = options.title ? 58 : 0;
  const legend = layLegend(scene.legend, options.width - 2 * margin);
  const foot = legend.height ? legend.height + 24 : 0;
  const room = { width: options.width, height: Math.max(80, options.height - head - foot) };
  const inside = fit(boundsOf(scene.positions, scene.radius), room.width, room.height, options.margin ?? margin + 8);
  const camera = { ...inside, y: inside.y + head };

  for (let e = 0; e < scene.source.length; e++) {
    if ((e & 4095) === 0) await breathe?.((0.8 * e) / scene.source.length);
    drawEdge(scene, e, camera, pen);
  }
  const n = scene.labels.length;
  // Larger nodes first, so that small ones are not covered.
  const order = Uint32Array.from({ length: n }, (_, v) => v).sort((a, b) => scene.radius[b] - scene.radius[a] || a - b);
  for (const v of order) {
    const { x, y, r } = nodeOnPage(scene, v, camera);
    pen.shape(shapes[scene.shape[v]], x, y, r, nodeColour(scene, v), ink.ground, Math.min(1.5, r / 4));
  }
  await breathe?.(0.9);
  const lettering = {
    weight: 600,
    anchor: 'middle',
    colour: ink.ink,
    halo: ink.ground,
  } as const;
  const box = { width: options.width, height: options.height - foot };
  const widthOf = (v: number): number => textWidth(scene.labels[v], scene.labelSize[v], 600);
  for (const { node, x, y } of placeLabels(scene, camera, box, widthOf))
    pen.text(scene.labels[node], x, y, { ...lettering, size: scene.labelSize[node] });
  if (options.title) {
    pen.text(options.title, margin, 40, { size: 22, weight: 600, anchor: 'start', colour: ink.ink, serif: true });
  }
  drawLegend(legend, margin, options.height - foot, ink, pen);
}

const nodeColour = (scene: Scene, v: number): string =>
  hex([scene.fill[3 * v], scene.fill[3 * v + 1], scene.fill[3 * v + 2]]);

function nodeOnPage(scene: Scene, v: number, camera: Camera): { x: number; y: number; r: number } {
  return {
    x: scene.positions[2 * v] * camera.scale + camera.x,
    y: scene.positions[2 * v + 1] * camera.scale + camera.y,
    r: pixelRadius(scene.radius[v], camera),
  };
}

/** One edge: a loop as a ring above its node, any other as a line, with an arrowhead where the scene has them. */
export function drawEdge(scene: Scene, e: number, camera: Camera, pen: Pen): void {
  const from = nodeOnPage(scene, scene.source[e], camera);
  const to = nodeOnPage(scene, scene.target[e], camera);
  const c = 4 * e;
  const stroke: Stroke = {
    colour: hex([scene.edgeColour[c], scene.edgeColour[c + 1], scene.edgeColour[c + 2]]),
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
  if (!scene.arrow[e]) return draw(to.x, to.y);
  const [bx, by] = passed ? passed.slice(-2) : (control ?? [from.x, from.y]);
  const length = Math.hypot(to.x - bx, to.y - by) || 1;
  const dx = (to.x - bx) / length;
  const dy = (to.y - by) / length;
  const tip = [to.x - dx * (to.r + 1), to.y - dy * (to.r + 1)];
  const size = arrowSize(stroke.width);
  const base = [tip[0] - dx * size, tip[1] - dy * size];
  draw(base[0], base[1]);
  const half = size * 0.45;
  pen.polygon(
    [tip[0], tip[1], base[0] - dy * half, base[1] + dx * half, base[0] + dy * half, base[1] - dx * half],
    stroke.colour,
    Math.min(1, stroke.opacity * 1.4),
  );
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
    else if (mark.kind === 'shape') pen.shape(mark.shape, left + mark.x, y, mark.radius, colour, ink.ground, 0);
    else {
      const stroke = { colour, opacity: 1, width: mark.width, pattern: mark.pattern };
      pen.line(left + mark.x1, y, left + mark.x2, y, undefined, stroke);
    }
  }
}

/** Draws a scene on a page. What draws it, SVG or a canvas, is the pen's affair, so that all outputs agree. */
import {
  type Camera,
  type Inks,
  type LegendPart,
  type Pattern,
  type Scene,
  type Shape,
  bend,
  boundsOf,
  fit,
  hex,
  inks,
  patterns,
  shapes,
} from '../style';
import { lineScale, pixelRadius, placeLabels } from './labels';
import { textWidth } from './text';

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
  const room = { width: options.width, height: Math.max(80, options.height - head - legend.height) };
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
  const box = { width: options.width, height: options.height - legend.height };
  const widthOf = (v: number): number => textWidth(scene.labels[v], scene.labelSize[v]);
  for (const { node, x, y } of placeLabels(scene, camera, box, widthOf))
    pen.text(scene.labels[node], x, y, { ...lettering, size: scene.labelSize[node] });
  if (options.title) {
    pen.text(options.title, margin, 40, { size: 22, weight: 600, anchor: 'start', colour: ink.ink, serif: true });
  }
  drawLegend(legend, options.height - legend.height, ink, pen);
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
  const control = bow > 0 ? bend(from.x, from.y, to.x, to.y, bow) : undefined;
  if (!scene.arrow[e]) return pen.line(from.x, from.y, to.x, to.y, control, stroke);
  const [bx, by] = control ?? [from.x, from.y];
  const length = Math.hypot(to.x - bx, to.y - by) || 1;
  const dx = (to.x - bx) / length;
  const dy = (to.y - by) / length;
  const tip = [to.x - dx * (to.r + 1), to.y - dy * (to.r + 1)];
  const size = arrowSize(stroke.width);
  const base = [tip[0] - dx * size, tip[1] - dy * size];
  pen.line(from.x, from.y, base[0], base[1], control, stroke);
  const half = size * 0.45;
  pen.polygon(
    [tip[0], tip[1], base[0] - dy * half, base[1] + dx * half, base[0] + dy * half, base[1] - dx * half],
    stroke.colour,
    Math.min(1, stroke.opacity * 1.4),
  );
}

/** Length of an arrowhead on a line of the given width, in pixels. */
export const arrowSize = (width: number): number => 4 + 2 * width;

interface LaidPart {
  part: LegendPart;
  x: number;
  y: number;
}
interface LaidLegend {
  parts: LaidPart[];
  height: number;
}

const line = 20;
const small = 11;

function partWidth(part: LegendPart): number {
  const title = textWidth(part.title, small) * 1.08 + 10;
  switch (part.kind) {
    case 'colours':
    case 'shapes':
      return title + part.entries.reduce((sum, { label }) => sum + 16 + textWidth(label, small) + 12, 0);
    case 'lines':
      return title + part.entries.reduce((sum, { label }) => sum + 28 + textWidth(label, small) + 12, 0);
    case 'ramp':
      return title + textWidth(part.low, small) + textWidth(part.high, small) + 90;
    default:
      return title + textWidth(`${part.low} – ${part.high}`, small) + 60;
  }
}

/** Breaks a long row of entries into several parts, the title on the first. */
function broken(part: LegendPart, width: number): LegendPart[] {
  if (partWidth(part) <= width || !('entries' in part) || part.entries.length < 2) return [part];
  const half = Math.ceil(part.entries.length / 2);
  const head = { ...part, entries: part.entries.slice(0, half) } as LegendPart;
  const tail = { ...part, title: '', entries: part.entries.slice(half) } as LegendPart;
  return [...broken(head, width), ...broken(tail, width)];
}

function layLegend(legend: readonly LegendPart[], width: number): LaidLegend {
  const parts: LaidPart[] = [];
  let x = 0;
  let row = 0;
  for (const part of legend.flatMap((one) => broken(one, width))) {
    const need = partWidth(part);
    if (x > 0 && x + need > width) {
      x = 0;
      row++;
    }
    parts.push({ part, x: margin + x, y: row * line });
    x += need + 16;
  }
  return { parts, height: parts.length ? (row + 1) * line + 24 : 0 };
}

function drawLegend(legend: LaidLegend, top: number, ink: Inks, pen: Pen): void {
  const plain = { size: small, weight: 400, anchor: 'start', colour: ink.ink } as const;
  for (const { part, x: left, y } of legend.parts) {
    const base = top + y + 16;
    let x = left;
    if (part.title) {
      pen.text(part.title, x, base, { ...plain, weight: 600 });
      x += textWidth(part.title, small) * 1.08 + 10;
    }
    const label = (text: string, gap: number): void => {
      pen.text(text, x, base, plain);
      x += textWidth(text, small) + gap;
    };
    switch (part.kind) {
      case 'colours':
        for (const entry of part.entries) {
          pen.rect(x, base - 9, 11, 11, entry.colour);
          x += 16;
          label(entry.label, 12);
        }
        break;
      case 'shapes':
        for (const entry of part.entries) {
          pen.shape(entry.shape, x + 5, base - 4, 4.5, ink.ink, ink.ground, 0);
          x += 16;
          label(entry.label, 12);
        }
        break;
      case 'lines':
        for (const entry of part.entries) {
          const stroke = { colour: ink.ink, opacity: 1, width: 1.4, pattern: entry.pattern };
          pen.line(x, base - 4, x + 22, base - 4, undefined, stroke);
          x += 28;
          label(entry.label, 12);
        }
        break;
      case 'ramp':
        label(part.low, 6);
        part.stops.forEach((colour, i) => pen.rect(x + 12 * i, base - 9, 12.5, 11, colour));
        x += 12 * part.stops.length + 6;
        label(part.high, 0);
        break;
      case 'sizes':
        pen.shape('circle', x + 4, base - 4, 2.5, ink.quiet, ink.ground, 0);
        x += 11;
        label(`${part.low} – ${part.high}`, 7);
        pen.shape('circle', x + 6, base - 4, 6, ink.quiet, ink.ground, 0);
        break;
      case 'widths': {
        const stroke = { colour: ink.quiet, opacity: 1, pattern: 'solid' } as const;
        pen.line(x, base - 4, x + 14, base - 4, undefined, { ...stroke, width: Math.max(0.6, Math.min(1, part.min)) });
        x += 20;
        label(`${part.low} – ${part.high}`, 7);
        pen.line(x, base - 4, x + 14, base - 4, undefined, { ...stroke, width: Math.min(5, part.max) });
        break;
      }
    }
  }
}

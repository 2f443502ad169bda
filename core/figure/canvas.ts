/** The pen for a 2D canvas: PNG files, and the screen where there is no WebGL. */
import { corners, dashes } from '../style';
import type { Pen, Stroke } from './pen';

/** What of a 2D context the pen uses; those of pages and of workers both have it. */
export type Canvas2D = Pick<
  CanvasRenderingContext2D,
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'quadraticCurveTo'
  | 'arc'
  | 'rect'
  | 'closePath'
  | 'stroke'
  | 'fill'
  | 'fillRect'
  | 'fillText'
  | 'strokeText'
  | 'setLineDash'
  | 'save'
  | 'restore'
  | 'clip'
  | 'drawImage'
  | 'createLinearGradient'
  | 'strokeStyle'
  | 'fillStyle'
  | 'lineWidth'
  | 'globalAlpha'
  | 'font'
  | 'textAlign'
  | 'lineJoin'
>;

/** Pictures side by side in squares of equal size, row by row. */
export interface Sheet {
  image: CanvasImageSource;
  /** Pixels of a square's side, and squares in a row. */
  side: number;
  across: number;
  /** By address, the place of each picture; one that could not be drawn has none. */
  places: ReadonlyMap<string, number>;
}

/** The families that the application ships; `page` is in pixels of the context. */
export function canvasPen(context: Canvas2D, page: { width: number; height: number }, sheet?: Sheet): Pen {
  /** From the first of the points, x and y in turn, to the last. */
  const paint = (colour: string, to: string, points: readonly number[]): CanvasGradient => {
    const [x2, y2] = points.slice(-2);
    const gradient = context.createLinearGradient(points[0], points[1], x2, y2);
    gradient.addColorStop(0, colour);
    gradient.addColorStop(1, to);
    return gradient;
  };
  const begin = ({ colour, to, opacity, width, pattern }: Stroke, points: readonly number[]): void => {
    context.globalAlpha = opacity;
    context.strokeStyle = to === undefined || to === colour ? colour : paint(colour, to, points);
    context.lineWidth = width;
    context.setLineDash(dashes[pattern].map((length) => length * Math.max(0.8, width)));
    context.beginPath();
  };
  let clipped = false;
  return {
    fillPage(colour) {
      context.globalAlpha = 1;
      context.fillStyle = colour;
      context.fillRect(0, 0, page.width, page.height);
    },
    within(box) {
      if (clipped) context.restore();
      clipped = box !== undefined;
      if (!box) return;
      context.save();
      context.beginPath();
      context.rect(box.x, box.y, box.width, box.height);
      context.clip();
    },
    line(x1, y1, x2, y2, control, stroke) {
      begin(stroke, [x1, y1, x2, y2]);
      context.moveTo(x1, y1);
      if (control) context.quadraticCurveTo(control[0], control[1], x2, y2);
      else context.lineTo(x2, y2);
      context.stroke();
    },
    path(points, stroke) {
      begin(stroke, points);
      context.lineJoin = 'round';
      for (let i = 0; i < points.length; i += 2) context.lineTo(points[i], points[i + 1]);
      context.stroke();
    },
    polygon(points, fill, opacity) {
      context.globalAlpha = opacity;
      context.fillStyle = fill;
      context.beginPath();
      for (let i = 0; i < points.length; i += 2) context.lineTo(points[i], points[i + 1]);
      context.closePath();
      context.fill();
    },
    shape(kind, x, y, radius, fill, rim, rimWidth, opacity = 1) {
      context.globalAlpha = opacity;
      context.fillStyle = fill;
      context.beginPath();
      if (kind === 'circle') context.arc(x, y, radius, 0, 2 * Math.PI);
      else for (const [dx, dy] of corners[kind]) context.lineTo(x + dx * radius, y + dy * radius);
      context.closePath();
      context.fill();
      if (rimWidth > 0) {
        context.setLineDash([]);
        context.strokeStyle = rim;
        context.lineWidth = rimWidth;
        context.stroke();
      }
    },
    picture(address, x, y, half, round, opacity) {
      const place = sheet?.places.get(address);
      if (!sheet || place === undefined) return;
      const { image, side, across } = sheet;
      const [left, top] = [(place % across) * side, Math.floor(place / across) * side];
      context.save();
      context.globalAlpha = opacity;
      if (round) {
        context.beginPath();
        context.arc(x, y, half, 0, 2 * Math.PI);
        context.clip();
      }
      context.drawImage(image, left, top, side, side, x - half, y - half, 2 * half, 2 * half);
      context.restore();
    },
    rect(x, y, width, height, fill) {
      context.globalAlpha = 1;
      context.fillStyle = fill;
      context.fillRect(x, y, width, height);
    },
    text(text, x, y, { size, colour, weight, anchor, serif, halo }) {
      context.globalAlpha = 1;
      context.font = fontOf(size, weight, serif);
      context.textAlign = anchor === 'middle' ? 'center' : 'start';
      if (halo) {
        context.setLineDash([]);
        context.lineJoin = 'round';
        context.strokeStyle = halo;
        context.lineWidth = size / 4;
        context.strokeText(text, x, y);
      }
      context.fillStyle = colour;
      context.fillText(text, x, y);
    },
  };
}

/** The CSS font of a label. */
export function fontOf(size: number, weight: number, serif = false): string {
  return `${weight} ${size}px ${serif ? "'Source Serif 4 Variable', Georgia, serif" : "'Hanken Grotesk Variable', system-ui, sans-serif"}`;
}

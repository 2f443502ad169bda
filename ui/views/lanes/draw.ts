/** Lanes on a canvas. */
import { type Axis, type Events, shapesOfEvents, shareOf, ticksOf } from '@/core/lanes';
import type { Looks } from '@/core/style';
import { type Frame, type Layout, xOf, yOf } from './layout';

export interface Picture {
  events: Events;
  axis: Axis;
  layout: Layout;
  /** The node of each lane. */
  nodes: Uint32Array;
  looks: Looks;
  /** 1 for each event that is selected. */
  chosen: Uint8Array;
  /** Begins and ends of the lanes' nodes, as days. */
  life?: { from: Float64Array; until: Float64Array };
}

export interface Inks {
  ground: string;
  ink: string;
  quiet: string;
  line: string;
  fold: string;
  chosen: string;
}

export const laneInks: Record<'light' | 'dark', Inks> = {
  light: { ground: '#FBFAF7', ink: '#17242B', quiet: '#5B6A72', line: '#E2DFD6', fold: '#EEF1EF', chosen: '#A33A2C' },
  dark: { ground: '#10191E', ink: '#E8ECEA', quiet: '#9FB0B5', line: '#2B3940', fold: '#182329', chosen: '#F0907F' },
};

const dashes: readonly number[][] = [[], [4, 3], [1.5, 2.5]];
const arrow = 6;
const dot = 2.6;

const rgb = (values: Uint8Array, at: number): string => `rgb(${values[at]},${values[at + 1]},${values[at + 2]})`;

/** The ground: folded times, words of the axis, lanes, lives. */
export function drawLanes(context: CanvasRenderingContext2D, picture: Picture, frame: Frame, ink: Inks): void {
  const { axis, nodes, looks, life } = picture;
  const { width, height, top, row } = frame;
  context.fillStyle = ink.ground;
  context.fillRect(0, 0, width, height);
  const bottom = Math.min(height, yOf(frame, nodes.length - 0.5));
  for (const [a, b] of axis.quiet) {
    const [x1, x2] = [xOf(frame, shareOf(axis, a)), xOf(frame, shareOf(axis, b))];
    if (x2 < 0 || x1 > width) continue;
    context.fillStyle = ink.fold;
    context.fillRect(x1, top, x2 - x1, bottom - top);
    context.strokeStyle = ink.line;
    context.setLineDash([2, 4]);
    context.beginPath();
    context.moveTo((x1 + x2) / 2, top);
    context.lineTo((x1 + x2) / 2, bottom);
    context.stroke();
    context.setLineDash([]);
  }
  const [first, last] = rowsSeen(frame, nodes.length);
  for (let lane = first; lane < last; lane++) {
    const y = Math.round(yOf(frame, lane)) + 0.5;
    const v = nodes[lane];
    context.globalAlpha = 0.6;
    context.strokeStyle = rgb(looks.fill, 3 * v);
    context.lineWidth = 1;
    context.beginPath();
    context.moveTo(0, y);
    context.lineTo(width, y);
    context.stroke();
    if (life && !Number.isNaN(life.from[lane])) {
      const [x1, x2] = [xOf(frame, shareOf(axis, life.from[lane])), xOf(frame, shareOf(axis, life.until[lane]))];
      context.globalAlpha = 0.16;
      context.fillStyle = rgb(looks.fill, 3 * v);
      const tall = Math.min(10, row * 0.5);
      context.fillRect(Math.max(0, x1), y - tall / 2, Math.min(width, x2) - Math.max(0, x1), tall);
    }
  }
  context.globalAlpha = 1;
}

/** The axis above all, over what is scrolled below it. */
export function drawAxis(context: CanvasRenderingContext2D, { axis }: Picture, frame: Frame, ink: Inks): void {
  const { left, wide, width, top } = frame;
  context.fillStyle = ink.ground;
  context.fillRect(0, 0, width, top);
  context.font = '12px "Hanken Grotesk Variable", sans-serif';
  context.textAlign = 'left';
  context.fillStyle = ink.quiet;
  context.strokeStyle = ink.line;
  let free = -Infinity;
  for (const { share, text } of ticksOf(axis, wide, 62, left, left + width / wide)) {
    const x = xOf(frame, share);
    context.beginPath();
    context.moveTo(Math.round(x) + 0.5, top - 5);
    context.lineTo(Math.round(x) + 0.5, top);
    context.stroke();
    if (x < free) continue;
    context.fillText(text, x, top - 10);
    free = x + context.measureText(text).width + 6;
  }
  context.beginPath();
  context.moveTo(0, top - 0.5);
  context.lineTo(width, top - 0.5);
  context.stroke();
}

export function rowsSeen({ row, scroll, height, top }: Frame, lanes: number): [number, number] {
  return [Math.max(0, Math.floor(scroll / row)), Math.min(lanes, Math.ceil((scroll + height - top) / row))];
}

/** Events in full: lines from lane to lane as their ties look, with arrowheads, dots, and the times that are not known better. */
export function drawEvents(
  context: CanvasRenderingContext2D,
  { events, layout, looks, chosen }: Picture,
  which: readonly number[],
  moved: Float32Array,
  frame: Frame,
  ink: Inks,
): void {
  for (const i of which) {
    const x = xOf(frame, layout.at[i]) + moved[i];
    const edge = events.edges[events.edgeOffsets[i]];
    const colour = chosen[i] ? ink.chosen : rgb(looks.edgeColour, 4 * edge);
    context.strokeStyle = colour;
    context.fillStyle = colour;
    const [begin, end] = [events.offsets[i], events.offsets[i + 1]];
    if (layout.wide[i]) {
      const [x1, x2] = [xOf(frame, layout.from[i]), xOf(frame, layout.until[i])];
      context.globalAlpha = layout.lasting ? 0.5 : 0.22;
      const tall = layout.lasting ? 4 : 3;
      for (let k = begin; k < end; k++)
        context.fillRect(
          Math.max(-2, x1),
          yOf(frame, events.lanes[k]) - tall / 2,
          Math.min(frame.width + 2, x2) - Math.max(-2, x1),
          tall,
        );
    }
    if (x < -20 || x > frame.width + 20) continue;
    context.globalAlpha = chosen[i] ? 1 : 0.85;
    context.lineWidth = Math.max(1, Math.min(4, looks.edgeWidth[edge]));
    context.setLineDash(dashes[looks.edgePattern[edge]] ?? []);
    const arrows = events.shape[i] === shapesOfEvents.arrows;
    const [high, low] = [yOf(frame, layout.first[i]), yOf(frame, layout.last[i])];
    if (end - begin === 1) {
      // From a lane to itself.
      context.beginPath();
      context.arc(x, high - 4, 4, 0, 2 * Math.PI);
      context.stroke();
    } else {
      context.beginPath();
      context.moveTo(x, high);
      context.lineTo(x, low);
      context.stroke();
    }
    context.setLineDash([]);
    context.lineWidth = 1.2;
    const from = yOf(frame, events.lanes[begin]);
    for (let k = begin; k < end; k++) {
      const y = yOf(frame, events.lanes[k]);
      context.beginPath();
      if (arrows && k > begin) {
        const back = y > from ? -arrow : arrow;
        context.moveTo(x, y);
        context.lineTo(x - arrow * 0.6, y + back);
        context.lineTo(x + arrow * 0.6, y + back);
        context.closePath();
        context.fill();
      } else {
        context.arc(x, y, dot, 0, 2 * Math.PI);
        if (arrows) {
          context.fillStyle = ink.ground;
          context.fill();
          context.fillStyle = colour;
          context.stroke();
        } else context.fill();
      }
    }
  }
  context.globalAlpha = 1;
  context.setLineDash([]);
}

/**
 * How many events stand at each pixel of a picture, `width` by `height` from the top of the lanes on: each adds 1 along its line. Counted by where lines
 * begin and end, so that it takes as long for fifty thousand as for a few.
 */
export function density(
  { at, first, last }: Layout,
  which: readonly number[],
  moved: Float32Array,
  frame: Frame,
): Uint16Array {
  const [width, height] = [Math.max(1, Math.floor(frame.width)), Math.max(1, Math.floor(frame.height - frame.top))];
  const change = new Int32Array(width * (height + 1));
  for (const i of which) {
    const x = Math.round(xOf(frame, at[i]) + moved[i]);
    if (x < 0 || x >= width) continue;
    const high = Math.max(0, Math.round(yOf(frame, first[i]) - frame.top));
    const low = Math.min(height, Math.max(high + 2, Math.round(yOf(frame, last[i]) - frame.top)));
    if (high >= low) continue;
    change[high * width + x]++;
    change[low * width + x]--;
  }
  const found = new Uint16Array(width * height);
  for (let x = 0; x < width; x++) {
    let now = 0;
    for (let y = 0; y < height; y++) {
      now += change[y * width + x];
      found[y * width + x] = now;
    }
  }
  return found;
}

/** Events as shading of one colour: what moves fast, or is too much to be told apart, need not be read one by one. */
export function drawShading(
  context: CanvasRenderingContext2D,
  { layout }: Picture,
  which: readonly number[],
  moved: Float32Array,
  frame: Frame,
  ink: Inks,
): void {
  const counts = density(layout, which, moved, frame);
  const [width, height] = [Math.max(1, Math.floor(frame.width)), Math.max(1, Math.floor(frame.height - frame.top))];
  const image = new ImageData(width, height);
  const [red, green, blue] = [1, 3, 5].map((from) => Number.parseInt(ink.ink.slice(from, from + 2), 16));
  const strength = Math.max(0.06, Math.min(0.55, 1500 / Math.max(1, which.length)));
  // 1 − (1 − strength)^count, as lines over each other would be.
  const opacity = Uint8Array.from({ length: 256 }, (_, count) => Math.round(255 * (1 - (1 - strength) ** count)));
  for (let i = 0; i < counts.length; i++) {
    if (counts[i] === 0) continue;
    image.data[4 * i] = red;
    image.data[4 * i + 1] = green;
    image.data[4 * i + 2] = blue;
    image.data[4 * i + 3] = opacity[Math.min(255, counts[i])];
  }
  const sheet = new OffscreenCanvas(width, height);
  sheet.getContext('2d')?.putImageData(image, 0, 0);
  context.drawImage(sheet, 0, frame.top);
}

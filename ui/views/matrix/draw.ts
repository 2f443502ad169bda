/** A matrix on a canvas. */
import type { Matrix } from '@/core/matrix';
import { grouped } from '@/ui/kit/words';

export interface Picture {
  matrix: Matrix;
  /** Names and colours (red, green, blue) of rows and columns. */
  rowNames: readonly string[];
  columnNames: readonly string[];
  rowColour: Uint8Array;
  columnColour: Uint8Array;
  /** 1 for each row and column that is selected. */
  rowChosen: Uint8Array;
  columnChosen: Uint8Array;
  /** Whether values are written into their cells, where there is room. */
  written: boolean;
}

/** Where things stand: the first row and column at x and y, each cell so many pixels wide; names to the left and above. */
export interface Frame {
  x: number;
  y: number;
  cell: number;
  width: number;
  height: number;
}

export const room = { left: 124, top: 104 };

interface Inks {
  ground: string;
  field: string;
  ink: string;
  quiet: string;
  line: string;
  chosen: string;
  tie: readonly [number, number, number];
}
export const matrixInks: Record<'light' | 'dark', Inks> = {
  light: {
    ground: '#FBFAF7',
    field: '#FFFFFF',
    ink: '#17242B',
    quiet: '#5B6A72',
    line: '#E2DFD6',
    chosen: 'rgba(14,90,99,0.14)',
    tie: [79, 96, 104],
  },
  dark: {
    ground: '#10191E',
    field: '#16222A',
    ink: '#E8ECEA',
    quiet: '#9FB0B5',
    line: '#2B3940',
    chosen: 'rgba(120,190,198,0.2)',
    tie: [143, 160, 166],
  },
};

/** Names are written where cells are at least so high. */
const leastForNames = 10;
/** Cells smaller than this are drawn by pixels. */
const leastForCells = 2;

/** Rows or columns that a view shows, from a place to one after. */
export function shownPart(first: number, cell: number, from: number, to: number, many: number): [number, number] {
  return [Math.max(0, Math.floor((from - first) / cell)), Math.min(many, Math.ceil((to - first) / cell))];
}

/** How strongly a value is drawn, 0 to 1. */
export const strength = (value: number, most: number): number =>
  most > 0 ? 0.22 + 0.78 * Math.sqrt(Math.max(0, value) / most) : 0.6;

export function drawMatrix(
  context: CanvasRenderingContext2D,
  picture: Picture,
  frame: Frame,
  over: { row: number; column: number } | undefined,
  ink: Inks,
): void {
  const { matrix, rowChosen, columnChosen } = picture;
  const { x, y, cell, width, height } = frame;
  const [many, across] = [matrix.rows.length, matrix.columns.length];
  context.fillStyle = ink.ground;
  context.fillRect(0, 0, width, height);
  context.save();
  context.beginPath();
  context.rect(room.left, room.top, width - room.left, height - room.top);
  context.clip();
  context.fillStyle = ink.field;
  context.fillRect(x, y, across * cell, many * cell);
  context.fillStyle = ink.chosen;
  for (let i = 0; i < many; i++) if (rowChosen[i]) context.fillRect(x, y + i * cell, across * cell, Math.max(1, cell));
  for (let j = 0; j < across; j++)
    if (columnChosen[j]) context.fillRect(x + j * cell, y, Math.max(1, cell), many * cell);
  if (cell >= leastForCells) drawCells(context, picture, frame, ink);
  else drawPixels(context, picture, frame, ink);
  drawBlocks(context, picture, frame, ink);
  if (over) {
    context.strokeStyle = ink.ink;
    context.globalAlpha = 0.5;
    context.strokeRect(x, y + over.row * cell, across * cell, cell);
    context.strokeRect(x + over.column * cell, y, cell, many * cell);
    context.globalAlpha = 1;
  }
  context.restore();
  drawNames(context, picture, frame, ink);
}

function colourOf(
  { rowColour, columnColour, matrix }: Picture,
  row: number,
  k: number,
  ink: Inks,
): readonly [number, number, number] {
  const j = matrix.column[k];
  const [r, g, b] = [rowColour[3 * row], rowColour[3 * row + 1], rowColour[3 * row + 2]];
  const same = r === columnColour[3 * j] && g === columnColour[3 * j + 1] && b === columnColour[3 * j + 2];
  return same ? [r, g, b] : ink.tie;
}

function drawCells(context: CanvasRenderingContext2D, picture: Picture, frame: Frame, ink: Inks): void {
  const { matrix, written } = picture;
  const { x, y, cell, width, height } = frame;
  const [first, last] = shownPart(y, cell, room.top, height, matrix.rows.length);
  const [left, right] = shownPart(x, cell, room.left, width, matrix.columns.length);
  const gap = cell >= 8 ? 1 : 0;
  context.font = '12px "Hanken Grotesk Variable", sans-serif';
  context.textAlign = 'center';
  for (let i = first; i < last; i++) {
    for (let k = matrix.offsets[i]; k < matrix.offsets[i + 1]; k++) {
      const j = matrix.column[k];
      if (j < left || j >= right) continue;
      const [r, g, b] = colourOf(picture, i, k, ink);
      const strong = strength(matrix.value[k], matrix.most);
      context.fillStyle = `rgba(${r},${g},${b},${strong.toFixed(3)})`;
      context.fillRect(x + j * cell, y + i * cell, cell - gap, cell - gap);
      if (written && cell >= 30) {
        context.fillStyle = dark([r, g, b], strong, ink) ? '#FFFFFF' : '#17242B';
        context.fillText(grouped(Math.round(matrix.value[k])), x + (j + 0.5) * cell, y + (i + 0.5) * cell + 4);
      }
    }
  }
}

/** Whether a colour over the field is so dark that white reads better on it. */
function dark(colour: readonly number[], strong: number, ink: Inks): boolean {
  const field = [1, 3, 5].map((from) => Number.parseInt(ink.field.slice(from, from + 2), 16));
  const [r, g, b] = colour.map((part, i) => part * strong + field[i] * (1 - strong));
  return 0.299 * r + 0.587 * g + 0.114 * b < 120;
}

/** For each pixel of the field the strongest of the cells that lie in it, as opacities with their colours. */
export function pixels(
  picture: Picture,
  frame: Frame,
  ink: Inks,
): { data: Uint8ClampedArray<ArrayBuffer>; width: number; height: number } {
  const { matrix } = picture;
  const { x, y, cell } = frame;
  const width = Math.max(1, Math.floor(frame.width - room.left));
  const height = Math.max(1, Math.floor(frame.height - room.top));
  const data = new Uint8ClampedArray(4 * width * height);
  const [first, last] = shownPart(y, cell, room.top, frame.height, matrix.rows.length);
  for (let i = first; i < last; i++) {
    const top = Math.floor(y + i * cell - room.top);
    if (top < 0 || top >= height) continue;
    for (let k = matrix.offsets[i]; k < matrix.offsets[i + 1]; k++) {
      const left = Math.floor(x + matrix.column[k] * cell - room.left);
      if (left < 0 || left >= width) continue;
      const at = 4 * (top * width + left);
      const alpha = Math.round(255 * strength(matrix.value[k], matrix.most));
      if (data[at + 3] >= alpha) continue;
      const [r, g, b] = colourOf(picture, i, k, ink);
      data[at] = r;
      data[at + 1] = g;
      data[at + 2] = b;
      data[at + 3] = alpha;
    }
  }
  return { data, width, height };
}

function drawPixels(context: CanvasRenderingContext2D, picture: Picture, frame: Frame, ink: Inks): void {
  const { data, width, height } = pixels(picture, frame, ink);
  const sheet = new OffscreenCanvas(width, height);
  sheet.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
  context.drawImage(sheet, room.left, room.top);
}

/** Frames around what belongs together, faint lines between the others. */
function drawBlocks(context: CanvasRenderingContext2D, { matrix }: Picture, { x, y, cell }: Frame, ink: Inks): void {
  const [across, down] = [matrix.columns.length * cell, matrix.rows.length * cell];
  context.lineWidth = 1;
  context.strokeStyle = ink.line;
  context.beginPath();
  for (const { from } of matrix.rowBlocks) {
    context.moveTo(x, Math.round(y + from * cell) + 0.5);
    context.lineTo(x + across, Math.round(y + from * cell) + 0.5);
  }
  for (const { from } of matrix.columnBlocks) {
    context.moveTo(Math.round(x + from * cell) + 0.5, y);
    context.lineTo(Math.round(x + from * cell) + 0.5, y + down);
  }
  context.stroke();
  context.strokeStyle = ink.quiet;
  context.strokeRect(x, y, across, down);
  for (const one of matrix.rowBlocks) {
    const other = matrix.columnBlocks.find(({ title }) => title !== '' && title === one.title);
    if (other)
      context.strokeRect(
        x + other.from * cell,
        y + one.from * cell,
        (other.to - other.from) * cell,
        (one.to - one.from) * cell,
      );
  }
}

function drawNames(context: CanvasRenderingContext2D, picture: Picture, frame: Frame, ink: Inks): void {
  const { matrix, rowNames, columnNames, rowChosen, columnChosen } = picture;
  const { x, y, cell, width, height } = frame;
  const each = cell >= leastForNames;
  const size = each ? Math.min(13, Math.max(9, cell * 0.8)) : 12;
  const font = (strong: boolean): string => `${strong ? 600 : 400} ${size}px "Hanken Grotesk Variable", sans-serif`;
  const lines = (
    names: readonly string[],
    chosen: Uint8Array,
    blocks: typeof matrix.rowBlocks,
    part: [number, number],
    first: number,
  ) =>
    each
      ? Array.from({ length: Math.max(0, part[1] - part[0]) }, (_, k) => part[0] + k).map((i) => ({
          text: names[i],
          at: first + (i + 0.5) * cell,
          strong: chosen[i] === 1,
        }))
      : blocks
          .filter(({ from, to, title }) => title !== '' && (to - from) * cell >= 12)
          .map(({ from, to, title }) => ({ text: title, at: first + ((from + to) / 2) * cell, strong: false }));
  context.fillStyle = ink.ink;
  context.textAlign = 'right';
  const down = shownPart(y, cell, room.top, height, matrix.rows.length);
  for (const { text, at, strong } of lines(rowNames, rowChosen, matrix.rowBlocks, down, y)) {
    if (at < room.top || at > height) continue;
    context.font = font(strong);
    context.fillText(text, room.left - 6, at + size * 0.35, room.left - 10);
  }
  context.textAlign = 'left';
  const across = shownPart(x, cell, room.left, width, matrix.columns.length);
  for (const { text, at, strong } of lines(columnNames, columnChosen, matrix.columnBlocks, across, x)) {
    if (at < room.left || at > width) continue;
    context.font = font(strong);
    context.save();
    context.translate(at + size * 0.35, room.top - 6);
    context.rotate(-Math.PI / 2);
    context.fillText(text, 0, 0, room.top - 10);
    context.restore();
  }
}

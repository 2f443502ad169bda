/** The legend of a printed page as a block: each line of it under its title, sizes as circles within each other, widths as lines, ramps with their ticks. */
import { textWidth } from '../../letters';
import type { Inks, LegendPart, LegendTick } from '../../style';
import { mixed } from '../../style';
import type { Pen } from '../pen';

/** Something to be drawn with its upper left corner at a place. */
export interface Block {
  width: number;
  height: number;
  draw(x: number, y: number, pen: Pen): void;
}

export interface BlockLook {
  /** Height of letters in pixels. */
  letters: number;
  ink: Inks;
  ground: string;
  /** Pixels that a map unit of node size or line width takes on the map. */
  scale: number;
  /** Rows of entries below each other at most. */
  rows: number;
}

type Of<K extends LegendPart['kind']> = Extract<LegendPart, { kind: K }>;
type WithEntries = Extract<LegendPart, { entries: unknown[] }>;

const leading = 1.5;
const between = 0.9;

/** One line of the legend with its title. */
export function legendBlock(part: LegendPart, look: BlockLook): Block {
  const body = bodies[part.kind](part as never, look);
  const { letters, ink } = look;
  if (part.title === '') return body;
  const head = letters * leading;
  return {
    width: Math.max(body.width, textWidth(part.title, letters, 600)),
    height: head + body.height,
    draw(x, y, pen) {
      pen.text(part.title, x, y + letters, { size: letters, weight: 600, anchor: 'start', colour: ink.ink });
      body.draw(x, y + head, pen);
    },
  };
}

const bodies: { [K in LegendPart['kind']]: (part: Of<K>, look: BlockLook) => Block } = {
  colours: (part, look) =>
    entries(part, look, look.letters * 0.95, (i, x, y, pen) => {
      const side = look.letters * 0.9;
      pen.rect(x, y - side / 2, side, side, part.entries[i].colour);
    }),
  rims: (part, look) =>
    entries(part, look, look.letters, (i, x, y, pen) => {
      const radius = look.letters * 0.42;
      pen.shape('circle', x + radius, y, radius, look.ground, part.entries[i].colour, 1.6);
    }),
  shapes: (part, look) =>
    entries(part, look, look.letters, (i, x, y, pen) => {
      const radius = look.letters * 0.42;
      const { shape, colour } = part.entries[i];
      pen.shape(shape, x + radius, y, radius, colour ?? look.ink.ink, look.ground, 0);
    }),
  lines: (part, look) =>
    entries(part, look, look.letters * 2.2, (i, x, y, pen) => {
      const { pattern } = part.entries[i];
      pen.line(x, y, x + look.letters * 2, y, undefined, { colour: look.ink.ink, opacity: 1, width: 1.1, pattern });
    }),
  discs: (part, look) =>
    entries(part, look, look.letters * 1.2, (i, x, y, pen) => {
      const radius = look.letters * (0.2 + 0.35 * part.entries[i].share);
      pen.shape('circle', x + look.letters * 0.55, y, radius, look.ink.quiet, look.ground, 0);
    }),
  strokes: (part, look) =>
    entries(part, look, look.letters * 2.2, (i, x, y, pen) => stroke(look, part.entries[i].width, x, y, pen)),
  ramp,
  sizes,
  widths: (part, look) => {
    const told = ticksOf(part);
    const rows = told.map(({ label }) => ({ label }));
    return entries({ entries: rows } as WithEntries, look, look.letters * 2.4, (i, x, y, pen) =>
      stroke(look, part.min + (part.max - part.min) * told[i].share, x, y, pen),
    );
  },
};

function stroke({ letters, ink, scale }: BlockLook, width: number, x: number, y: number, pen: Pen): void {
  const wide = Math.min(letters, Math.max(0.25, width * scale));
  pen.line(x, y, x + letters * 2, y, undefined, { colour: ink.quiet, opacity: 1, width: wide, pattern: 'solid' });
}

const ticksOf = ({ low, high, ticks }: { low: string; high: string; ticks?: LegendTick[] }): LegendTick[] =>
  ticks?.length
    ? ticks
    : low === high
      ? [{ label: low, share: 0.5 }]
      : [
          { label: low, share: 0 },
          { label: high, share: 1 },
        ];

/** Signs with their words, in columns of nearly equal length. */
function entries(
  part: Pick<WithEntries, 'entries'>,
  look: BlockLook,
  sign: number,
  draw: (i: number, x: number, y: number, pen: Pen) => void,
): Block {
  const { letters, ink } = look;
  const labels = part.entries.map(({ label }) => label);
  const columns = Math.max(1, Math.ceil(labels.length / look.rows));
  const rows = Math.ceil(labels.length / columns);
  const lefts: number[] = [];
  let width = 0;
  for (let c = 0; c < columns; c++) {
    lefts.push(width);
    const own = labels.slice(c * rows, (c + 1) * rows);
    width += sign + letters * 0.4 + Math.max(0, ...own.map((text) => textWidth(text, letters)));
    if (c < columns - 1) width += letters * 1.2;
  }
  return {
    width,
    height: rows * letters * leading,
    draw(x, y, pen) {
      labels.forEach((text, i) => {
        const left = x + lefts[Math.floor(i / rows)];
        const middle = y + ((i % rows) + 0.5) * letters * leading - letters * 0.2;
        draw(i, left, middle, pen);
        const at = { size: letters, weight: 400 as const, anchor: 'start' as const, colour: ink.ink };
        pen.text(text, left + sign + letters * 0.4, middle + letters * 0.35, at);
      });
    },
  };
}

/** Circles that stand on one point, as large as nodes are on the map, each with its amount at its top. */
function sizes(part: Of<'sizes'>, { letters, ink, scale }: BlockLook): Block {
  const told = ticksOf(part)
    .map(({ label, share }) => ({ label, radius: Math.max(0.6, (part.min + (part.max - part.min) * share) * scale) }))
    .sort((a, b) => b.radius - a.radius);
  const largest = told[0].radius;
  // Words stand at the tops of their circles, moved apart where these lie close.
  const bottom = Math.max(2 * largest, letters);
  let next = 0;
  const words = told.map(({ label, radius }) => {
    const y = Math.max(next, bottom - 2 * radius);
    next = y + letters * 1.1;
    return { label, radius, y: y + letters * 0.5 };
  });
  const lead = 2 * largest + letters * 0.8;
  const wide = Math.max(...words.map(({ label }) => textWidth(label, letters)));
  const width = lead + letters * 0.3 + wide;
  const line = { colour: ink.quiet, opacity: 0.7, width: 0.5, pattern: 'solid' as const };
  return {
    width,
    height: Math.max(bottom, next) + letters * 0.5,
    draw(x, y, pen) {
      const foot = y + letters * 0.5 + bottom - 2 * largest;
      for (const { label, radius, y: at } of words) {
        const top = y + letters * 0.5 + bottom - 2 * radius;
        circle(x + largest, foot + 2 * largest - radius, radius, line, pen);
        pen.line(x + largest, top, x + lead, y + at, undefined, line);
        const look = { size: letters, weight: 400 as const, anchor: 'start' as const, colour: ink.ink };
        pen.text(label, x + lead + letters * 0.3, y + at + letters * 0.35, look);
      }
    },
  };
}

/** A circle's line alone, as a polygon of many corners, so that what lies under it stays in view. */
function circle(x: number, y: number, radius: number, stroke: Parameters<Pen['path']>[1], pen: Pen): void {
  const corners = 48;
  const points = Array.from({ length: 2 * (corners + 1) }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / corners;
    return i % 2 ? y + radius * Math.sin(angle) : x + radius * Math.cos(angle);
  });
  pen.path(points, stroke);
}

/** Colours from the lowest amount to the highest, with round amounts under them. */
function ramp(part: Of<'ramp'>, { letters, ink }: BlockLook): Block {
  const told = ticksOf(part);
  const wide = letters * 12;
  const high = letters * 0.9;
  const steps = 24;
  // A word at an end may reach beyond it.
  const over = Math.max(...told.map(({ label }) => textWidth(label, letters))) / 2;
  let until = -Infinity;
  const words = told.filter(({ label, share }) => {
    const half = textWidth(label, letters) / 2;
    if (share * wide - half < until) return false;
    until = share * wide + half + letters * 0.5;
    return true;
  });
  return {
    width: wide + 2 * over,
    height: high + letters * 2,
    draw(x, y, pen) {
      for (let i = 0; i < steps; i++) {
        const at = (i / (steps - 1)) * (part.stops.length - 1);
        const colour = mixed(part.stops[Math.floor(at)], part.stops[Math.ceil(at)], at % 1);
        // A little over the next, so that no ground shows between.
        pen.rect(x + over + (i * wide) / steps, y, wide / steps + (i < steps - 1 ? 0.4 : 0), high, colour);
      }
      const line = { colour: ink.quiet, opacity: 1, width: 0.6, pattern: 'solid' as const };
      for (const { label, share } of words) {
        const at = x + over + share * wide;
        pen.line(at, y + high, at, y + high + letters * 0.35, undefined, line);
        const look = { size: letters, weight: 400 as const, anchor: 'middle' as const, colour: ink.ink };
        pen.text(label, at, y + high + letters * 1.4, look);
      }
    },
  };
}

/** Blocks side by side in rows of at most `width`, as far as one fits at all. */
export function packed(blocks: readonly Block[], width: number, letters: number): Block {
  const placed: { block: Block; x: number; y: number }[] = [];
  const gap = letters * 2.2;
  let [x, y, row, widest] = [0, 0, 0, 0];
  for (const block of blocks) {
    if (x > 0 && x + block.width > width) {
      y += row + letters * between;
      [x, row] = [0, 0];
    }
    placed.push({ block, x, y });
    widest = Math.max(widest, x + block.width);
    x += block.width + gap;
    row = Math.max(row, block.height);
  }
  return {
    width: widest,
    height: placed.length ? y + row : 0,
    draw: (left, top, pen) => placed.forEach((one) => one.block.draw(left + one.x, top + one.y, pen)),
  };
}

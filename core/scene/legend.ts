/** The legend laid out once: the page and the screen draw the same marks at the same places. */
import { type LegendPart, type Pattern, type Shape, type Stands } from '../style';
import { textWidth } from '../letters';

/** Something to draw, in pixels from the legend's upper left corner. `quiet` marks have the colour of quiet text, others that of ink. */
export type LegendMark =
  | { kind: 'text'; x: number; y: number; text: string; strong?: boolean }
  | { kind: 'rect'; x: number; y: number; width: number; height: number; colour: string }
  | { kind: 'shape'; x: number; y: number; radius: number; shape: Shape; quiet?: boolean; colour?: string }
  | { kind: 'ring'; x: number; y: number; radius: number; colour: string }
  | { kind: 'line'; x1: number; x2: number; y: number; width: number; pattern: Pattern; quiet?: boolean };

/** Where an entry stands that something can be asked of, `legendRow` high: its upper left corner and its width. */
export interface LegendSpot {
  x: number;
  y: number;
  width: number;
  label: string;
  stands: Stands;
  part: LegendPart;
}

export interface LaidLegend {
  marks: LegendMark[];
  spots: LegendSpot[];
  width: number;
  height: number;
}

/** Height of a row, and of its letters. */
export const legendRow = 20;
export const legendLetters = 11;

/** Draws from left to right on a baseline; what it draws begins where the last thing ended. */
class Row {
  readonly marks: LegendMark[] = [];
  readonly spots: LegendSpot[] = [];
  x = 0;
  entries<E extends { label: string; stands?: Stands }>(
    part: LegendPart & { entries: E[] },
    sign: (one: E) => void,
  ): void {
    for (const entry of part.entries) {
      const { x } = this;
      sign(entry);
      this.text(entry.label, 12);
      const { label, stands } = entry;
      if (stands) this.spots.push({ x, y: 0, width: this.x - 12 - x, label, stands, part });
    }
  }
  text(text: string, gap: number, strong = false): void {
    this.marks.push({ kind: 'text', x: this.x, y: 0, text, ...(strong ? { strong } : {}) });
    this.x += textWidth(text, legendLetters, strong ? 600 : 400) + gap;
  }
  colour(colour: string, width = 11, gap = 5): void {
    this.marks.push({ kind: 'rect', x: this.x, y: -9, width, height: 11, colour });
    this.x += width + gap;
  }
  shape(shape: Shape, radius: number, quiet = false, colour?: string): void {
    const paint = { ...(quiet ? { quiet } : {}), ...(colour ? { colour } : {}) };
    this.marks.push({ kind: 'shape', x: this.x + radius, y: -4, radius, shape, ...paint });
    this.x += 2 * radius + 6;
  }
  ring(colour: string, radius: number): void {
    this.marks.push({ kind: 'ring', x: this.x + radius, y: -4, radius, colour });
    this.x += 2 * radius + 6;
  }
  line(length: number, width: number, pattern: Pattern, quiet = false): void {
    this.marks.push({
      kind: 'line',
      x1: this.x,
      x2: this.x + length,
      y: -4,
      width,
      pattern,
      ...(quiet ? { quiet } : {}),
    });
    this.x += length + 6;
  }
}

/** How a part of each kind is drawn after its title. */
const drawing: { [K in LegendPart['kind']]: (part: Extract<LegendPart, { kind: K }>, row: Row) => void } = {
  colours: (part, row) => row.entries(part, ({ colour }) => row.colour(colour)),
  rims: (part, row) => row.entries(part, ({ colour }) => row.ring(colour, 4.5)),
  shapes: (part, row) => row.entries(part, ({ shape, colour }) => row.shape(shape, 4.5, false, colour)),
  lines: (part, row) => row.entries(part, ({ pattern }) => row.line(22, 1.4, pattern)),
  discs: (part, row) => row.entries(part, ({ share }) => row.shape('circle', 2.5 + 3.5 * share, true)),
  strokes: (part, row) =>
    row.entries(part, ({ width }) => row.line(14, Math.max(0.6, Math.min(5, width)), 'solid', true)),
  ramp({ low, high, stops }, row) {
    // Where all are alike they stand in the middle between the ends.
    if (low === high) {
      row.colour(stops[stops.length >> 1]);
      row.text(low, 12);
      return;
    }
    row.text(low, 6);
    // Half a pixel over the next, so that no ground shows between.
    for (const colour of stops) row.colour(colour, 12.5, -0.5);
    row.x += 6;
    row.text(high, 12);
  },
  sizes({ low, high }, row) {
    if (low === high) {
      row.shape('circle', 4, true);
      row.text(low, 12);
      return;
    }
    row.shape('circle', 2.5, true);
    row.text(`${low} – ${high}`, 7);
    row.shape('circle', 6, true);
    row.x += 6;
  },
  widths({ low, high, min, max }, row) {
    if (low === high) {
      row.line(14, Math.max(0.6, Math.min(5, (min + max) / 2)), 'solid', true);
      row.text(low, 12);
      return;
    }
    row.line(14, Math.max(0.6, Math.min(1, min)), 'solid', true);
    row.text(`${low} – ${high}`, 7);
    row.line(14, Math.min(5, max), 'solid', true);
    row.x += 6;
  },
};

function drawn(part: LegendPart): Row {
  const row = new Row();
  if (part.title) row.text(part.title, 10, true);
  drawing[part.kind](part as never, row);
  return row;
}

/** Breaks a long row of entries into several parts, the title on the first. */
function broken(part: LegendPart, width: number): LegendPart[] {
  if (drawn(part).x <= width || !('entries' in part) || part.entries.length < 2) return [part];
  const half = Math.ceil(part.entries.length / 2);
  const head = { ...part, entries: part.entries.slice(0, half) } as LegendPart;
  const tail = { ...part, title: '', entries: part.entries.slice(half) } as LegendPart;
  return [...broken(head, width), ...broken(tail, width)];
}

/** Parts side by side in rows of at most `width` pixels, as far as one fits at all. */
export function layLegend(legend: readonly LegendPart[], width: number): LaidLegend {
  const marks: LegendMark[] = [];
  const spots: LegendSpot[] = [];
  let [x, row, widest] = [0, 0, 0];
  for (const part of legend.flatMap((one) => broken(one, width))) {
    const { marks: own, spots: ownSpots, x: need } = drawn(part);
    if (x > 0 && x + need > width) {
      x = 0;
      row++;
    }
    const base = row * legendRow + 16;
    for (const mark of own) {
      if (mark.kind === 'line') marks.push({ ...mark, x1: mark.x1 + x, x2: mark.x2 + x, y: mark.y + base });
      else marks.push({ ...mark, x: mark.x + x, y: mark.y + base });
    }
    for (const spot of ownSpots) spots.push({ ...spot, x: spot.x + x, y: row * legendRow });
    x += need + 4;
    widest = Math.max(widest, x - 16);
  }
  return { marks, spots, width: Math.max(0, widest), height: legend.length ? (row + 1) * legendRow : 0 };
}

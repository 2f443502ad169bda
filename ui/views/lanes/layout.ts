/** Where events stand on the axis and beside each other. */
import { type Axis, type Events, shareOf } from '@/core/lanes';

/** What the names of the lanes take at the left, in pixels. */
export const namesWidth = 150;

/** Where things stand in a view, in pixels. */
export interface Frame {
  /** The share of the axis at the left side, and how long the whole axis is. */
  left: number;
  wide: number;
  width: number;
  height: number;
  /** Height of a lane, how far the lanes are scrolled, and what the axis takes above. */
  row: number;
  scroll: number;
  top: number;
}

export interface Layout {
  /** Where each event begins, stands and ends, as shares of the axis. */
  from: Float64Array;
  at: Float64Array;
  until: Float64Array;
  /** Events by where they stand. */
  order: Uint32Array;
  /** The highest and the lowest lane of each. */
  first: Uint32Array;
  last: Uint32Array;
  /** 1 for each whose time is longer than a day. */
  wide: Uint8Array;
  /** Whether times are those in which something lasts; else they are known no better. */
  lasting: boolean;
}

export function layoutOf(events: Events, axis: Axis, lasting: boolean): Layout {
  const n = events.row.length;
  const from = new Float64Array(n);
  const until = new Float64Array(n);
  const wide = new Uint8Array(n);
  const at = new Float64Array(n);
  const first = new Uint32Array(n);
  const last = new Uint32Array(n);
  for (let i = 0; i < n; i++) {
    from[i] = shareOf(axis, events.from[i]);
    until[i] = shareOf(axis, events.until[i]);
    wide[i] = events.until[i] - events.from[i] > 1 ? 1 : 0;
    at[i] = lasting ? from[i] : (from[i] + until[i]) / 2;
    let [low, high] = [Infinity, 0];
    for (let k = events.offsets[i]; k < events.offsets[i + 1]; k++) {
      low = Math.min(low, events.lanes[k]);
      high = Math.max(high, events.lanes[k]);
    }
    [first[i], last[i]] = [low, high];
  }
  return { from, at, until, order: ordered(at), first, last, wide, lasting };
}

/** Places of the values, ascending; equal ones, as far as 2⁻³¹ tells them apart, in their order. Sorted as numbers that hold both: far faster than by comparing. */
function ordered(at: Float64Array): Uint32Array {
  const room = 2 ** Math.min(21, Math.ceil(Math.log2(at.length + 1)));
  return Uint32Array.from(at.map((share, i) => Math.floor(share * 2 ** 31) * room + i).sort(), (key) => key % room);
}

/** Of more events none is moved: so many cannot be told apart. */
const mostMoved = 60_000;
/** Pixels between events of the same two lanes, and the most that one is moved. */
const apart = 4;
const farthest = 16;

/** How far each event is moved to the right, in pixels, so that those between the same lanes do not cover each other. */
export function nudges({ at, order, first, last }: Layout, lanes: number, wide: number): Float32Array {
  const moved = new Float32Array(at.length);
  if (at.length > mostMoved) return moved;
  const before = new Map<number, number>();
  for (const i of order) {
    const key = first[i] * lanes + last[i];
    const x = at[i] * wide;
    const free = (before.get(key) ?? -Infinity) + apart;
    const put = Math.min(Math.max(x, free), x + farthest);
    moved[i] = put - x;
    before.set(key, put);
  }
  return moved;
}

/** The first place in `order` whose event stands at or after a share. */
export function firstFrom({ at, order }: Layout, share: number): number {
  let [low, high] = [0, order.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at[order[middle]] < share) low = middle + 1;
    else high = middle;
  }
  return low;
}

export const xOf = ({ left, wide }: Frame, share: number): number => (share - left) * wide;
export const yOf = ({ row, scroll, top }: Frame, lane: number): number => top + (lane + 0.5) * row - scroll;

/** Events within a view, in the order in which they stand; those that last also where they began before it. */
export function seen(layout: Layout, frame: Frame): number[] {
  const { at, order, first, last, until, wide } = layout;
  const { left, wide: length, width, height, row, scroll, top } = frame;
  const margin = (farthest + 8) / length;
  const right = left + width / length + margin;
  const [high, low] = [(scroll - row) / row, (scroll + height - top + row) / row];
  const found: number[] = [];
  // What lasts, or is known to the year alone, may reach into the view from far before.
  for (let k = layout.lasting ? 0 : firstFrom(layout, left - margin); k < order.length; k++) {
    const i = order[k];
    if (at[i] > right) break;
    if (at[i] < left - margin && !(wide[i] && until[i] > left)) continue;
    if (last[i] >= high && first[i] <= low) found.push(i);
  }
  return found;
}

/** The event at a point, the nearest one; −1 where there is none. */
export function eventAt(layout: Layout, frame: Frame, moved: Float32Array, x: number, y: number): number {
  let [found, nearest] = [-1, 6];
  for (const i of seen(layout, frame)) {
    const away = Math.abs(xOf(frame, layout.at[i]) + moved[i] - x);
    const [high, low] = [yOf(frame, layout.first[i]), yOf(frame, layout.last[i])];
    if (away >= nearest || y < high - 6 || y > low + 6) continue;
    [found, nearest] = [i, away];
  }
  return found;
}

/** Events that stand within a box. */
export function eventsIn(
  layout: Layout,
  frame: Frame,
  moved: Float32Array,
  { x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number },
): number[] {
  const [left, right] = [Math.min(x1, x2), Math.max(x1, x2)];
  const [high, low] = [Math.min(y1, y2), Math.max(y1, y2)];
  return seen(layout, frame).filter((i) => {
    const x = xOf(frame, layout.at[i]) + moved[i];
    return x >= left && x <= right && yOf(frame, layout.first[i]) <= low && yOf(frame, layout.last[i]) >= high;
  });
}

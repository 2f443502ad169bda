import * as z from 'zod';
import { type Times, barOf, barsBetween, durations, isTime, timesOf, unitFor, windowWords } from '../dates';
import { entriesOf } from '../entries';
import { type Grouping, counting } from '../measure';
import { rowsInOrder } from './dates-rows';
import { type Bar, type SiftKind, type SiftRows, type Tallying, dateUnits, measureSchema, siftBase } from '../sift';

/** How much of a row's time must lie in the window. */
export const lies = ['overlaps', 'begins', 'ends', 'within'] as const;

/** Values that the bars are split by, beside all others. */
const mostParts = 5;

const schema = z.object({
  ...siftBase,
  kind: z.literal('dates'),
  column: z.string(),
  /** The column with the end of each row's time; absent: the column names a time by itself. */
  until: z.string().optional(),
  /** First day of the window, and the first day after it, in days since 1970-01-01; absent: open. */
  from: z.number().optional(),
  to: z.number().optional(),
  how: z.enum(lies).default('overlaps'),
  /** Whether dates that are marked as doubtful, or known more coarsely than a day, pass as well. */
  uncertain: z.boolean().default(true),
  /** Whether rows without a date pass as well. */
  empty: z.boolean().default(false),
  unit: z.enum(dateUnits).optional(),
  /** A column whose values the bars are split by. */
  split: z.string().optional(),
  /** Whether each row is shown as a bar of its own, what it is called by, and what rows stand under. */
  rows: z.object({ label: z.string().optional(), group: z.string().optional() }).optional(),
  measure: measureSchema,
});
type Dates = z.infer<typeof schema>;

const times = (rows: SiftRows, { column, until }: Dates): Times =>
  until === undefined ? timesOf(rows.column(column)) : durations(rows.column(column), rows.column(until));

const isUncertain = ({ from, until, doubtful }: Times, row: number): boolean =>
  doubtful[row] === 1 || until[row] - from[row] > 1;

/** Whether what lasts from one day to another lies in the window as it is asked for. */
function lying({ from: first = -Infinity, to: last = Infinity, how }: Dates): (from: number, until: number) => boolean {
  const tests: Record<(typeof lies)[number], (from: number, until: number) => boolean> = {
    overlaps: (from, until) => from < last && until > first,
    begins: (from) => from >= first && from < last,
    ends: (_from, until) => until > first && until <= last,
    within: (from, until) => from >= first && until <= last,
  };
  return tests[how];
}

export const dates: SiftKind<'dates', Dates> = {
  key: 'dates',
  title: 'Dates',
  schema,
  fits: isTime,
  open: ({ from, to, uncertain, empty }) => from === undefined && to === undefined && (uncertain || empty),
  passes(rows, sift) {
    const found = times(rows, sift);
    const lie = lying(sift);
    // Where rows last from one column to another their length says nothing of how well they are known.
    const leave = (row: number): boolean =>
      !sift.uncertain && (sift.until === undefined ? isUncertain(found, row) : found.doubtful[row] === 1);
    const marks = new Uint8Array(rows.size);
    if (sift.how === 'overlaps' && sift.uncertain) {
      // The usual case, while a window is dragged: nothing is called for a row.
      const { from: begin, until } = found;
      const { from: first = -Infinity, to: last = Infinity } = sift;
      const empty = sift.empty ? 1 : 0;
      for (let r = 0; r < marks.length; r++)
        marks[r] = begin[r] !== begin[r] ? empty : begin[r] < last && until[r] > first ? 1 : 0;
      return marks;
    }
    for (let r = 0; r < rows.size; r++) {
      const from = found.from[r];
      if (Number.isNaN(from) ? sift.empty : lie(from, found.until[r]) && !leave(r)) marks[r] = 1;
    }
    return marks;
  },
  tallies: ({ column, until, unit, split, measure, rows }) => [column, until, unit, split, measure, rows],
  tally: (rows, sift, all) => tallying(rows, sift, times(rows, sift), all),
  words: ({ from, to, column, uncertain }) =>
    from === undefined && to === undefined ? (uncertain ? column : `${column} to the day`) : windowWords(from, to),
};

function tallying(rows: SiftRows, sift: Dates, found: Times, all: Uint8Array): Tallying<Dates> {
  let [low, high] = [Infinity, -Infinity];
  for (let r = 0; r < rows.size; r++) {
    if (!all[r]) continue;
    const from = found.from[r];
    const until = found.until[r] - 1e-6;
    if (Number.isFinite(from)) {
      low = Math.min(low, from);
      high = Math.max(high, from);
    }
    if (Number.isFinite(until)) {
      low = Math.min(low, until);
      high = Math.max(high, until);
    }
  }
  const none = low > high;
  if (none) [low, high] = [0, 0];
  const unit = sift.unit ?? unitFor(low, high);
  const begins = barsBetween(unit, low, high);
  const many = begins.length - 1;
  // What lasts is counted in every bar that it runs through; a time that is only not known better, where it begins.
  const lasting = sift.until !== undefined;
  const rowBegins = new Uint32Array(rows.size + 1);
  const places: number[] = [];
  const light = new Uint8Array(rows.size);
  let uncertain = 0;
  for (let r = 0; r < rows.size; r++) {
    const from = found.from[r];
    if (!all[r]) {
      rowBegins[r + 1] = places.length;
      continue;
    }
    if (Number.isNaN(from)) places.push(many);
    else {
      if (lasting ? found.doubtful[r] : isUncertain(found, r)) uncertain++;
      const first = Math.min(many - 1, barOf(begins, Math.max(from, low)));
      const last = lasting ? Math.min(many - 1, barOf(begins, Math.min(found.until[r] - 1e-6, high))) : first;
      for (let bar = first; bar <= last; bar++) places.push(bar);
      if (!lasting && (found.doubtful[r] || found.until[r] > begins[first + 1])) light[r] = 1;
    }
    rowBegins[r + 1] = places.length;
  }
  const grouping = lasting
    ? { many: many + 1, offsets: rowBegins, places: Uint32Array.from(places) }
    : { many: many + 1, places: alone(rowBegins, places) };
  const count = counting(rows, sift.measure, grouping);
  const total = count(all);
  const parts = sift.split === undefined ? undefined : partsBy(rows, sift.split, all);
  const width = parts?.names.length ?? 0;
  const split =
    parts &&
    counting(rows, sift.measure, {
      ...grouping,
      many: (many + 1) * width,
      places: withParts(grouping, rows.size, parts),
    });
  const anyLight = light.includes(1);
  const ends = (rows.times?.() ?? []).filter((name) => name !== sift.column);
  const each = sift.rows && rowsInOrder(rows, sift.rows, found, lasting ? found.doubtful : light, all);
  return (inView, now) => {
    const here = count(inView);
    const lighter = anyLight ? count(inView.map((mark, r) => mark & light[r])) : new Float64Array(many);
    const byPart = split?.(inView);
    const bars = Array.from({ length: none ? 0 : many }, (_, i): Bar => {
      const bar = { from: begins[i], to: begins[i + 1], inView: here[i], all: total[i], light: lighter[i] };
      return byPart ? { ...bar, parts: Array.from(byPart.subarray(i * width, (i + 1) * width)) } : bar;
    });
    const empty = { inView: here[many], all: total[many] };
    const more = { ...(parts && { parts: parts.names }), ...(each && { rows: each(inView, lying(now)) }) };
    return { kind: 'bars', bars, low, high, unit, empty, uncertain, ends, ...more };
  };
}

/** The one place of each row, −1 where it has none. */
function alone(begins: Uint32Array, places: readonly number[]): Int32Array {
  return Int32Array.from({ length: begins.length - 1 }, (_, r) => (begins[r] < begins[r + 1] ? places[begins[r]] : -1));
}

/** The places of a grouping, each parted by what its row is. */
function withParts({ offsets, places }: Grouping, size: number, { names, of }: Parts): Int32Array {
  const found = Int32Array.from(places);
  for (let r = 0; r < size; r++) {
    for (let k = offsets ? offsets[r] : r; k < (offsets ? offsets[r + 1] : r + 1); k++) {
      if (places[k] >= 0) found[k] = places[k] * names.length + of(r);
    }
  }
  return found;
}

interface Parts {
  names: string[];
  of(row: number): number;
}

/** The values that most rows have, and which of them, or the others, each row has. */
function partsBy(rows: SiftRows, name: string, all: Uint8Array): Parts {
  const { dictionary, offsets, codes } = entriesOf(rows.column(name));
  const code = (row: number): number => {
    if (!offsets) return codes[row];
    return offsets[row] < offsets[row + 1] ? codes[offsets[row]] : -1;
  };
  const counts = new Uint32Array(dictionary.length);
  for (let r = 0; r < rows.size; r++) if (all[r] && code(r) >= 0) counts[code(r)]++;
  const order = Array.from(counts.keys())
    .filter((at) => counts[at] > 0)
    .sort((a, b) => counts[b] - counts[a] || a - b)
    .slice(0, mostParts);
  const places = new Int32Array(dictionary.length).fill(order.length);
  order.forEach((at, i) => (places[at] = i));
  return {
    names: [...order.map((at) => dictionary[at]), ''],
    of: (row) => (code(row) < 0 ? order.length : places[code(row)]),
  };
}

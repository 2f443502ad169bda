/** Times that rows name, as days from a first to one that is after them, and the bars that they are counted in. */
import { type Column, type DateColumn, calendarDay, dayAfter, dayNumber, isYears, spanKind } from '../tables';
import { Fault } from '../fault';
import type { DateUnit } from './sift';

export interface Times {
  /** First day, NaN where there is no time; −Infinity where the beginning is open. */
  from: Float64Array;
  /** First day after; Infinity where the end is open. */
  until: Float64Array;
  /** 1 where the cell is marked as doubtful. */
  doubtful: Uint8Array;
}

const made = new WeakMap<Float64Array, Times>();

/** Whether the cells of a column are times: dates, or years. */
export const isTime = (col: Column): boolean => col.type === 'date' || isYears(col);

/** When the cells of a column of dates, or of years, are, by their precision; ranges from end to end. Made once for a column. */
export function timesOf(col: Column): Times {
  const cells = col.type === 'date' ? col.day : col.type === 'number' && isYears(col) ? col.values : undefined;
  if (!cells) throw new Fault(`“${col.name}” has no dates. Choose another column.`);
  let held = made.get(cells);
  if (!held) made.set(cells, (held = col.type === 'date' ? timesIn(col) : wholeYears(cells)));
  return held;
}

function wholeYears(years: Float64Array): Times {
  const begin = (by: number) => years.map((year) => (Number.isNaN(year) ? NaN : dayNumber(year + by, 1, 1)));
  return { from: begin(0), until: begin(1), doubtful: new Uint8Array(years.length) };
}

function timesIn({ day, precision, doubtful, span }: DateColumn): Times {
  const from = Float64Array.from(day);
  const until = new Float64Array(day.length).fill(NaN);
  for (let r = 0; r < day.length; r++) {
    if (Number.isNaN(day[r])) continue;
    until[r] = dayAfter(day[r], precision[r]);
    const kind = span?.kind[r] ?? spanKind.none;
    if (kind === spanKind.closed && span) until[r] = dayAfter(span.until[r], span.precision[r]);
    if (kind === spanKind.openEnd) until[r] = Infinity;
    if (kind === spanKind.openStart) from[r] = -Infinity;
  }
  return { from, until, doubtful };
}

/** From the beginning in one column to the end in another. A row without an end goes on; one that ends before it begins has no time. */
export function durations(begin: Column, end: Column): Times {
  const [first, last] = [timesOf(begin), timesOf(end)];
  const until = Float64Array.from(last.until, (day) => (Number.isNaN(day) ? Infinity : day));
  const from = Float64Array.from(first.from, (day, r) => (until[r] > day ? day : NaN));
  return { from, until, doubtful: first.doubtful.map((mark, r) => mark | last.doubtful[r]) };
}

const mostBars = 400;

/** The unit that gives a few dozen bars. */
export function unitFor(low: number, high: number): DateUnit {
  const days = high - low;
  if (days <= 62) return 'day';
  if (days <= 420) return 'week';
  if (days <= 6 * 365.25) return 'month';
  return days <= 120 * 365.25 ? 'year' : 'decade';
}

/** The first day of the unit that a day lies in. */
export function unitBegin(unit: DateUnit, day: number): number {
  if (unit === 'day') return Math.floor(day);
  // The 1st of January 1970 was a Thursday; weeks begin with Mondays.
  if (unit === 'week') return Math.floor((day + 3) / 7) * 7 - 3;
  const [year, month] = calendarDay(day);
  if (unit === 'month') return dayNumber(year, month, 1);
  return dayNumber(unit === 'year' ? year : Math.floor(year / 10) * 10, 1, 1);
}

/** The first day of the unit so many units later; `begin` is the first of one. */
export function unitLater(unit: DateUnit, begin: number, by: number): number {
  if (unit === 'day') return begin + by;
  if (unit === 'week') return begin + 7 * by;
  const [year, month] = calendarDay(begin);
  if (unit === 'month') {
    const months = year * 12 + month - 1 + by;
    return dayNumber(Math.floor(months / 12), (((months % 12) + 12) % 12) + 1, 1);
  }
  return dayNumber(year + by * (unit === 'year' ? 1 : 10), 1, 1);
}

/** Where bars begin, and after the last of them where it ends; several units to a bar where there would be too many. */
export function barsBetween(unit: DateUnit, low: number, high: number): Float64Array {
  const widths: Record<DateUnit, number> = { day: 1, week: 7, month: 30, year: 365, decade: 3652 };
  const each = Math.max(1, Math.ceil((high - low) / widths[unit] / mostBars));
  const found = [unitBegin(unit, low)];
  while (found[found.length - 1] <= high) found.push(unitLater(unit, found[found.length - 1], each));
  return Float64Array.from(found);
}

/** The last place whose value is not above: the bar that a day lies in. */
export function barOf(begins: Float64Array, day: number): number {
  let [low, high] = [0, begins.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (begins[middle] <= day) low = middle;
    else high = middle - 1;
  }
  return low;
}

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A window from a first day to one after it, as coarsely as it can be said: `1921`, `Oct 1921 – Nov 1922`, `1921-10-03 – 1922-01-31`. */
export function windowWords(from: number | undefined, to: number | undefined): string {
  const [first, last] = [from, to === undefined ? undefined : to - 1];
  const whole = (unit: DateUnit): boolean =>
    [from, to].every((day) => day === undefined || unitBegin(unit, day) === day);
  const say = (day: number): string => {
    const [year, month, date] = calendarDay(day);
    const written = year < 0 ? `−${String(-year).padStart(4, '0')}` : String(year).padStart(4, '0');
    if (whole('year')) return written;
    if (whole('month')) return `${months[month - 1]} ${written}`;
    return `${written}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
  };
  if (first === undefined) return last === undefined ? 'any time' : `until ${say(last)}`;
  if (last === undefined) return `since ${say(first)}`;
  const [a, b] = [say(first), say(last)];
  return a === b ? a : `${a} – ${b}`;
}

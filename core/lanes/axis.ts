/** The axis of time: days to shares of its length, with quiet times folded. */
import { type DateUnit, unitBegin, unitLater } from '../sift';
import { calendarDay } from '../tables';

/** Piecewise straight: day `days[i]` stands at the share `at[i]`; both ascend. */
export interface Axis {
  days: Float64Array;
  at: Float64Array;
  /** The times that are folded, from a day to one after. */
  quiet: readonly (readonly [number, number])[];
}

/** A time without events is quiet where it is longer than this share of all, and than this many times what lies between two events; a fifth of all is quiet in any case. */
const quietShare = 0.035;
const quietTimes = 4;
/** What a folded time takes of the length. */
const foldedShare = 0.022;
/** An event that lasts fills at most so many days of the axis where nothing else happens. */
const longest = 366;

/** The axis over events that begin and end on these days, the begins ascending; a little room at both ends. */
export function axisOf(from: Float64Array, until: Float64Array, fold: boolean): Axis {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < from.length; i++) {
    for (const day of [from[i], until[i]]) {
      if (!Number.isFinite(day)) continue;
      if (day < low) low = day;
      if (day > high) high = day;
    }
  }
  if (low === Infinity) return { days: Float64Array.of(0, 1), at: Float64Array.of(0, 1), quiet: [] };
  const room = Math.max(0.5, (high - low) * 0.015);
  [low, high] = [low - room, high + room];
  const quiet = fold ? quietIn(from, until, low, high) : [];
  const days = [low];
  const lengths: number[] = [];
  const folded = quiet.reduce((sum, [a, b]) => sum + b - a, 0);
  const left = 1 - foldedShare * quiet.length;
  for (const [a, b] of quiet) {
    lengths.push(((a - days[days.length - 1]) / (high - low - folded)) * left, foldedShare);
    days.push(a, b);
  }
  lengths.push(((high - days[days.length - 1]) / (high - low - folded)) * left);
  days.push(high);
  const at = new Float64Array(days.length);
  for (let i = 1; i < at.length; i++) at[i] = at[i - 1] + lengths[i - 1];
  return { days: Float64Array.from(days), at, quiet };
}

function quietIn(from: Float64Array, until: Float64Array, low: number, high: number): [number, number][] {
  const least = (high - low) * Math.min(0.2, Math.max(quietShare, quietTimes / from.length));
  // What lies beside a folded time stands clear of it.
  const clear = 0.005 * (high - low);
  const found: [number, number][] = [];
  let covered = low;
  for (let i = 0; i < from.length; i++) {
    if (!Number.isFinite(from[i])) continue;
    if (from[i] - covered > least && covered > low) found.push([covered + clear, from[i] - clear]);
    covered = Math.max(covered, Math.min(until[i], from[i] + longest));
  }
  // More of them would leave no room for what happened.
  return found
    .sort((a, b) => b[1] - b[0] - (a[1] - a[0]))
    .slice(0, 14)
    .sort((a, b) => a[0] - b[0]);
}

/** The share of the axis's length at which a day stands; before its beginning and after its end the nearest. */
export function shareOf({ days, at }: Axis, day: number): number {
  const last = days.length - 1;
  if (!(day > days[0])) return 0;
  if (day >= days[last]) return 1;
  const i = placeIn(days, day);
  return at[i] + ((day - days[i]) / (days[i + 1] - days[i])) * (at[i + 1] - at[i]);
}

/** The day at a share of the length. */
export function dayAt({ days, at }: Axis, share: number): number {
  const last = at.length - 1;
  if (!(share > 0)) return days[0];
  if (share >= 1) return days[last];
  const i = placeIn(at, share);
  return days[i] + ((share - at[i]) / (at[i + 1] - at[i])) * (days[i + 1] - days[i]);
}

/** The last place whose value is not above, and before the last of all. */
function placeIn(values: Float64Array, value: number): number {
  let [low, high] = [0, values.length - 2];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (values[middle] <= value) low = middle;
    else high = middle - 1;
  }
  return low;
}

export interface Tick {
  day: number;
  share: number;
  text: string;
}

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const units: readonly [DateUnit, number, number][] = [
  ['day', 1, 1],
  ['day', 7, 7],
  ['month', 1, 30.4],
  ['month', 3, 91.3],
  ['year', 1, 365.25],
  ['year', 2, 730.5],
  ['year', 5, 1826],
  ['decade', 1, 3652.5],
  ['decade', 2, 7305],
  ['decade', 5, 18262],
  ['decade', 10, 36525],
  ['decade', 20, 73050],
  ['decade', 50, 182625],
  ['decade', 100, 365250],
];

/** Days to write between two shares, where the axis is `wide` pixels long and words are `apart`; none within folded times. */
export function ticksOf(axis: Axis, wide: number, apart: number, first = 0, last = 1): Tick[] {
  const whole = axis.days[axis.days.length - 1] - axis.days[0];
  const quiet = axis.quiet.reduce((sum, [a, b]) => sum + b - a, 0);
  const each = ((whole - quiet) / wide) * apart;
  const [unit, by] = units.find(([, , days]) => days >= each) ?? units[units.length - 1];
  const [low, high] = [dayAt(axis, first), dayAt(axis, last)];
  const found: Tick[] = [];
  let day = beginOf(unit, by, low);
  let before = -Infinity;
  let year = NaN;
  for (; day <= high; day = unitLater(unit, day, by)) {
    const share = shareOf(axis, day);
    const hidden = axis.quiet.some(([a, b]) => day > a && day < b);
    if (day < low || hidden || (share - before) * wide < apart * 0.6) continue;
    const [y, month, date] = calendarDay(day);
    const written = y < 0 ? `−${-y}` : String(y);
    const words =
      unit === 'year' || unit === 'decade'
        ? written
        : unit === 'month'
          ? `${months[month - 1]}${y === year ? '' : ` ${written}`}`
          : `${date} ${months[month - 1]}${y === year ? '' : ` ${written}`}`;
    found.push({ day, share, text: words });
    [before, year] = [share, y];
  }
  return found;
}

/** The first day of a stretch of so many units that a day lies in, counted so that years divide evenly. */
function beginOf(unit: DateUnit, by: number, day: number): number {
  const begin = unitBegin(unit, day);
  if (by === 1 || unit === 'day') return begin;
  const [year, month] = calendarDay(begin);
  const off =
    unit === 'month' ? (month - 1) % by : unit === 'year' ? ((year % by) + by) % by : (((year / 10) % by) + by) % by;
  return unitLater(unit, begin, -off);
}

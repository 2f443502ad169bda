/** Words and lines that say what the places of a layout mean: names beside rows, years and amounts along an axis. */
import type { Guide, Network } from '../graph';
import { nodeColumn } from '../graph';
import { columnTitle } from '../measure';
import { dayNumber } from '../tables';
import { amountsAt, groupsBy } from './columns';

/** Room between the nodes and what is written beside them, in map units. */
const beside = 16;
/** Ticks stand no nearer than this along the axis to the right, and upwards, in map units. */
const [apartX, apartY] = [60, 34];

/** The name of each row at its left end, or of each column on top, read off where the nodes stand; none where rows no longer lie apart. */
export function rowNames(net: Network, by: string, upright: boolean, at: Float32Array): Guide[] {
  const { of, names } = groupsBy(net, by);
  const [along, across] = upright ? [1, 0] : [0, 1];
  const rows = names.map((name) => ({ name, low: Infinity, high: -Infinity }));
  of.forEach((g, v) => {
    rows[g].low = Math.min(rows[g].low, at[2 * v + across]);
    rows[g].high = Math.max(rows[g].high, at[2 * v + across]);
  });
  rows.sort((a, b) => a.low - b.low);
  if (rows.some(({ low }, i) => i > 0 && low <= rows[i - 1].high)) return [];
  let start = Infinity;
  for (let i = along; i < at.length; i += 2) start = Math.min(start, at[i]);
  return rows.map(({ name, low, high }) => {
    const middle = (low + high) / 2;
    const text = name === '' ? 'without' : name;
    return upright
      ? { text, x: middle, y: start - beside, anchor: 'middle' }
      : { text, x: start - beside, y: middle, anchor: 'end' };
  });
}

/** Ticks along x, or y, of a column, with faint lines across; read off where the nodes stand, none where these no longer follow it; `bent` where the scale is not linear. */
export function axis(net: Network, column: string, along: 'x' | 'y', at: Float32Array, bent = false): Guide[] {
  const values = amountsAt(net, column);
  const [own, other] = along === 'x' ? [0, 1] : [1, 0];
  const known = Array.from(values.keys()).filter((v) => !Number.isNaN(values[v]));
  const points = known.map((v) => ({ value: values[v], place: at[2 * v + own] })).sort((a, b) => a.value - b.value);
  if (points.length < 2 || points[0].value === points[points.length - 1].value) return [];
  const rising = points[points.length - 1].place > points[0].place ? 1 : -1;
  const slack = 1e-4 * Math.abs(points[points.length - 1].place - points[0].place);
  const kept = points.every((point, i) => {
    if (i === 0) return true;
    const step = (point.place - points[i - 1].place) * rising;
    return point.value === points[i - 1].value ? Math.abs(step) <= slack : step >= -slack;
  });
  if (!kept) return [];
  let [low, high] = [Infinity, -Infinity];
  for (const v of known) [low, high] = [Math.min(low, at[2 * v + other]), Math.max(high, at[2 * v + other])];
  const dates = nodeColumn(net, column).type === 'date';
  const [first, last] = [points[0].value, points[points.length - 1].value];
  const ticks = (dates ? dateTicks(first, last) : numberTicks(first, last, bent))
    .map((tick) => ({ text: tick.text, place: placeOf(tick.value, points) }))
    .sort((a, b) => a.place - b.place);
  const apart = along === 'x' ? apartX : apartY;
  const [from, to] = [points[0].place, points[points.length - 1].place];
  const [start, end] = [Math.min(from, to), Math.max(from, to)];
  const title: Guide =
    along === 'x'
      ? { text: columnTitle(column), x: end, y: high + beside + 26, anchor: 'end' }
      : { text: columnTitle(column), x: low - beside, y: start - beside - 10, anchor: 'end' };
  let before = -Infinity;
  const marks = ticks.flatMap(({ text, place }): Guide[] => {
    if (place - before < apart) return [];
    before = place;
    return along === 'x'
      ? [
          {
            text,
            x: place,
            y: high + beside + 8,
            anchor: 'middle',
            line: [place, low - beside, place, high + beside / 2],
          },
        ]
      : [{ text, x: low - beside, y: place, anchor: 'end', line: [low - beside / 2, place, high + beside, place] }];
  });
  return marks.length ? [...marks, title] : [];
}

/** Where a value lies between the two nodes with the nearest ones. */
function placeOf(value: number, points: readonly { value: number; place: number }[]): number {
  const after = Math.max(
    1,
    points.findIndex((point) => point.value >= value),
  );
  const [a, b] = [points[after - 1], points[after]];
  return b.value === a.value ? a.place : a.place + ((value - a.value) / (b.value - a.value)) * (b.place - a.place);
}

interface Tick {
  value: number;
  text: string;
}

/** More round numbers than this are never asked for. */
const mostTicks = 40;

/** Round numbers within a range: about eight, and on a bent scale over many powers of ten these between as well. */
export function numberTicks(low: number, high: number, bent = false): Tick[] {
  const found = new Set<number>();
  const every = roundStep((high - low) / 8);
  const first = Math.ceil(low / every);
  // Counted from the first: among numbers beyond 2^53 one more is not always another one.
  for (let k = 0; k < mostTicks && (first + k) * every <= high; k++)
    found.add(Number(((first + k) * every).toPrecision(12)));
  if (bent && low >= 0 && high > 100 * Math.max(1, low))
    for (let power = 1; power < high; power *= 10)
      for (const m of [1, 2, 5]) if (m * power >= low && m * power <= high) found.add(m * power);
  const years = low >= 1000 && high <= 2200;
  return Array.from(found, (value) => ({
    value,
    text: years ? String(value) : value.toLocaleString('en-GB').replace('-', '−'),
  }));
}

/** 1, 2 or 5 times a power of ten, at least as large. */
function roundStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return power * ([1, 2, 5].find((m) => m * power >= least) ?? 10);
}

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const yearDays = 365.2425;

/** First days of years, of months where the range is short, of days where it is shorter still. Days since 1970. */
export function dateTicks(low: number, high: number): Tick[] {
  const firstYear = Math.max(0, Math.floor(1970 + low / yearDays) - 1);
  const years = (high - low) / yearDays;
  const ticks: Tick[] = [];
  if (years >= 3) {
    const every = Math.max(1, roundStep(years / 8));
    for (let year = Math.ceil(firstYear / every) * every; dayNumber(year, 1, 1) <= high; year += every)
      ticks.push({ value: dayNumber(year, 1, 1), text: String(year) });
  } else if (years > 0.2) {
    const every = years > 1 ? 3 : 1;
    for (let month = 12 * firstYear; dayNumber(Math.floor(month / 12), (month % 12) + 1, 1) <= high; month += every)
      ticks.push({
        value: dayNumber(Math.floor(month / 12), (month % 12) + 1, 1),
        text: `${months[month % 12]} ${Math.floor(month / 12)}`,
      });
  } else {
    const every = Math.max(1, Math.ceil((high - low) / 8));
    for (let day = Math.ceil(low); day <= high; day += every) {
      const date = new Date(day * 86400000);
      ticks.push({ value: day, text: `${date.getUTCDate()} ${months[date.getUTCMonth()]}` });
    }
  }
  return ticks.filter(({ value }) => value >= low && value <= high);
}

/** Dates as precisely as they are known: a year, a month, a day, a time of day; marked as doubtful; ranges, open or closed. */
import { datePrecision, spanKind } from './column';

export type DateOrder = 'dmy' | 'mdy';

interface Point {
  day: number;
  precision: number;
  doubtful: boolean;
}
export interface ReadDate extends Point {
  /** Where the cell is a range: its kind, and the time at its end (NaN where it is open). */
  span?: { kind: number; until: number; precision: number };
}

const isoForm =
  /^(\d{4})(?:[-./](\d{1,2})(?:[-./](\d{1,2})(?:[T ]\s*(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?)?)?)?$/;
const figuresForm = /^(\d{1,2})[-./](\d{1,2})[-./](\d{4})(?:[T ]\s*(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?)?$/;
/** `03.1911`, `3/1911`: a month and a year of our era in four figures. */
const monthForm = /^(0?[1-9]|1[0-2])[-./]((?:1\d|20)\d{2})$/;
const dayFirst = /^(?:(\d{1,2})(?:st|nd|rd|th|\.)?\s+)?([A-Za-z]{3,9})\.?,?\s+(\d{4})$/;
const monthFirst = /^([A-Za-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/;
const months = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
];

function monthOf(word: string): number {
  const lower = word.toLowerCase();
  return (
    months.findIndex(
      (month) => month === lower || month.slice(0, 3) === lower || (lower === 'sept' && month === 'september'),
    ) + 1
  );
}

function daysInMonth(year: number, month: number): number {
  if (month === 2) return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

/** Days since 1970-01-01 of a day of the Gregorian calendar. */
export function dayNumber(year: number, month: number, day: number): number {
  // Date.UTC takes years below 100 for 19xx; the calendar repeats every 400 years of 146,097 days.
  return Date.UTC(year + 400, month - 1, day) / 86400000 - 146097;
}

/** Year, month (1–12) and day of a day number. */
export function calendarDay(day: number): [year: number, month: number, day: number] {
  const date = new Date(Math.floor(day) * 86_400_000);
  return [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()];
}

/** The first day after the time that a day names at a precision: of the year 1911 the 1st of January 1912. A time of day is a moment. */
export function dayAfter(day: number, precision: number): number {
  if (precision === datePrecision.day) return Math.floor(day) + 1;
  if (precision !== datePrecision.year && precision !== datePrecision.month) return day + 1e-9;
  const [year, month] = calendarDay(day);
  return precision === datePrecision.year ? dayNumber(year + 1, 1, 1) : dayNumber(year, month + 1, 1);
}

type Part = string | undefined;

/** Parts of a time as written; undefined where there is no such day or hour. */
function pointOf(
  year: string,
  month: Part,
  day: Part,
  hour?: Part,
  minute?: Part,
  second?: Part,
  zone?: Part,
): Omit<Point, 'doubtful'> | undefined {
  const y = Number(year);
  const m = month === undefined ? 1 : Number(month);
  const d = day === undefined ? 1 : Number(day);
  if (m < 1 || m > 12 || d < 1 || d > daysInMonth(y, m)) return undefined;
  const first = dayNumber(y, m, d);
  if (hour === undefined) {
    return {
      day: first,
      precision: day !== undefined ? datePrecision.day : month !== undefined ? datePrecision.month : datePrecision.year,
    };
  }
  let minutes = Number(hour) * 60 + Number(minute);
  if (Number(hour) > 24 || minutes > 1440 || Number(minute) > 59 || Number(second ?? 0) > 59) return undefined;
  const offset = zone && /([+-])(\d{2}):?(\d{2})/.exec(zone);
  if (offset) minutes -= (offset[1] === '-' ? -1 : 1) * (Number(offset[2]) * 60 + Number(offset[3]));
  const precision = second === undefined ? datePrecision.minute : datePrecision.second;
  return { day: first + (minutes * 60 + Number(second ?? 0)) / 86400, precision };
}

function readPoint(text: string, order: DateOrder): Point | undefined {
  let doubtful = false;
  let bare = text.trim();
  // A question mark or tilde after it (ISO 8601-2), or “circa” before it.
  const doubt = /^(.*?)\s*[?~%]$/.exec(bare);
  if (doubt) [bare, doubtful] = [doubt[1], true];
  const circa = /^(?:ca?\.\s*|(?:ca?|circa|about)\s+|~\s*)(?=[\dA-Z])/i.exec(bare);
  if (circa && /\d{4}/.test(bare)) [bare, doubtful] = [bare.slice(circa[0].length), true];
  const point = plainPoint(bare, order);
  return point && { ...point, doubtful };
}

function plainPoint(text: string, order: DateOrder): Omit<Point, 'doubtful'> | undefined {
  let found = isoForm.exec(text);
  if (found) return pointOf(found[1], found[2], found[3], found[4], found[5], found[6], found[7]);
  found = figuresForm.exec(text);
  if (found) {
    const [day, month] = order === 'mdy' ? [found[2], found[1]] : [found[1], found[2]];
    return pointOf(found[3], month, day, found[4], found[5], found[6]);
  }
  found = monthForm.exec(text);
  if (found) return pointOf(found[2], found[1], undefined);
  found = dayFirst.exec(text);
  if (found) {
    const month = monthOf(found[2]);
    return month ? pointOf(found[3], String(month), found[1]) : undefined;
  }
  found = monthFirst.exec(text);
  if (!found) return undefined;
  const month = monthOf(found[1]);
  return month ? pointOf(found[3], String(month), found[2]) : undefined;
}

const open = /^(\.\.|…|\?)?$/;

/**
 * A time: ISO 8601 (`1911-03-02`, `1911-03`, `1911`, `1911-03-02T14:30`), in figures (`2.3.1911`, read by `order`, `03.1911`) or in words (`2 Mar 1911`); a trailing
 * `?` or a leading `c.` marks doubt; ranges as `1911/1913` (ISO 8601), `1911–1913`, `1911/..`, `before 1913`, `since 1911`. Undefined where it is none.
 */
export function readDate(text: string, order: DateOrder = 'dmy'): ReadDate | undefined {
  const trimmed = text.trim();
  if (trimmed.length > 60 || !/\d{4}/.test(trimmed)) return undefined;
  const point = readPoint(trimmed, order);
  if (point) return point;
  const word = /^(before|until|till|to|after|since|from)\s+(.+)$/i.exec(trimmed);
  if (word) {
    const one = readPoint(word[2], order);
    if (one) return spanned(one, undefined, /^(before|until|till|to)$/i.test(word[1]));
  }
  const parts =
    /^(.*?)\s*(?:\/|–|—|\s-\s|\sto\s|\suntil\s)\s*(.*)$/.exec(
      trimmed.replace(/^(from|between)\s+/i, '').replace(/\sand\s/i, ' to '),
    ) ?? /^(\d{4}|\d{4}-\d{2}-\d{2})-(\d{4}|\d{4}-\d{2}-\d{2})$/.exec(trimmed);
  if (!parts) return undefined;
  const [, before, after] = parts;
  if (open.test(before.trim()) !== open.test(after.trim())) {
    const one = readPoint(open.test(before.trim()) ? after : before, order);
    return one && spanned(one, undefined, open.test(before.trim()));
  }
  const from = readPoint(before, order);
  const until = readPoint(after, order);
  return from && until && until.day >= from.day ? spanned(from, until, false) : undefined;
}

function spanned(one: Point, until: Point | undefined, openStart: boolean): ReadDate {
  const kind = until ? spanKind.closed : openStart ? spanKind.openStart : spanKind.openEnd;
  return {
    ...one,
    doubtful: one.doubtful || (until?.doubtful ?? false),
    span: { kind, until: until?.day ?? NaN, precision: until?.precision ?? 0 },
  };
}

/** Whether a text may be a month of a year as well as a number: `3.1911`. */
export const isMonthOrNumber = (text: string): boolean =>
  /^[1-9]/.test(text) && text.includes('.') && monthForm.test(text);

/** Which part comes first in a date of figures that does not begin with the year: known, either, or the same both ways; undefined where it is none such. */
export function orderOf(text: string): DateOrder | 'either' | 'same' | undefined {
  const found = figuresForm.exec(text.trim().replace(/\s*[?~]$/, ''));
  if (!found) return undefined;
  if (Number(found[1]) > 12) return 'dmy';
  if (Number(found[2]) > 12) return 'mdy';
  return Number(found[1]) === Number(found[2]) ? 'same' : 'either';
}

function writePoint(day: number, precision: number): string {
  const iso = new Date(Math.round(day * 86400) * 1000).toISOString();
  switch (precision) {
    case datePrecision.year:
      return iso.slice(0, 4);
    case datePrecision.month:
      return iso.slice(0, 7);
    case datePrecision.day:
      return iso.slice(0, 10);
    default:
      return `${iso.slice(0, 10)} ${iso.slice(11, precision === datePrecision.minute ? 16 : 19)}`;
  }
}

/** `1911-03-02`, `1911-03`, `1911?`, `1911-03-02 14:30`, `1911/1913`, `1911/..`: as precisely as it is known, in the form {@link readDate} reads. */
export function writeDate(day: number, precision: number, doubtful: boolean, span?: ReadDate['span']): string {
  if (Number.isNaN(day) || precision === datePrecision.none) return '';
  const doubt = doubtful ? '?' : '';
  const point = writePoint(day, precision) + doubt;
  switch (span?.kind) {
    case spanKind.closed:
      return `${point}/${writePoint(span.until, span.precision)}`;
    case spanKind.openEnd:
      return `${point}/..`;
    case spanKind.openStart:
      return `../${point}`;
    default:
      return point;
  }
}

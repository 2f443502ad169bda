/** Finds what a column is from its cells. */
import { isLink, isPicture, readYesNo } from './cell';
import { isMonthOrNumber, orderOf, readDate } from './date';
import { listEvidence } from './list-evidence';
import { decimalOf, losesDigits, readNumber } from './number';
import { namesLatitude, namesLongitude } from './degrees';
import { isSurePlace, namesPlaces, readPlace } from './place';
import { type RawColumn, entryCounts } from './raw';
import type { ColumnSpec } from './spec';

/** Share of the filled cells that must fit a type for it to be proposed. */
const enough = 0.9;
/** Share of the filled cells that must hold a separator for the column to be a list. */
const enoughLists = 0.05;
const separators = [';', '|', '\n', ' / ', ','] as const;
/** Entries looked through for lists and places; the rest will be like them. */
const sample = 20000;

/** What was found of a column: what it is proposed to be, and what only somebody who knows the material can say. */
export interface Sense {
  spec: ColumnSpec;
  filled: number;
  /** Cells that allow both readings, where no other cell of the column decides. */
  asks?: { what: 'order' | 'decimal' | 'place'; examples: string[] };
  /** A mark parts many cells, but nothing says that they are lists. */
  offers?: { separator: string; cells: number; examples: string[] };
  /** A whole number that would lose digits as a number, so that the column stays text. */
  digits?: string;
}

interface Counts {
  filled: number;
  /** Of them those looked at for lists and places. */
  close: number;
  pointNumbers: number;
  commaNumbers: number;
  dates: number;
  /** Beside them those that may be numbers as well. */
  months: number;
  yesno: number;
  links: number;
  pictures: number;
  places: number;
  /** Of the places those that are surely such. */
  surePlaces: number;
  doubtfulPlaces: string[];
  /** A whole number with more digits than a float holds. */
  digits?: string;
  plainYears: number;
  leadingZeros: number;
  points: number;
  commas: number;
  eitherMark: string[];
  dmy: number;
  mdy: number;
  eitherOrder: string[];
  parted: Map<string, { cells: number; parts: number }>;
}

function count(column: RawColumn): Counts {
  const counts = entryCounts(column);
  const found: Counts = {
    filled: 0,
    close: 0,
    pointNumbers: 0,
    commaNumbers: 0,
    dates: 0,
    months: 0,
    yesno: 0,
    links: 0,
    pictures: 0,
    places: 0,
    surePlaces: 0,
    doubtfulPlaces: [],
    plainYears: 0,
    leadingZeros: 0,
    points: 0,
    commas: 0,
    eitherMark: [],
    dmy: 0,
    mdy: 0,
    eitherOrder: [],
    parted: new Map(separators.map((mark) => [mark, { cells: 0, parts: 0 }])),
  };
  column.dictionary.forEach((entry, code) => {
    const text = entry.trim();
    if (text !== '' && counts[code]) see(text, counts[code], found, code < sample);
  });
  return found;
}

function see(text: string, times: number, found: Counts, closely: boolean): void {
  found.filled += times;
  const first = text.charCodeAt(0);
  // Most cells are words: the first character rules out the costlier readers.
  const numeric = (first >= 48 && first <= 57) || first === 43 || first === 45 || first === 46 || first === 0x2212;
  if (numeric && text.length <= 40) {
    const point = !Number.isNaN(readNumber(text));
    const comma = point && !/[^\d-]/.test(text) ? true : !Number.isNaN(readNumber(text, ','));
    if (point) found.pointNumbers += times;
    if (comma) found.commaNumbers += times;
    if (point || comma) {
      const mark = decimalOf(text);
      if (mark === '.') found.points += times;
      else if (mark === ',') found.commas += times;
      else if (mark === 'either' && found.eitherMark.length < 5) found.eitherMark.push(text);
      if (/^(1[5-9]|20)\d\d$/.test(text)) found.plainYears += times;
      if (/^0\d/.test(text)) found.leadingZeros += times;
      if (losesDigits(text)) found.digits ??= text;
    }
  }
  // A date begins with a figure, or with a word and a blank or point after it.
  if (text.length <= 60 && (numeric || /^[A-Za-z~]+[. ]/.test(text)) && /\d{4}/.test(text)) {
    const order = orderOf(text);
    if (order === 'either') {
      if (found.eitherOrder.length < 5) found.eitherOrder.push(text);
    } else if (order === 'dmy') found.dmy += times;
    else if (order === 'mdy') found.mdy += times;
    if (isMonthOrNumber(text)) found.months += times;
    else if (readDate(text) ?? (order && readDate(text, 'mdy'))) found.dates += times;
  }
  if (!numeric && text.length <= 5 && readYesNo(text) >= 0) found.yesno += times;
  if (isPicture(text)) found.pictures += times;
  else if (isLink(text)) found.links += times;
  if (!closely) return;
  found.close += times;
  if (text.length <= 60 && /\d/.test(text) && readPlace(text)) {
    found.places += times;
    if (isSurePlace(text)) found.surePlaces += times;
    else if (found.doubtfulPlaces.length < 5) found.doubtfulPlaces.push(text);
  }
  for (const mark of separators) {
    if (!text.includes(mark)) continue;
    const part = found.parted.get(mark);
    if (!part) continue;
    part.cells += times;
    part.parts += times * (text.split(mark).length - 1);
  }
}

/** The separator of a list column: one that stands in enough cells. A comma alone parts names too, so it must stand twice in its cells on average. */
function separatorOf({ close, parted }: Counts): string | undefined {
  for (const mark of separators) {
    const { cells, parts } = parted.get(mark) ?? { cells: 0, parts: 0 };
    if (cells / close < enoughLists) continue;
    if (mark === ',' && (parts / cells < 1.75 || cells / close < 0.2)) continue;
    return mark;
  }
  return undefined;
}

/** What the column's cells are. Codes with leading zeros stay text; whole numbers that are all years become dates only where some cell is a finer date. */
export function senseOf(column: RawColumn): Sense {
  const { name } = column;
  const found = count(column);
  const { filled } = found;
  if (filled === 0) return { spec: { name, type: 'text' }, filled };
  const share = (of: number): boolean => of / filled >= enough;
  if (found.yesno === filled) return { spec: { name, type: 'yesno' }, filled };
  if (share(found.pictures)) return { spec: { name, type: 'picture' }, filled };
  if (share(found.links)) return { spec: { name, type: 'link' }, filled };
  const isPlaces = found.places / found.close >= enough;
  const comma = found.commas > found.points;
  const isNumbers = share(comma ? found.commaNumbers : found.pointNumbers) && found.leadingZeros === 0;
  if (isPlaces && (found.surePlaces * 2 >= found.places || namesPlaces(name)))
    return { spec: { name, type: 'place' }, filled };
  // `20, 8` may be a place; `20,8` is a number with a decimal comma.
  if (isPlaces && !isNumbers) {
    return { spec: { name, type: 'text' }, filled, asks: { what: 'place', examples: found.doubtfulPlaces } };
  }
  const years = found.plainYears > 0 && found.plainYears === found.pointNumbers;
  // `3.1911` is a month beside days and months that are sure.
  const dates = found.dates + (found.dates > found.plainYears ? found.months : 0);
  if (share(dates) && (!years || found.dates > found.plainYears)) {
    const { dmy, mdy, eitherOrder } = found;
    const spec: ColumnSpec = {
      name,
      type: 'date',
      ...(dmy || mdy || eitherOrder.length ? { order: mdy > dmy ? 'mdy' : 'dmy' } : {}),
    };
    return dmy === 0 && mdy === 0 && eitherOrder.length
      ? { spec, filled, asks: { what: 'order', examples: eitherOrder } }
      : { spec, filled };
  }
  if (isNumbers && found.digits !== undefined) return { spec: { name, type: 'text' }, filled, digits: found.digits };
  if (isNumbers) {
    const undecided = found.points === 0 && found.commas === 0 && found.eitherMark.length > 0;
    // `56.837` degrees are no thousands.
    const degrees = namesLatitude(name) || namesLongitude(name);
    const decimal = comma || (undecided && degrees && found.eitherMark[0].includes(','));
    const spec: ColumnSpec = { name, type: 'number', ...(decimal ? { decimal: ',' } : {}) };
    return undecided && !degrees
      ? { spec, filled, asks: { what: 'decimal', examples: found.eitherMark } }
      : { spec, filled };
  }
  const separator = separatorOf(found);
  if (separator === undefined) return { spec: { name, type: 'text' }, filled };
  const { says, examples } = listEvidence(column, separator, sample);
  if (says) return { spec: { name, type: 'list', ...(separator === ';' ? {} : { separator }) }, filled };
  const cells = found.parted.get(separator)?.cells ?? 0;
  return { spec: { name, type: 'text' }, filled, offers: { separator, cells, examples } };
}

/** What one written cell means, type by type, and how a typed cell is written. */
import { type Column, type Misfits, datePrecision } from './column';

const numberForm = /^[+-]?(\d+|\d{1,3}(,\d{3})+)?(\.\d+)?([eE][+-]?\d+)?$/;

/** A number with a decimal point, thousands commas allowed; NaN where the text is none. Infinity and hexadecimal do not count. */
export function readNumber(text: string): number {
  const trimmed = text.trim();
  if (trimmed === '' || !numberForm.test(trimmed) || !/\d/.test(trimmed)) return NaN;
  const value = Number(trimmed.replaceAll(',', ''));
  return Number.isFinite(value) ? value : NaN;
}

const yes = new Set(['yes', 'true', 'y']);
const no = new Set(['no', 'false', 'n']);

/** 1 for yes, 0 for no, -1 where the text is neither. */
export function readYesNo(text: string): number {
  const lower = text.trim().toLowerCase();
  return yes.has(lower) ? 1 : no.has(lower) ? 0 : -1;
}

export interface ReadDate {
  day: number;
  precision: number;
  doubtful: boolean;
}

const isoForm = /^(\d{4})(?:-(\d{1,2})(?:-(\d{1,2}))?)?\s*(\?)?$/;
const wordForm = /^(?:(\d{1,2})\s+)?([A-Za-z]{3,9})\.?\s+(\d{4})\s*(\?)?$/;
const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A day, month or year, ISO (`1911-03-02`, `1911-03`, `1911`) or in words (`2 Mar 1911`); a trailing `?` marks doubt. Undefined where it is none. */
export function readDate(text: string): ReadDate | undefined {
  const trimmed = text.trim();
  let year: number, month: number, day: number, doubtful: boolean, precision: number;
  const iso = isoForm.exec(trimmed);
  if (iso) {
    year = Number(iso[1]);
    month = iso[2] === undefined ? 0 : Number(iso[2]);
    day = iso[3] === undefined ? 0 : Number(iso[3]);
    precision =
      iso[3] !== undefined ? datePrecision.day : iso[2] !== undefined ? datePrecision.month : datePrecision.year;
    doubtful = iso[4] !== undefined;
  } else {
    const word = wordForm.exec(trimmed);
    if (!word) return undefined;
    month = months.indexOf(word[2].slice(0, 3).toLowerCase()) + 1;
    if (month === 0) return undefined;
    year = Number(word[3]);
    day = word[1] === undefined ? 0 : Number(word[1]);
    precision = word[1] !== undefined ? datePrecision.day : datePrecision.month;
    doubtful = word[4] !== undefined;
  }
  if (precision >= datePrecision.month && (month < 1 || month > 12)) return undefined;
  if (precision === datePrecision.day && (day < 1 || day > daysInMonth(year, month))) return undefined;
  return { day: dayNumber(year, month || 1, day || 1), precision, doubtful };
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

/** `1911-03-02`, `1911-03`, `1911` or `1911?`, as precisely as it is known. */
export function writeDate(day: number, precision: number, doubtful: boolean): string {
  if (Number.isNaN(day) || precision === datePrecision.none) return '';
  const iso = new Date(day * 86400000).toISOString().slice(0, 10);
  const cut = precision === datePrecision.year ? 4 : precision === datePrecision.month ? 7 : 10;
  return iso.slice(0, cut) + (doubtful ? '?' : '');
}

/** The values of a list cell: parted at the separator, trimmed, empty ones left out. */
export function readList(text: string, separator: string): string[] {
  return text
    .split(separator)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/** A cell as text; empty where there is nothing. Lists are joined with `; `. */
export function cellText(col: Column, row: number): string {
  switch (col.type) {
    case 'text':
      return col.codes[row] < 0 ? '' : col.dictionary[col.codes[row]];
    case 'number':
      return Number.isNaN(col.values[row]) ? '' : String(col.values[row]);
    case 'yesno':
      return col.values[row] < 0 ? '' : col.values[row] ? 'yes' : 'no';
    case 'date':
      return writeDate(col.day[row], col.precision[row], col.doubtful[row] === 1);
    case 'list': {
      let text = '';
      for (let k = col.offsets[row]; k < col.offsets[row + 1]; k++)
        text += (text && '; ') + col.dictionary[col.codes[k]];
      return text;
    }
  }
}

/** A cell as it was written where it does not fit its type, else as {@link cellText}; with whether it fits. */
export function writtenCell(col: Column, misfits: Misfits | undefined, row: number): { text: string; fits: boolean } {
  if (misfits) {
    let low = 0;
    let high = misfits.rows.length - 1;
    while (low <= high) {
      const middle = (low + high) >> 1;
      if (misfits.rows[middle] === row) return { text: misfits.texts[middle], fits: false };
      if (misfits.rows[middle] < row) low = middle + 1;
      else high = middle - 1;
    }
  }
  return { text: cellText(col, row), fits: true };
}

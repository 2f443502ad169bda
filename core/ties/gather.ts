/** What the records behind an edge say together. */
import type { Gathering } from './settings';
import { type Column, Dictionary, cellText, pick } from '../tables';
import type { Rows } from '../graph';

/** Text columns with more different values than this do not say much of a tie as a whole and are not gathered unasked. */
const mostCategories = 40;

type Of<T extends Column['type']> = Extract<Column, { type: T }>;

/** Unasked: sums of numbers, first and last dates, the most frequent of few values. */
export function gatheredByType(columns: readonly Column[], behind: Rows): Column[] {
  return columns.flatMap((col) => {
    if (col.type === 'number') return [{ ...amount(col, behind, 'sum'), name: col.name }];
    if (col.type === 'date') return [gathered(col, behind, 'first'), gathered(col, behind, 'last')];
    if (col.type === 'text' && col.dictionary.length <= mostCategories)
      return [{ ...mostFrequent(col, behind), name: col.name }];
    return [];
  });
}

/** The number of records behind each edge. */
export function recordCounts(behind: Rows): Column {
  const edges = behind.offsets.length - 1;
  const values = Float64Array.from({ length: edges }, (_, e) => behind.offsets[e + 1] - behind.offsets[e]);
  return { type: 'number', name: 'records', values };
}

/** Whether a column of the type can be gathered so. */
export function fitsGathering(type: Column['type'], as: Gathering): boolean {
  if (as === 'sum' || as === 'mean') return type === 'number';
  if (as === 'min' || as === 'max') return type === 'number' || type === 'date';
  if (as === 'most frequent') return type === 'text' || type === 'yesno' || type === 'list';
  return true;
}

/** A column of edges out of a column of records, called `mean packets`, `first sent_on`. It must fit ({@link fitsGathering}). */
export function gathered(col: Column, behind: Rows, as: Gathering): Column {
  const name = `${as} ${col.name}`;
  switch (as) {
    case 'count':
      return { type: 'number', name, values: filledCounts(col, behind) };
    case 'first':
    case 'last':
    case 'min':
    case 'max':
      if (col.type === 'number' && (as === 'min' || as === 'max')) return { ...amount(col, behind, as), name };
      return { ...pickOr(col, endRows(col, behind, as === 'first' || as === 'min')), name };
    case 'list':
      return { ...listOf(col, behind), name };
    case 'most frequent':
      return { ...mostFrequent(col, behind), name };
    default:
      return { ...amount(col as Of<'number'>, behind, as), name };
  }
}

function amount(col: Of<'number'>, behind: Rows, as: 'sum' | 'mean' | 'min' | 'max'): Of<'number'> {
  return { type: 'number', name: col.name, values: amounts(col.values, behind, as) };
}

/** Sum (0 where there is none), mean, least or greatest of the numbers behind each edge; those without a number are NaN. */
export function amounts(values: Float64Array, behind: Rows, as: 'sum' | 'mean' | 'min' | 'max'): Float64Array {
  const edges = behind.offsets.length - 1;
  const found = new Float64Array(edges);
  for (let e = 0; e < edges; e++) {
    let sum = 0;
    let count = 0;
    let least = Infinity;
    let most = -Infinity;
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const value = values[behind.items[k]];
      if (Number.isNaN(value)) continue;
      sum += value;
      count++;
      if (value < least) least = value;
      if (value > most) most = value;
    }
    if (as === 'sum') found[e] = sum;
    else if (count === 0) found[e] = NaN;
    else found[e] = as === 'mean' ? sum / count : as === 'min' ? least : most;
  }
  return found;
}

function filledCounts(col: Column, behind: Rows): Float64Array {
  const counts = new Float64Array(behind.offsets.length - 1);
  for (let e = 0; e < counts.length; e++) {
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++)
      if (cellText(col, behind.items[k]) !== '') counts[e]++;
  }
  return counts;
}

/** The record with the earliest (latest) date or, of other columns, the first (last) that holds something; −1 where none does. */
function endRows(col: Column, behind: Rows, early: boolean): Int32Array {
  const edges = behind.offsets.length - 1;
  const rows = new Int32Array(edges).fill(-1);
  for (let e = 0; e < edges; e++) {
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const r = behind.items[k];
      if (col.type === 'date') {
        if (Number.isNaN(col.day[r])) continue;
        if (rows[e] < 0 || (early ? col.day[r] < col.day[rows[e]] : col.day[r] > col.day[rows[e]])) rows[e] = r;
      } else if (cellText(col, r) !== '' && (rows[e] < 0 || !early)) rows[e] = r;
    }
  }
  return rows;
}

/** The column's cells at the rows, empty where the row is −1. */
function pickOr(col: Column, rows: Int32Array): Column {
  if (col.type === 'date') {
    const at =
      <T>(value: (r: number) => T, none: T) =>
      (r: number): T =>
        r < 0 ? none : value(r);
    return {
      type: 'date',
      name: col.name,
      day: Float64Array.from(
        rows,
        at((r) => col.day[r], NaN),
      ),
      precision: Uint8Array.from(
        rows,
        at((r) => col.precision[r], 0),
      ),
      doubtful: Uint8Array.from(
        rows,
        at((r) => col.doubtful[r], 0),
      ),
    };
  }
  if (col.type === 'number') return { ...col, values: Float64Array.from(rows, (r) => (r < 0 ? NaN : col.values[r])) };
  if (col.type === 'text') return { ...col, codes: rows.map((r) => (r < 0 ? -1 : col.codes[r])) };
  if (col.type === 'yesno') return { ...col, values: Int8Array.from(rows, (r) => (r < 0 ? -1 : col.values[r])) };
  // Every edge has a record; where none holds a place or a list, any of them is as empty as the others.
  return pick(
    col,
    Uint32Array.from(rows, (r) => Math.max(0, r)),
  );
}

function listOf(col: Column, behind: Rows): Column {
  const edges = behind.offsets.length - 1;
  const words = new Dictionary();
  const offsets = new Uint32Array(edges + 1);
  const codes: number[] = [];
  for (let e = 0; e < edges; e++) {
    const seen = new Set<number>();
    for (let k = behind.offsets[e]; k < behind.offsets[e + 1]; k++) {
      const r = behind.items[k];
      const texts =
        col.type === 'list'
          ? Array.from(col.codes.subarray(col.offsets[r], col.offsets[r + 1]), (code) => col.dictionary[code])
          : [cellText(col, r)];
      for (const text of texts) if (text !== '') seen.add(words.code(text));
    }
    codes.push(...seen);
    offsets[e + 1] = codes.length;
  }
  return { type: 'list', name: col.name, offsets, codes: Uint32Array.from(codes), dictionary: words.texts };
}

/** Of equally frequent values the one that stands first in the dictionary, which is the one written first. */
function mostFrequent(col: Column, behind: Rows): Column {
  const edges = behind.offsets.length - 1;
  const words = col.type === 'text' || col.type === 'list' ? col.dictionary : ['yes', 'no'];
  const codes = new Int32Array(edges).fill(-1);
  const counts = new Uint32Array(words.length);
  const each = (r: number, change: (code: number) => void): void => {
    if (col.type === 'text') {
      if (col.codes[r] >= 0) change(col.codes[r]);
    } else if (col.type === 'list') {
      for (let k = col.offsets[r]; k < col.offsets[r + 1]; k++) change(col.codes[k]);
    } else if (col.type === 'yesno' && col.values[r] >= 0) change(1 - col.values[r]);
  };
  for (let e = 0; e < edges; e++) {
    let best = -1;
    const from = behind.offsets[e];
    const to = behind.offsets[e + 1];
    for (let k = from; k < to; k++) each(behind.items[k], (code) => counts[code]++);
    for (let k = from; k < to; k++) {
      each(behind.items[k], (code) => {
        if (best < 0 || counts[code] > counts[best] || (counts[code] === counts[best] && code < best)) best = code;
      });
    }
    for (let k = from; k < to; k++) each(behind.items[k], (code) => (counts[code] = 0));
    codes[e] = best;
  }
  return { type: 'text', name: col.name, codes, dictionary: words };
}

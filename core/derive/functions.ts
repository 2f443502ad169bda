/** What formulas compute with: values, their types, and the functions. */

/** Absent where a cell is empty, or where nothing can be computed. */
export type Value = number | string | boolean | undefined;

export type Row = (i: number) => Value;

export type ValueType = 'number' | 'text' | 'yesno';

/** A part of a formula, its type known and its columns found. */
export interface Typed {
  type: ValueType;
  value: Row;
  /** The empty text "", which stands for an empty cell. */
  blank?: boolean;
}

export type Call = (...values: Value[]) => Value;

export const numbers =
  (of: (...values: number[]) => number): Call =>
  (...values) => {
    if (values.some((value) => value === undefined)) return undefined;
    return finite(of(...values.map(asNumber)));
  };

export const texts =
  (of: (text: string, ...rest: string[]) => Value): Call =>
  (...values) =>
    values[0] === undefined ? undefined : of(asText(values[0]), ...values.slice(1).map(asText));

export interface Known {
  least: number;
  most: number;
  /** What its values must be; absent: anything. */
  takes?: 'number';
  gives: ValueType;
  of: Call;
}

/** Functions by name, with how many values they take. */
export const functions = new Map<string, Known>([
  ['abs', { least: 1, most: 1, takes: 'number', gives: 'number', of: numbers(Math.abs) }],
  [
    'round',
    {
      least: 1,
      most: 2,
      takes: 'number',
      gives: 'number',
      of: numbers((x, digits = 0) => Math.round(x * 10 ** digits) / 10 ** digits),
    },
  ],
  ['sqrt', { least: 1, most: 1, takes: 'number', gives: 'number', of: numbers(Math.sqrt) }],
  ['log', { least: 1, most: 1, takes: 'number', gives: 'number', of: numbers(Math.log) }],
  ['log10', { least: 1, most: 1, takes: 'number', gives: 'number', of: numbers(Math.log10) }],
  ['min', { least: 1, most: 20, takes: 'number', gives: 'number', of: numbers(Math.min) }],
  ['max', { least: 1, most: 20, takes: 'number', gives: 'number', of: numbers(Math.max) }],
  [
    'number',
    { least: 1, most: 1, gives: 'number', of: (value) => (value === undefined ? undefined : finite(asNumber(value))) },
  ],
  ['join', { least: 1, most: 20, gives: 'text', of: (...values) => values.map(asText).join('') }],
  ['lower', { least: 1, most: 1, gives: 'text', of: texts((text) => text.toLowerCase()) }],
  ['upper', { least: 1, most: 1, gives: 'text', of: texts((text) => text.toUpperCase()) }],
  ['length', { least: 1, most: 1, gives: 'number', of: texts((text) => text.length) }],
  [
    'contains',
    { least: 2, most: 2, gives: 'yesno', of: texts((text, part) => text.toLowerCase().includes(part.toLowerCase())) },
  ],
  ['empty', { least: 1, most: 1, gives: 'yesno', of: (value) => value === undefined || value === '' }],
]);

export const functionNames = ['if', ...functions.keys()];

export const finite = (value: number): number | undefined => (Number.isFinite(value) ? value : undefined);

export function asNumber(value: Value): number {
  if (typeof value === 'boolean') return value ? 1 : 0;
  return typeof value === 'number' ? value : value === undefined || value.trim() === '' ? NaN : Number(value);
}

export const asText = (value: Value): string =>
  value === undefined ? '' : value === true ? 'yes' : value === false ? 'no' : String(value);

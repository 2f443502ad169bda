/** Tables as typed columns: no object per row. Every array has one entry per row unless said. */
import { picked, pickedItems } from './picked';

/** Where a computed column comes from, and on how many nodes and edges it was computed. */
export interface Computed {
  /** Id of the step. */
  step: string;
  nodes: number;
  edges: number;
  /** Made out of other columns, so that it rests on no network. */
  derived?: boolean;
  /** What a reader must know beside the name: that it is an estimate, from where a walk begins. */
  said?: string;
}

interface AnyColumn {
  name: string;
  /** Absent: the column came with the data. */
  computed?: Computed;
}

/** Texts are dictionary-coded: `codes[row]` points into `dictionary`, or is -1 where the cell is empty. */
export interface TextColumn extends AnyColumn {
  type: 'text';
  /** What the texts are, where they are more than words. */
  as?: 'picture' | 'link' | 'reference';
  codes: Int32Array;
  dictionary: string[];
  /** What is known of each entry of the dictionary beside its name, where the entries are groups that live on from run to run. */
  marks?: CategoryMark[];
}

export interface CategoryMark {
  /** Number of the category, its own whatever its name and place. */
  id: number;
  /** Place in a palette of colours. */
  slot: number;
  /** Colour given by hand, #rrggbb. */
  colour?: string;
  /** Whether the name was given by hand. */
  named: boolean;
}

/** NaN where the cell is empty or does not fit. */
export interface NumberColumn extends AnyColumn {
  type: 'number';
  values: Float64Array;
}
/** 1 yes, 0 no, -1 empty. */
export interface YesNoColumn extends AnyColumn {
  type: 'yesno';
  values: Int8Array;
}
/**
 * First day of the time named, in days since 1970-01-01 with the time of day as its fraction (NaN where empty); how precisely it is known; whether it
 * was marked as doubtful.
 */
export interface DateColumn extends AnyColumn {
  type: 'date';
  day: Float64Array;
  precision: Uint8Array;
  doubtful: Uint8Array;
  /** Present where a cell of the column is a range. */
  span?: DateSpan;
}
/** Ranges: of which kind each cell is ({@link spanKind}), and the first day of the time named at its end, with its precision. */
export interface DateSpan {
  kind: Uint8Array;
  until: Float64Array;
  precision: Uint8Array;
}
/** Degrees north and east, NaN where empty. */
export interface PlaceColumn extends AnyColumn {
  type: 'place';
  latitude: Float64Array;
  longitude: Float64Array;
}
/** Several values in one cell, as compressed rows: row r holds `codes[offsets[r]] … codes[offsets[r + 1] - 1]`. */
export interface ListColumn extends AnyColumn {
  type: 'list';
  offsets: Uint32Array;
  codes: Uint32Array;
  dictionary: string[];
}
export type Column = TextColumn | NumberColumn | YesNoColumn | DateColumn | ListColumn | PlaceColumn;

/** Cells that do not fit their column's type, as they were written. `rows` ascends. */
export interface Misfits {
  column: string;
  rows: Uint32Array;
  texts: string[];
}

export interface Table {
  name: string;
  rows: number;
  columns: Column[];
  misfits: Misfits[];
  /** Columns that tell one record from another; absent where none are marked. */
  identity?: string[];
}

export const datePrecision = { none: 0, year: 1, month: 2, day: 3, minute: 4, second: 5 } as const;
/** No range; from … until …; from … on; until …. */
export const spanKind = { none: 0, closed: 1, openEnd: 2, openStart: 3 } as const;

/** The named column, or undefined. */
export function column(table: { columns: readonly Column[] }, name: string): Column | undefined {
  return table.columns.find((candidate) => candidate.name === name);
}

/** The number of rows a column holds. */
export function rowsOf(col: Column): number {
  switch (col.type) {
    case 'text':
      return col.codes.length;
    case 'date':
      return col.day.length;
    case 'list':
      return col.offsets.length - 1;
    case 'place':
      return col.latitude.length;
    default:
      return col.values.length;
  }
}

type Values = Int32Array | Float64Array | Int8Array | Uint8Array;

/** A column of the same type with every array of values passed through `change`; lists are not made of such. */
function changed<T extends Exclude<Column, ListColumn>>(
  col: T,
  change: <A extends Values>(values: A, empty: number) => A,
): T;
function changed(col: Exclude<Column, ListColumn>, change: <A extends Values>(values: A, empty: number) => A): Column {
  switch (col.type) {
    case 'text':
      return { ...col, codes: change(col.codes, -1) };
    case 'number':
      return { ...col, values: change(col.values, NaN) };
    case 'yesno':
      return { ...col, values: change(col.values, -1) };
    case 'place':
      return { ...col, latitude: change(col.latitude, NaN), longitude: change(col.longitude, NaN) };
    case 'date': {
      const dates = {
        ...col,
        day: change(col.day, NaN),
        precision: change(col.precision, 0),
        doubtful: change(col.doubtful, 0),
      };
      if (!col.span) return dates;
      const { kind, until, precision } = col.span;
      return { ...dates, span: { kind: change(kind, 0), until: change(until, NaN), precision: change(precision, 0) } };
    }
  }
}

/** A column of the same type with the given rows, in the given order; dictionaries are shared. */
export function pick(col: Column, rows: Uint32Array): Column {
  if (col.type !== 'list') return changed(col, (values) => picked(values, rows));
  const { offsets, places } = pickedItems(col.offsets, rows);
  return { ...col, offsets, codes: picked(col.codes, places) };
}

/** The column with empty cells added up to `rows`. */
export function extended(col: Column, rows: number): Column {
  if (col.type === 'list') {
    const offsets = new Uint32Array(rows + 1).fill(col.codes.length);
    offsets.set(col.offsets);
    return { ...col, offsets };
  }
  return changed(col, <A extends Values>(values: A, empty: number): A => {
    const longer = new (values.constructor as new (n: number) => A)(rows);
    longer.fill(empty);
    longer.set(values);
    return longer;
  });
}

/** Tables as typed columns: no object per row. Every array has one entry per row unless said. */

export const columnTypes = ['text', 'number', 'yesno', 'date', 'list'] as const;
export type ColumnType = (typeof columnTypes)[number];

/** Texts are dictionary-coded: `codes[row]` points into `dictionary`, or is -1 where the cell is empty. */
export interface TextColumn {
  type: 'text';
  name: string;
  codes: Int32Array;
  dictionary: string[];
}
/** NaN where the cell is empty or does not fit. */
export interface NumberColumn {
  type: 'number';
  name: string;
  values: Float64Array;
}
/** 1 yes, 0 no, -1 empty. */
export interface YesNoColumn {
  type: 'yesno';
  name: string;
  values: Int8Array;
}
/** First day of the time named, in days since 1970-01-01 (NaN where empty); how precisely it is known; whether it was marked with "?". */
export interface DateColumn {
  type: 'date';
  name: string;
  day: Float64Array;
  precision: Uint8Array;
  doubtful: Uint8Array;
}
/** Several values in one cell, as compressed rows: row r holds `codes[offsets[r]] … codes[offsets[r + 1] - 1]`. */
export interface ListColumn {
  type: 'list';
  name: string;
  offsets: Uint32Array;
  codes: Uint32Array;
  dictionary: string[];
}
export type Column = TextColumn | NumberColumn | YesNoColumn | DateColumn | ListColumn;

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
}

export const datePrecision = { none: 0, year: 1, month: 2, day: 3 } as const;

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
    default:
      return col.values.length;
  }
}

/** A column of the same type with the given rows, in the given order; dictionaries are shared. */
export function pick(col: Column, rows: Uint32Array): Column {
  const n = rows.length;
  switch (col.type) {
    case 'text': {
      const codes = new Int32Array(n);
      for (let i = 0; i < n; i++) codes[i] = col.codes[rows[i]];
      return { ...col, codes };
    }
    case 'number': {
      const values = new Float64Array(n);
      for (let i = 0; i < n; i++) values[i] = col.values[rows[i]];
      return { ...col, values };
    }
    case 'yesno': {
      const values = new Int8Array(n);
      for (let i = 0; i < n; i++) values[i] = col.values[rows[i]];
      return { ...col, values };
    }
    case 'date': {
      const day = new Float64Array(n);
      const precision = new Uint8Array(n);
      const doubtful = new Uint8Array(n);
      for (let i = 0; i < n; i++) {
        day[i] = col.day[rows[i]];
        precision[i] = col.precision[rows[i]];
        doubtful[i] = col.doubtful[rows[i]];
      }
      return { ...col, day, precision, doubtful };
    }
    case 'list': {
      const offsets = new Uint32Array(n + 1);
      for (let i = 0; i < n; i++) offsets[i + 1] = offsets[i] + col.offsets[rows[i] + 1] - col.offsets[rows[i]];
      const codes = new Uint32Array(offsets[n]);
      for (let i = 0; i < n; i++) {
        codes.set(col.codes.subarray(col.offsets[rows[i]], col.offsets[rows[i] + 1]), offsets[i]);
      }
      return { ...col, offsets, codes };
    }
  }
}

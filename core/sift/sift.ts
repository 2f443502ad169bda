/** What a kind of sift is. To add one: a file under `kinds`, a line in the registry, and its card. */
import * as z from 'zod';
import type { Spots, Where } from '../places';
import type { Column } from '../tables';

/** What a sift narrows: the records behind ties, nodes, or ties. */
export const whose = ['records', 'nodes', 'edges'] as const;

/** What counts are of: the rows themselves, the sum of a number column, or how many different values of a column. */
export const measureSchema = z
  .discriminatedUnion('by', [
    z.object({ by: z.literal('rows') }),
    z.object({ by: z.literal('sum'), column: z.string() }),
    z.object({ by: z.literal('distinct'), column: z.string() }),
  ])
  .default({ by: 'rows' });
export type SiftMeasure = z.infer<typeof measureSchema>;

/** What all sifts have. `table` is the key of the records' table. */
export const siftBase = {
  id: z.string().max(100),
  on: z.boolean().default(true),
  of: z.enum(whose),
  table: z.string().optional(),
};

/** The rows that a sift reads: those of a table, or the nodes, or the ties. */
export interface SiftRows {
  size: number;
  /** Distinct names of the rows; absent where they have none. */
  ids?: readonly string[];
  labels?: readonly string[];
  /** A Fault that says so where it is not there. */
  column(name: string): Column;
  /** Names of the columns that hold times. */
  times?(): string[];
  /** Where nodes are; absent where the rows are none. */
  spots?(where: Where): Spots;
}

/** What the card of a sift shows while the marked rows are in view. */
export type Tallying<S> = (inView: Uint8Array, sift: S) => Tally;

export interface Count {
  inView: number;
  all: number;
}

/** A bar over `from ≤ x < to`. `light` is the part in view whose date is not known to the bar; `parts` the counts in view by category. */
export interface Bar extends Count {
  from: number;
  to: number;
  light?: number;
  parts?: number[];
}

/** Rows one by one, in the order they are drawn. */
export interface LastingRows {
  /** Places among all rows. */
  row: Uint32Array;
  /** First day, −Infinity where the beginning is open, and first day after, Infinity where the end is. */
  from: Float64Array;
  until: Float64Array;
  /** 1 where the time is doubtful, or not known to the day. */
  light: Uint8Array;
  /** 1 where the time passes the window. */
  inside: Uint8Array;
  labels: string[];
  groups?: string[];
  /** How many there are in all; the rest is not listed. */
  all: number;
}

/** What a card shows, counted under the other sifts. */
export type Tally =
  | { kind: 'values'; values: (Count & { value: string })[]; distinct: number; shown: number }
  | {
      kind: 'bars';
      bars: Bar[];
      low: number;
      high: number;
      empty: Count;
      unit?: DateUnit;
      parts?: string[];
      uncertain?: number;
      /** Of dates: columns that may say when what begins ends. Of numbers: whether they are years. */
      ends?: string[];
      years?: boolean;
      rows?: LastingRows;
      /** Of numbers: whether all are whole; the last number of a bar is then one under its end. */
      whole?: boolean;
    }
  | { kind: 'count'; count: Count };

export const dateUnits = ['day', 'week', 'month', 'year', 'decade'] as const;
export type DateUnit = (typeof dateUnits)[number];

export interface SiftKind<K extends string, S extends { kind: K }> {
  key: K;
  title: string;
  schema: z.ZodType<S>;
  /** Whether it is made for a column. */
  fits(col: Column): boolean;
  /** Whether it lets all rows through as it stands. */
  open(sift: S): boolean;
  /** 1 for each row that passes. A Fault where a column is not there. */
  passes(rows: SiftRows, sift: S): Uint8Array;
  /** The settings that its counting rests on, without those that only say what passes or what is listed; for equal ones it is made once. */
  tallies(sift: S): unknown;
  /** Counts over the rows marked in `all`, for a card; made once, asked whenever what is in view changes. */
  tally(rows: SiftRows, sift: S, all: Uint8Array): Tallying<S>;
  /** Its chip: what is in view, in a few words. */
  words(sift: S): string;
}

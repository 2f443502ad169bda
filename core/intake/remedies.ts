/** What was decided about a table that is coming in, and what was found in it. */
import * as z from 'zod';
import { type ColumnSpec, columnSpecsSchema } from '../tables';

export const remediesSchema = z.object({
  /** Name of the table to be. */
  name: z.string(),
  /** What the columns are, where they are not as found. */
  columns: columnSpecsSchema.optional(),
  /** Columns whose question has been answered. */
  answered: z.array(z.string()).default([]),
  /** A matrix of ties is unrolled to a row for each tie. */
  shape: z.enum(['table', 'adjacency', 'incidence']).optional(),
  /** Two number columns that become one place. */
  place: z.boolean().default(false),
  faulty: z.enum(['aside', 'fit']).default('aside'),
  /** By column: cells that do not fit their type are kept as written, emptied, or their rows set aside. */
  misfits: z.record(z.string(), z.enum(['keep', 'empty', 'aside'])).default({}),
  /** Records found twice. */
  doubles: z.enum(['join', 'keep']).optional(),
  /** Records that share title and year alone. */
  titles: z.enum(['join', 'keep']).optional(),
  /** Records that share an identity and differ. */
  collapse: z.enum(['one', 'apart']).optional(),
  /** Columns that tell one record from another; empty: none do. Absent: as found. */
  identity: z.array(z.string()).optional(),
  /** Each row gets an id that is made. */
  makeIds: z.boolean().default(false),
  /** By reference column. */
  references: z
    .record(
      z.string(),
      z.object({
        /** The nearest known name is taken for all values that have one. */
        near: z.boolean().default(false),
        /** Values without a record: as they are, records of their own, or left out of every count. */
        unmatched: z.enum(['keep', 'create', 'leave']).default('keep'),
        /** By value: the known name it is to count as. */
        values: z.record(z.string(), z.string()).default({}),
        /** Which of several is meant: the one whose `there` equals the row's `here`. */
        rule: z.object({ here: z.string(), there: z.string() }).optional(),
        /** Which of several is meant, by line and value: the id. */
        cells: z.record(z.string(), z.string()).default({}),
        /** Several of a name are one: the first is taken. */
        first: z.boolean().default(false),
      }),
    )
    .default({}),
  /** A table of the study that gets the records instead of a new one. */
  into: z
    .object({
      table: z.string(),
      how: z.enum(['replace', 'append']),
      /** Columns of the table by those that come in, where it is said by hand; the empty text for a column of its own. */
      columns: z.record(z.string(), z.string()).default({}),
    })
    .optional(),
});
export type Remedies = z.infer<typeof remediesSchema>;
export type ReferenceRemedy = Remedies['references'][string];

/**
 * Columns as prepared last, with what was decided about them since: a decision that is taken while the one before it is still worked in must not undo
 * it. Which columns are the identity is as prepared.
 */
export function asDecided(prepared: readonly ColumnSpec[], { columns = [] }: Pick<Remedies, 'columns'>): ColumnSpec[] {
  const decided = new Map(columns.map((spec) => [spec.name, spec]));
  return prepared.map((spec) => {
    const { id: _id, ...rest } = decided.get(spec.name) ?? spec;
    return spec.id ? { ...rest, id: true } : rest;
  });
}

export const noReferenceRemedy: ReferenceRemedy = {
  near: false,
  unmatched: 'keep',
  values: {},
  cells: {},
  first: false,
};

/** Something found in what is coming in. `asks` must be answered before it can be stored. */
export type Finding =
  | { kind: 'faulty'; count: number; examples: { line: number; reason: string; text: string }[] }
  | { kind: 'asks'; column: string; what: 'order' | 'decimal' | 'place'; examples: string[]; answered: boolean }
  | {
      kind: 'misfits';
      column: string;
      type: string;
      count: number;
      filled: number;
      examples: { text: string; lines: number[] }[];
    }
  /** A mark parts many cells, which may be lists; whether they are read as such. */
  | { kind: 'list'; column: string; separator: string; cells: number; examples: string[]; done: boolean }
  /** Whole numbers of more digits than a number keeps: the column stays text. */
  | { kind: 'digits'; column: string; example: string }
  | { kind: 'imprecise'; column: string; count: number; examples: string[] }
  | { kind: 'doubles'; by: string; count: number; examples: { key: string; lines: number[] }[] }
  | {
      kind: 'identity';
      columns: string[];
      /** Columns that could serve. */
      choices: string[];
      without: number;
      groups: number;
      rows: number;
      examples: { key: string; lines: number[]; conflicts: { column: string; values: string[] }[] }[];
    }
  | { kind: 'shape'; shape: 'adjacency' | 'incidence'; symmetric: boolean; misfits: number; ties: number }
  | { kind: 'place'; latitude: string; longitude: string }
  | { kind: 'reference'; column: string; table: string; tableName: string; by: string; filled: number; matched: number }
  | {
      kind: 'ambiguous';
      column: string;
      tableName: string;
      values: { value: string; count: number; candidates: { id: string; text: string }[] }[];
      cases: { line: number; value: string; text: string; chosen?: string }[];
      cells: number;
      open: number;
      rules: { here: string; there: string; decides: number }[];
    }
  | { kind: 'near'; column: string; tableName: string; values: { value: string; count: number; to: string }[] }
  | {
      kind: 'unmatched';
      column: string;
      tableName: string;
      values: { value: string; count: number; to?: string }[];
      known: string[];
    }
  | { kind: 'note'; text: string };

/** A row that is not stored, with its reason. */
export interface Aside {
  line: number;
  reason: string;
  cells: string[];
}

const urgency: Record<Finding['kind'], number> = {
  asks: 0,
  shape: 1,
  ambiguous: 2,
  near: 4,
  unmatched: 5,
  misfits: 6,
  faulty: 7,
  doubles: 8,
  identity: 9,
  place: 10,
  list: 11,
  digits: 11,
  imprecise: 11,
  reference: 12,
  note: 13,
};

/** What must be decided first, then what should be, then what is only said; columns in their order. */
export const byUrgency = (findings: readonly Finding[]): Finding[] =>
  findings
    .map((finding) => ({
      finding,
      rank: finding.kind === 'identity' && finding.groups + finding.without > 0 ? 3 : urgency[finding.kind],
    }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ finding }) => finding);

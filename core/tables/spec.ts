/** What a column is to be read as: its type, and what that type leaves open. */
import * as z from 'zod';

export const columnTypes = [
  'text',
  'number',
  'yesno',
  'date',
  'list',
  'place',
  'picture',
  'link',
  'reference',
] as const;
export type ColumnType = (typeof columnTypes)[number];

export const columnSpecSchema = z.object({
  name: z.string(),
  type: z.enum(columnTypes),
  /** Of a number: what stands before its decimals. Absent: a point. */
  decimal: z.enum(['.', ',']).optional(),
  /** Of a date in figures that does not begin with the year: which part comes first. Absent: the day. */
  order: z.enum(['dmy', 'mdy']).optional(),
  /** Of a list: what parts its values. Absent: a semicolon. */
  separator: z.string().min(1).max(8).optional(),
  /** Of a reference: the key of the table it points to, and the column of that table that its cells name. */
  table: z.string().optional(),
  by: z.string().optional(),
  /** Whether the column, alone or with the others marked so, tells one record from another. */
  id: z.boolean().optional(),
});
export type ColumnSpec = z.infer<typeof columnSpecSchema>;
export const columnSpecsSchema = z.array(columnSpecSchema).max(2000);

export const listSeparator = ';';

/** The names of the columns that tell one record from another; empty where none is marked. */
export const identityOf = (columns: readonly ColumnSpec[]): string[] =>
  columns.filter(({ id }) => id).map(({ name }) => name);

import type { ColumnSpec, RawTable } from '../../tables';

/** A table of a study as it is stored. */
export interface StoredTable {
  key: string;
  name: string;
  raw: RawTable;
  specs: readonly ColumnSpec[];
}

/** A format in which tables of a study are written. To add one: a file here and a line in the registry. */
export interface StoredFormat {
  key: string;
  title: string;
  /** What comes behind the name of the table, or of the study. */
  ending: string;
  /** Media type. */
  type: string;
  /** Whether a file holds one table, or all. */
  holds: 'one' | 'all';
  /** The whole file; the same bytes for the same tables. */
  write(tables: readonly StoredTable[]): Promise<string | Uint8Array>;
}

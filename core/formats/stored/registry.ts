/** All formats in which tables of a study are written, in the order in which they are offered. */
import { storedArrow } from './arrow';
import { storedCsv } from './csv';
import type { StoredFormat } from './format';
import { storedSqlite } from './sqlite';

export type { StoredTable } from './format';
export const storedFormats: readonly StoredFormat[] = [storedCsv, storedArrow, storedSqlite];

export const storedFormat = (key: string): StoredFormat | undefined =>
  storedFormats.find((format) => format.key === key);

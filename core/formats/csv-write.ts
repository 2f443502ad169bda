/** CSV as RFC 4180 has it, safe to open in a spreadsheet. */
import { type Column, cellText, rowsOf } from '../tables';

/** Texts that a spreadsheet would take for a formula get a leading apostrophe; numbers stay numbers. */
export function neutralised(text: string): string {
  return /^[=+\-@\t\r]/.test(text) && !/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text) ? `'${text}` : text;
}

/** One cell as it is, quoted where it must be. */
function quoted(text: string, delimiter = ','): string {
  return text.includes(delimiter) || /[",\r\n]|^\s|\s$/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** One cell, quoted where it must be, and no formula. */
export const csvCell = (text: string, delimiter = ','): string => quoted(neutralised(text), delimiter);

/** Rows of written cells as they are, for programs that read them back: nothing is neutralised. */
export function csvRows(rows: readonly (readonly string[])[]): string {
  // An empty line would be no row.
  return rows
    .map(
      (cells) => (cells.length === 1 && cells[0] === '' ? '""' : cells.map((cell) => quoted(cell)).join(',')) + '\r\n',
    )
    .join('');
}

/** Columns of equal length as CSV with a header; lines end with CR LF. */
export function csv(columns: readonly Column[]): string {
  const rows = columns.length ? rowsOf(columns[0]) : 0;
  const lines = [columns.map((col) => csvCell(col.name)).join(',')];
  for (let r = 0; r < rows; r++) lines.push(columns.map((col) => csvCell(cellText(col, r))).join(','));
  return lines.join('\r\n') + '\r\n';
}

/** A list for people: heads and rows; numbers as they are, nothing where there is none, and texts that are no formula. Lines end with CR LF. */
export function csvList(
  heads: readonly string[],
  rows: Iterable<readonly (string | number | null | undefined)[]>,
): string {
  const lines = [heads.map((head) => csvCell(head)).join(',')];
  for (const row of rows) lines.push(row.map((cell) => csvCell(written(cell))).join(','));
  return lines.join('\r\n') + '\r\n';
}

const written = (cell: string | number | null | undefined): string =>
  typeof cell === 'string' ? cell : typeof cell === 'number' && !Number.isNaN(cell) ? String(cell) : '';

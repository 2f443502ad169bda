/** CSV as RFC 4180 has it, safe to open in a spreadsheet. */
import { type Column, cellText, rowsOf } from '../tables';

/** Texts that a spreadsheet would take for a formula get a leading apostrophe; numbers stay numbers. */
export function neutralised(text: string): string {
  return /^[=+\-@\t\r]/.test(text) && !/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text) ? `'${text}` : text;
}

/** One cell, quoted where it must be. */
export function csvCell(text: string): string {
  const safe = neutralised(text);
  return /[",\r\n]|^\s|\s$/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Columns of equal length as CSV with a header; lines end with CR LF. */
export function csv(columns: readonly Column[]): string {
  const rows = columns.length ? rowsOf(columns[0]) : 0;
  const lines = [columns.map((col) => csvCell(col.name)).join(',')];
  for (let r = 0; r < rows; r++) lines.push(columns.map((col) => csvCell(cellText(col, r))).join(','));
  return lines.join('\r\n') + '\r\n';
}

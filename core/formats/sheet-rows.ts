/** Columns as the rows of a sheet. */
import { type Column, cellText, datePrecision, rowsOf, spanKind } from '../tables';
import type { SheetCell } from './xlsx-write';

/** 1900-03-01: spreadsheets know no days before 1900, and count one too many until then. */
const firstDay = -25508;

/** Numbers as numbers, days that are known to the day as days, everything else as it is written. */
function cell(col: Column, row: number): SheetCell {
  if (col.type === 'number') return Number.isFinite(col.values[row]) ? col.values[row] : '';
  if (col.type === 'date') {
    const day = col.day[row];
    const plain =
      col.precision[row] === datePrecision.day &&
      !col.doubtful[row] &&
      (col.span?.kind[row] ?? spanKind.none) === spanKind.none;
    if (plain && day >= firstDay && Number.isInteger(day)) return { day };
  }
  return cellText(col, row);
}

/** A header and the rows. */
export function sheetRows(columns: readonly Column[]): SheetCell[][] {
  const rows: SheetCell[][] = [columns.map(({ name }) => name)];
  const count = columns.length ? rowsOf(columns[0]) : 0;
  for (let r = 0; r < count; r++) rows.push(columns.map((col) => cell(col, r)));
  return rows;
}

import { rawRow } from '../../tables';
import { csvCell } from '../csv-write';
import type { StoredFormat } from './format';

/** Cells as they were written; what a spreadsheet would take for a formula is none. */
export const storedCsv: StoredFormat = {
  key: 'csv',
  title: 'CSV',
  ending: '.csv',
  type: 'text/csv',
  holds: 'one',
  write([{ raw }]) {
    const line = (cells: readonly string[]): string => `${cells.map((cell) => csvCell(cell)).join(',')}\r\n`;
    const lines = [line(raw.columns.map(({ name }) => name))];
    for (let r = 0; r < raw.rows; r++) lines.push(line(rawRow(raw, r)));
    return Promise.resolve(lines.join(''));
  },
};

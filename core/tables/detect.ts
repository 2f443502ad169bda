/** Finds a column's type from its cells, seen one after the other. */
import type { ColumnType } from './column';
import { readDate, readNumber, readYesNo } from './cell';

/** Share of the filled cells that must fit a type for it to be proposed. */
const enough = 0.9;

/** Counts what the cells of one column look like. Feed every cell to `see`; ask `type` at the end. */
export class TypeSense {
  filled = 0;
  number = 0;
  date = 0;
  yesno = 0;
  semicolons = 0;
  private plainYears = 0;
  private leadingZeros = 0;

  see(text: string): void {
    const trimmed = text.trim();
    if (trimmed === '') return;
    this.filled++;
    const first = trimmed.charCodeAt(0);
    // Most cells are words: the first character rules out the costlier readers.
    const numeric = (first >= 48 && first <= 57) || first === 43 || first === 45 || first === 46;
    if (numeric) {
      if (!Number.isNaN(readNumber(trimmed))) {
        this.number++;
        if (/^1[5-9]\d\d$|^20\d\d$/.test(trimmed)) this.plainYears++;
        if (/^0\d/.test(trimmed)) this.leadingZeros++;
      }
      if (readDate(trimmed)) this.date++;
    } else {
      if (trimmed.length <= 5 && readYesNo(trimmed) >= 0) this.yesno++;
      if (trimmed.length <= 18 && /\d{4}\s*\??$/.test(trimmed) && readDate(trimmed)) this.date++;
    }
    if (trimmed.includes(';')) this.semicolons++;
  }

  /** Share of the filled cells that fit the type; 1 for text and lists. */
  share(type: ColumnType): number {
    if (this.filled === 0 || type === 'text' || type === 'list') return 1;
    return this[type] / this.filled;
  }

  /** The proposed type. Codes with leading zeros stay text; whole numbers that are all years become dates only where some cell is a finer date. */
  type(): ColumnType {
    if (this.filled === 0) return 'text';
    if (this.share('yesno') === 1) return 'yesno';
    const years = this.plainYears > 0 && this.plainYears === this.number;
    if (this.share('date') >= enough && (!years || this.date > this.plainYears)) return 'date';
    if (this.share('number') >= enough && this.leadingZeros === 0) return 'number';
    if (this.semicolons / this.filled >= 0.05) return 'list';
    return 'text';
  }
}

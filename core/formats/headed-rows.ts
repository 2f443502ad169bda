/** Rows as they come from a file, parted into a header and what stands below it. */
import { headerNames, readDate, readNumber } from '../tables';
import { Fault, counted } from '../fault';

/** A row whose number of cells is not the header's. */
export interface FaultyRow {
  /** Line of the file where the row begins; the header's is 1 when nothing stands before it. */
  line: number;
  reason: string;
  cells: string[];
}

/** What becomes of rows with too few or too many cells: set aside, or filled up and cut to fit. */
export type FaultyRule = 'aside' | 'fit';

export interface Headed {
  columns: string[];
  /** Line of the header; 0 where there is none. */
  headerLine: number;
  /** What was changed to make the file readable, in sentences. */
  notes: string[];
}

export interface RowTaker {
  rows(cells: string[], line: number): void;
  faulty(row: FaultyRow): void;
}

export const mostColumns = 2000;
/** Rows looked at before the header is decided on. */
const lookahead = 100;
/** Lines above the header that are passed over at most. */
const mostAbove = 12;

interface Held {
  cells: string[];
  line: number;
  /** A header that stood behind a `#`. */
  remarked?: boolean;
}

const isRemark = (cells: readonly string[]): boolean => /^[\s\ufeff]*#/.test(cells[0] ?? '');

const empty = (cells: readonly string[]): boolean => cells.every((cell) => cell.trim() === '');

/** Push rows, then `end`. `take.rows` receives cells, as many as there are columns; `take.faulty` those that do not fit. */
export class HeadedRows {
  found: Headed | undefined;
  rowCount = 0;
  faultyCount = 0;
  private readonly first: Held[] = [];

  constructor(
    private readonly name: string,
    private readonly take: RowTaker,
    private readonly settings: {
      rule: FaultyRule;
      /** Whether the first row is the header; absent: to be found out. */
      header?: boolean;
      /** Rows may end early, as empty cells at their end are not written. */
      ragged?: boolean;
    },
  ) {}

  /** Lines of remarks, and rows in which no cell is filled: neither is a record. */
  private remarks = 0;
  private blank = 0;

  push(cells: string[], line: number): void {
    if (this.found) this.row(cells, line);
    else if (!empty(cells) || this.first.length) {
      this.first.push({ cells, line });
      if (this.first.length >= lookahead) this.decide();
    }
  }

  end(): Headed | undefined {
    if (!this.found && this.first.length) this.decide();
    if (this.remarks) this.found?.notes.push(`${counted(this.remarks, 'line')} of remarks (#) passed over.`);
    if (this.blank) this.found?.notes.push(`${counted(this.blank, 'row')} without any filled cell passed over.`);
    this.remarks = this.blank = 0;
    return this.found;
  }

  private decide(): void {
    const { header, ragged } = this.settings;
    const rows = this.withoutRemarks(this.first);
    const widths = rows.map(({ cells }) => cells.length);
    let skip = 0;
    if (header === undefined) {
      // Titles above the header: rows with one filled cell, or none, over rows of three or more.
      const usual = median(widths);
      const filled = (cells: readonly string[]): number => cells.filter((cell) => cell.trim() !== '').length;
      while (skip < Math.min(mostAbove, rows.length - 2) && usual >= 3 && filled(rows[skip].cells) < 2) skip++;
    }
    const below = rows.slice(skip);
    // Before anything is compared: what is too wide is told at once.
    if (below[0].cells.length > mostColumns && !ragged) throw this.tooWide(below[0].cells.length);
    const headed = header ?? (rows[skip]?.remarked || hasHeader(below.map(({ cells }) => cells)));
    const width = ragged ? Math.max(...below.map(({ cells }) => lastFilled(cells))) : below[0].cells.length;
    if (width > mostColumns) throw this.tooWide(width);
    const written = headed ? below[0].cells : [];
    const { names, notes } = headerNames(Array.from({ length: Math.max(width, 1) }, (_, c) => written[c] ?? ''));
    if (skip) notes.unshift(`${counted(skip, 'line')} above the header passed over.`);
    this.found = headed
      ? { columns: names, headerLine: below[0].line, notes }
      : { columns: names, headerLine: 0, notes: ['The first line holds values, no names; the columns were numbered.'] };
    for (const { cells, line } of headed ? below.slice(1) : below) this.row(cells, line);
    this.first.length = 0;
  }

  private tooWide(width: number): Fault {
    return new Fault(
      `“${this.name}” has ${width} columns; at most ${mostColumns} can be brought in. Remove those you do not need.`,
      this.name,
    );
  }

  /** The rows without leading remarks; the last of these, where it names as many columns as there are below it, is the header. */
  private withoutRemarks(rows: readonly Held[]): Held[] {
    const from = rows.findIndex(({ cells }) => !isRemark(cells));
    if (from <= 0) return [...rows];
    const [last, next] = [rows[from - 1], rows[from]];
    // Parted by blanks, the mark is a cell of its own.
    const named = /^[\s\ufeff]*#\s*$/.test(last.cells[0]) ? last.cells.slice(1) : last.cells;
    const cells = named.map((cell, c) => (c ? cell : cell.replace(/^[\s\ufeff]*#\s*/, '')));
    const names =
      cells.length === next.cells.length &&
      cells.length > 1 &&
      cells.every((cell) => cell.trim() !== '' && !typed(cell));
    this.remarks += from - (names ? 1 : 0);
    return names ? [{ cells, line: last.line, remarked: true }, ...rows.slice(from)] : rows.slice(from);
  }

  private row(cells: string[], line: number): void {
    const columns = this.found?.columns ?? [];
    const width = columns.length;
    if (empty(cells)) {
      // A line without anything parts pages; delimiters alone were a row once.
      if (cells.length > 1 && !this.settings.ragged) this.blank++;
      return;
    }
    if (isRemark(cells) && cells.length !== width) {
      this.remarks++;
      return;
    }
    if (this.settings.ragged) {
      const filled = lastFilled(cells);
      if (filled <= width) {
        cells.length = width;
        for (let c = 0; c < width; c++) cells[c] ??= '';
      }
    }
    const repeats = cells.length === width && cells[0] === columns[0] && cells.every((cell, c) => cell === columns[c]);
    if (cells.length === width && !repeats) {
      this.rowCount++;
      this.take.rows(cells, line);
      return;
    }
    this.faultyCount++;
    const reason = repeats ? 'repeats the header' : `${counted(cells.length, 'cell')} instead of ${width}`;
    this.take.faulty({ line, reason, cells });
    if (this.settings.rule === 'fit') {
      this.rowCount++;
      const fitted = cells.slice(0, width);
      while (fitted.length < width) fitted.push('');
      this.take.rows(fitted, line);
    }
  }
}

function lastFilled(cells: readonly string[]): number {
  let n = cells.length;
  while (n > 0 && (cells[n - 1] ?? '').trim() === '') n--;
  return n;
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1];
}

const typed = (text: string): boolean => !Number.isNaN(readNumber(text)) || readDate(text) !== undefined;

/**
 * Whether the first row names the columns. It does not where it holds a number or date over a column of such (unless its numbers ascend, as years
 * over columns do), or where half of its values stand again below it.
 */
function hasHeader(rows: readonly (readonly string[])[]): boolean {
  const [first, ...rest] = rows;
  // A header that stands again below, where files were put one behind the other, says nothing against itself.
  const below = rest.filter((row) => row.some((cell, c) => cell.replace(/^\ufeff/, '') !== first[c]));
  if (!below.length) return true;
  const figures = first.filter((cell) => cell.trim() !== '' && typed(cell));
  const numbers = figures.map((cell) => readNumber(cell));
  const ascending = numbers.length > 2 && numbers.every((value, i) => i === 0 || value > numbers[i - 1]);
  if (figures.length && !ascending) {
    const like = first.some((cell, c) => {
      if (cell.trim() === '' || !typed(cell)) return false;
      const filled = below.map((row) => row[c] ?? '').filter((text) => text.trim() !== '');
      return filled.length > 0 && filled.filter(typed).length >= 0.9 * filled.length;
    });
    if (like) return false;
  }
  const words = first.filter((cell) => cell.trim() !== '' && !typed(cell));
  // A table whose first column names its columns too is a matrix.
  const rowNames = new Set(below.map((row) => (row[0] ?? '').trim()));
  if (first.length > 2 && first.slice(1).filter((cell) => rowNames.has(cell.trim())).length >= (first.length - 1) / 2)
    return true;
  const found = new Set(below.flat());
  const again = words.filter((cell) => found.has(cell));
  return !(words.length > 0 && below.length > 1 && again.length * 2 >= words.length);
}

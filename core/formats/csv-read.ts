/** Reads CSV in pieces of any size: encoding, delimiter and header are found, rows that do not fit are told apart with their line and reason. */
import Papa from 'papaparse';
import { Fault } from '../fault';
import { type FaultyRule, type Headed, HeadedRows, type RowTaker } from './headed-rows';
import { type TextEncoding, encodingNote, encodingOf } from './encoding';

export type { FaultyRow, FaultyRule } from './headed-rows';

export interface CsvFound extends Headed {
  encoding: TextEncoding;
  delimiter: string;
}

interface LowParser {
  parse(
    input: string,
    base: number,
    ignoreLast: boolean,
  ): { data: string[][]; errors: { code: string }[]; meta: { cursor: number } };
}
type LowParserMaker = new (config: { delimiter: string; newline: string; quoteChar: string }) => LowParser;
const Parser = (Papa as unknown as { Parser: LowParserMaker }).Parser;

const headSize = 1 << 16;
/** A cell of more characters than this is taken for a quote that was never closed. */
const longestCell = 8_000_000;

/** Bytes that are no UTF-8 came after the first ones, which were: the file has to be read again as Windows-1252. */
export class NotUtf8 extends Error {}

/**
 * Push bytes as they come, then `end`. `take.rows` receives cells row by row, as many as there are columns; `take.faulty` those that do not fit.
 * Throws a Fault for a file that is empty, no text, or has a quote that never closes; {@link NotUtf8} where the encoding turns out to be another.
 */
export class CsvReader {
  private decoder: TextDecoder | undefined;
  private head: Uint8Array[] = [];
  private headBytes = 0;
  private rest = '';
  private line = 1;
  private parser: LowParser | undefined;
  private nuls = 0;
  private readonly headed: HeadedRows;
  private encoding: TextEncoding = 'utf-8';
  private delimiter = ',';

  constructor(
    private readonly name: string,
    take: RowTaker,
    rule: FaultyRule = 'aside',
    private readonly wanted: { delimiter?: string; encoding?: TextEncoding; header?: boolean } = {},
  ) {
    this.headed = new HeadedRows(name, take, { rule, header: wanted.header });
  }

  /** What was found; absent until the header is known. */
  get found(): CsvFound | undefined {
    const headed = this.headed.found;
    return headed && { ...headed, encoding: this.encoding, delimiter: this.delimiter };
  }
  get rowCount(): number {
    return this.headed.rowCount;
  }
  get faultyCount(): number {
    return this.headed.faultyCount;
  }

  push(bytes: Uint8Array): void {
    if (!this.decoder) {
      this.head.push(bytes.slice());
      this.headBytes += bytes.length;
      if (this.headBytes >= headSize) this.begin();
      return;
    }
    this.read(this.decoded(bytes), false);
  }

  end(): CsvFound {
    if (!this.decoder) this.begin();
    let text = '';
    try {
      text = this.decoder?.decode() ?? '';
    } catch {
      // The file was cut inside its last letter.
      text = '\ufffd';
    }
    this.read(text, true);
    this.headed.end();
    const { found } = this;
    if (!found)
      throw new Fault(`“${this.name}” is empty. Choose a file with a header line and rows below it.`, this.name);
    if (this.encoding !== 'utf-8') found.notes.push(encodingNote(this.encoding));
    if (this.nuls) found.notes.push('NUL characters, which no text has, were left out.');
    return found;
  }

  private begin(): void {
    const bytes = new Uint8Array(this.headBytes);
    let at = 0;
    for (const piece of this.head) {
      bytes.set(piece, at);
      at += piece.length;
    }
    this.head = [];
    this.encoding = this.wanted.encoding ?? encodingOf(bytes, this.name);
    this.decoder = new TextDecoder(this.encoding, { fatal: this.encoding === 'utf-8' });
    this.read(this.decoded(bytes), false);
  }

  private decoded(bytes: Uint8Array): string {
    try {
      return this.decoder?.decode(bytes, { stream: true }) ?? '';
    } catch {
      throw new NotUtf8();
    }
  }

  private read(text: string, last: boolean): void {
    let input = this.rest + text;
    if (input === '') return;
    // A carriage return at the very end may be half of a line end.
    const held = !last && input.endsWith('\r') ? '\r' : '';
    if (held) input = input.slice(0, -1);
    if (input.includes('\r')) input = input.replace(/\r\n?/g, '\n');
    if (input.includes('\0')) {
      this.nuls++;
      input = input.replaceAll('\0', '');
    }
    if (!this.parser) {
      const quoteChar = quoteOf(input);
      this.delimiter = this.wanted.delimiter ?? delimiterOf(input, quoteChar);
      this.parser = new Parser({ delimiter: this.delimiter, newline: '\n', quoteChar });
    }
    if (this.delimiter === ' ') input = withSingleBlanks(input);
    const parsed = this.parser.parse(input, 0, !last);
    if (last && parsed.errors.some((error) => error.code === 'MissingQuotes')) {
      const opened = this.line + linesIn(parsed.data.slice(0, -1));
      throw new Fault(
        `“${this.name}”: a quote that opens on line ${opened} is never closed, so the rest of the file would be one cell. Close it, or remove it, and bring the file in again.`,
        this.name,
      );
    }
    const consumed = last ? input.length : parsed.meta.cursor;
    this.rest = last ? '' : input.slice(consumed) + held;
    if (this.rest.length > longestCell) {
      const opened = this.line + linesIn(parsed.data);
      throw new Fault(
        `“${this.name}”: the row that begins on line ${opened} goes on for over 8 million characters. A quote there is probably never closed; close it, and bring the file in again.`,
        this.name,
      );
    }
    for (const cells of parsed.data) {
      const { line } = this;
      this.line++;
      for (const cell of cells) if (cell.includes('\n')) this.line += cell.split('\n').length - 1;
      // A mark in the middle stands where files were put one behind the other.
      if (cells[0].charCodeAt(0) === 0xfeff) cells[0] = cells[0].slice(1);
      this.headed.push(cells, line);
    }
  }
}

function linesIn(rows: readonly string[][]): number {
  let lines = rows.length;
  for (const cells of rows) for (const cell of cells) lines += cell.split('\n').length - 1;
  return lines;
}

/** The character around quoted cells: `"`, or `'` where cells stand between such and none between the other. */
function quoteOf(text: string): string {
  const sample = text.slice(0, 20000);
  const around = (quote: string): number =>
    sample.match(new RegExp(`(^|[,;\\t|\\n])${quote}[^${quote}\\n]*${quote}(?=[,;\\t|\\n]|$)`, 'g'))?.length ?? 0;
  return around("'") > 2 && around('"') === 0 ? "'" : '"';
}

/** The delimiter that parts the first lines into most cells, the same number in each. */
function delimiterOf(text: string, quoteChar: string): string {
  const end = text.length > 20000 ? text.lastIndexOf('\n', 20000) : text.length;
  const sample = text.slice(0, end > 0 ? end : text.length).replace(/^[ \t\ufeff]*#.*\n/gm, '');
  let best = ',';
  let bestScore = 0;
  for (const delimiter of [',', ';', '\t', '|']) {
    const rows = new Parser({ delimiter, newline: '\n', quoteChar })
      .parse(sample, 0, false)
      .data.filter((cells) => cells.length > 1 || cells[0].trim() !== '');
    const width = rows[0]?.length ?? 0;
    if (width < 2) continue;
    const same = rows.filter((cells) => cells.length === width).length / rows.length;
    const score = same * 1000 + width;
    if (score > bestScore) {
      best = delimiter;
      bestScore = score;
    }
  }
  return bestScore === 0 && partedByBlanks(sample, quoteChar) ? ' ' : best;
}

/**
 * Whether blanks part the cells: the same number of words in each line, and these no prose: a column of numbers, or words that stand in two columns as the
 * ends of ties do.
 */
function partedByBlanks(sample: string, quoteChar: string): boolean {
  const parser = new Parser({ delimiter: ' ', newline: '\n', quoteChar });
  const rows = parser.parse(withSingleBlanks(sample), 0, false).data.filter((cells) => cells.some(Boolean));
  const width = rows[0]?.length ?? 0;
  if (width < 2 || rows.length < 2 || rows.some((cells) => cells.length !== width)) return false;
  const below = rows.slice(1);
  const numbers = (c: number): boolean => below.every((cells) => /^[+-]?\d+([.,]\d+)?([eE][+-]?\d+)?$/.test(cells[c]));
  if (rows[0].some((_, c) => numbers(c))) return true;
  const first = new Set(rows.map((cells) => cells[0]));
  return rows.filter((cells) => first.has(cells[1])).length >= 0.3 * rows.length;
}

/** Runs of blanks outside of quotes as one, none at the ends of lines. */
const withSingleBlanks = (text: string): string =>
  text
    .split(/("(?:[^"]|"")*")/)
    .map((part, i) =>
      i % 2
        ? part
        : part
            .replace(/[ \t]+/g, ' ')
            .replace(/(^|\n) +/g, '$1')
            .replace(/ +(\n|$)/g, '$1'),
    )
    .join('');

/** Reads CSV in pieces of any size: encoding, delimiter and header are found, rows that do not fit are told apart with their line and reason. */
import Papa from 'papaparse';
import { Fault, counted } from '../fault';

/** A row whose number of cells is not the header's. */
export interface FaultyRow {
  /** Line of the file where the row begins; the header's is 1 when nothing stands before it. */
  line: number;
  reason: string;
  cells: string[];
}

export interface CsvFound {
  encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
  delimiter: string;
  columns: string[];
  /** What was changed to make the file readable, in sentences. */
  notes: string[];
}

/** What becomes of rows with too few or too many cells: set aside, or filled up and cut to fit. */
export type FaultyRule = 'aside' | 'fit';

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
const mostColumns = 2000;
/** A cell of more characters than this is taken for a quote that was never closed. */
const longestCell = 8_000_000;

/**
 * Push bytes as they come, then `end`. `rows` receives cells row by row, as many as there are columns; `faulty` those that do not fit.
 * Throws a Fault for a file that is empty, no text, or has a quote that never closes.
 */
export class CsvReader {
  found: CsvFound | undefined;
  rowCount = 0;
  faultyCount = 0;
  private decoder: TextDecoder | undefined;
  private head: Uint8Array[] = [];
  private headBytes = 0;
  private rest = '';
  private line = 1;
  private parser: LowParser | undefined;

  constructor(
    private readonly name: string,
    private readonly take: { rows(cells: string[]): void; faulty(row: FaultyRow): void },
    private readonly rule: FaultyRule = 'aside',
    private readonly wanted: { delimiter?: string } = {},
  ) {}

  push(bytes: Uint8Array): void {
    if (!this.decoder) {
      this.head.push(bytes.slice());
      this.headBytes += bytes.length;
      if (this.headBytes >= headSize) this.begin();
      return;
    }
    this.read(this.decoder.decode(bytes, { stream: true }), false);
  }

  end(): CsvFound {
    if (!this.decoder) this.begin();
    this.read(this.decoder?.decode() ?? '', true);
    if (!this.found)
      throw new Fault(`“${this.name}” is empty. Choose a file with a header line and rows below it.`, this.name);
    return this.found;
  }

  private begin(): void {
    const bytes = new Uint8Array(this.headBytes);
    let at = 0;
    for (const piece of this.head) {
      bytes.set(piece, at);
      at += piece.length;
    }
    this.head = [];
    const encoding = encodingOf(bytes, this.name);
    this.encoding = encoding;
    this.decoder = new TextDecoder(encoding);
    this.read(this.decoder.decode(bytes, { stream: true }), false);
  }
  private encoding: CsvFound['encoding'] = 'utf-8';

  private read(text: string, last: boolean): void {
    let input = this.rest + text;
    if (input === '') return;
    // A carriage return at the very end may be half of a line end.
    const held = !last && input.endsWith('\r') ? '\r' : '';
    if (held) input = input.slice(0, -1);
    if (input.includes('\r')) input = input.replace(/\r\n?/g, '\n');
    if (!this.parser) {
      const delimiter = this.wanted.delimiter ?? delimiterOf(input);
      this.delimiter = delimiter;
      this.parser = new Parser({ delimiter, newline: '\n', quoteChar: '"' });
    }
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
    for (const cells of parsed.data) this.row(cells);
  }
  private delimiter = ',';

  private row(cells: string[]): void {
    const line = this.line;
    this.line++;
    for (const cell of cells) if (cell.includes('\n')) this.line += cell.split('\n').length - 1;
    if (cells.length === 1 && cells[0].trim() === '') return;
    if (!this.found) {
      this.found = { encoding: this.encoding, delimiter: this.delimiter, ...header(cells, this.name) };
      if (this.encoding !== 'utf-8') this.found.notes.push(`Read as ${this.encoding}, as it is no UTF-8.`);
      return;
    }
    const width = this.found.columns.length;
    if (cells.length === width) {
      this.rowCount++;
      this.take.rows(cells);
      return;
    }
    this.faultyCount++;
    const reason = `${counted(cells.length, 'cell')} instead of ${width}`;
    this.take.faulty({ line, reason, cells });
    if (this.rule === 'fit') {
      this.rowCount++;
      const fitted = cells.slice(0, width);
      while (fitted.length < width) fitted.push('');
      this.take.rows(fitted);
    }
  }
}

function linesIn(rows: readonly string[][]): number {
  let lines = rows.length;
  for (const cells of rows) for (const cell of cells) lines += cell.split('\n').length - 1;
  return lines;
}

function encodingOf(bytes: Uint8Array, name: string): CsvFound['encoding'] {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  if (bytes.subarray(0, headSize).includes(0)) {
    throw new Fault(`“${name}” is no text file. Bring in a CSV file: text, one line for each row.`, name);
  }
  try {
    // The last few bytes may be a letter cut in two.
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** The delimiter that parts the first lines into most cells, the same number in each. */
function delimiterOf(text: string): string {
  const end = text.length > 20000 ? text.lastIndexOf('\n', 20000) : text.length;
  const sample = text.slice(0, end > 0 ? end : text.length);
  let best = ',';
  let bestScore = 0;
  for (const delimiter of [',', ';', '\t', '|']) {
    const rows = new Parser({ delimiter, newline: '\n', quoteChar: '"' })
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
  return best;
}

function header(cells: readonly string[], name: string): { columns: string[]; notes: string[] } {
  if (cells.length > mostColumns) {
    throw new Fault(
      `“${name}” has ${cells.length} columns; at most ${mostColumns} can be brought in. Remove those you do not need.`,
      name,
    );
  }
  const notes: string[] = [];
  const used = new Set<string>();
  let unnamed = 0;
  const doubled: string[] = [];
  const columns = cells.map((cell, i) => {
    const written = cell.trim();
    if (written === '') unnamed++;
    const base = written || `column ${i + 1}`;
    let unique = base;
    for (let k = 2; used.has(unique); k++) unique = `${base} ${k}`;
    if (unique !== base) doubled.push(base);
    used.add(unique);
    return unique;
  });
  if (unnamed)
    notes.push(
      `${counted(unnamed, 'column')} without a name in the header ${unnamed === 1 ? 'was' : 'were'} given one.`,
    );
  if (doubled.length)
    notes.push(`The name “${doubled[0]}” stands more than once in the header; the later ones got a number.`);
  return { columns, notes };
}

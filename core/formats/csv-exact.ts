/** CSV that this application wrote, read back exactly: RFC 4180 in UTF-8, with commas; every row and every letter of a cell is kept. */
import Papa from 'papaparse';
import { Fault, counted, grouped } from '../fault';

interface LowParser {
  parse(
    input: string,
    base: number,
    ignoreLast: boolean,
  ): { data: string[][]; errors: unknown[]; meta: { cursor: number } };
}
const Parser = (
  Papa as unknown as { Parser: new (config: { delimiter: string; newline: string; quoteChar: string }) => LowParser }
).Parser;

/** A row of more characters than this is taken for a quote that was never closed. */
const longestRow = 64_000_000;

/**
 * Push bytes as they come, then `end`; each gives the rows that were completed. Lines may end with LF alone, as editors leave them. A Fault where it is no UTF-8,
 * has other columns than expected, a row of another width, or a quote that does not close.
 */
export class ExactCsv {
  private readonly decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
  private parser: LowParser | undefined;
  private rest = '';
  private headed = false;
  /** Rows so far, without the header. */
  rows = 0;

  constructor(
    private readonly path: string,
    private readonly columns: readonly string[],
  ) {}

  push(bytes: Uint8Array): string[][] {
    return this.read(this.decoded(bytes), false);
  }

  end(): string[][] {
    const made = this.read(this.decoded(), true);
    if (!this.headed) throw this.wrong('is empty');
    return made;
  }

  private wrong(what: string): Fault {
    return new Fault(`${this.path} ${what}. Take the archive away again, or mend the file.`, this.path);
  }

  private decoded(bytes?: Uint8Array): string {
    try {
      return this.decoder.decode(bytes, { stream: bytes !== undefined });
    } catch {
      throw this.wrong('is no text in UTF-8');
    }
  }

  private read(text: string, last: boolean): string[][] {
    let input = this.rest + text;
    const newline = this.newline(input, last);
    // Half of a line end, or no whole line yet.
    const held = !last && input.endsWith('\r') ? '\r' : '';
    if (newline === undefined || input === '') {
      this.rest = input;
      if (this.rest.length > longestRow) throw this.wrong('has a row of over 64 million characters');
      return [];
    }
    if (held) input = input.slice(0, -1);
    this.parser ??= new Parser({ delimiter: ',', newline, quoteChar: '"' });
    if (last && !input.endsWith(newline)) input += newline;
    const parsed = this.parser.parse(input, 0, true);
    this.rest = input.slice(parsed.meta.cursor) + held;
    if (parsed.errors.length && parsed.data.length)
      throw this.wrong(`has a stray quote near row ${grouped(this.rows + parsed.data.length)}`);
    if (last && this.rest !== '') throw this.wrong('has a stray quote, or one that is never closed');
    if (this.rest.length > longestRow) throw this.wrong('has a row of over 64 million characters');
    return this.fitting(parsed.data);
  }

  /** How its lines end; undefined as long as the first has not come. */
  private newline(input: string, last: boolean): '\r\n' | '\n' | undefined {
    if (this.parser) return '\n';
    let quoted = false;
    for (let i = 0; i < input.length; i++) {
      if (input[i] === '"') quoted = !quoted;
      else if (input[i] === '\n' && !quoted) return input[i - 1] === '\r' ? '\r\n' : '\n';
    }
    return last ? '\r\n' : undefined;
  }

  private fitting(rows: string[][]): string[][] {
    if (!this.headed && rows.length) {
      const header = rows.shift() as string[];
      const mark = header[0].startsWith('\ufeff') && !this.columns[0]?.startsWith('\ufeff');
      if (mark) header[0] = header[0].slice(1);
      if (header.length !== this.columns.length || header.some((name, i) => name !== this.columns[i]))
        throw this.wrong('has other columns than are told of it');
      this.headed = true;
    }
    for (const cells of rows) {
      this.rows++;
      if (cells.length !== this.columns.length)
        throw this.wrong(
          `has ${counted(cells.length, 'cell')} in row ${grouped(this.rows)} and ${counted(this.columns.length, 'column')}`,
        );
    }
    return rows;
  }
}

/** What a format of files is. To add one: a file beside this one, and a line in the registry. */
import { type ColumnSpec, type RawTable, RawBuilder } from '../../tables';
import { Fault, counted, grouped, listed } from '../../fault';
import { mostColumns } from '../headed-rows';
import type { FaultyRow } from '../headed-rows';
import { type TextEncoding, encodingNote } from '../encoding';

/** A file, or what was pasted. */
export interface FileSource {
  name: string;
  /** In bytes. */
  size: number;
  /** The bytes from the start; may be asked for again. */
  chunks(): AsyncIterable<Uint8Array>;
}

/** A row that does not fit, and its place in the table, where it stands filled up or cut. */
export interface PlacedFaulty extends FaultyRow {
  row: number;
}

/** One table found in a file: a sheet, the nodes of a graph, or all of it. */
export interface ReadPart {
  /** Empty where the file is one table. */
  name: string;
  table: RawTable;
  faulty: PlacedFaulty[];
  /** What was changed to make the file readable, in sentences. */
  notes: string[];
  /** How it was read, in words. */
  how: string;
  /** Types that the file itself says, by column name. */
  types: Record<string, Omit<ColumnSpec, 'name'>>;
  /** Columns whose cells name records of another table of the file, by column name: its name there, and the column they name. */
  points?: Record<string, { table: string; by: string }>;
}

export interface ReadSettings {
  delimiter?: string;
  encoding?: TextEncoding;
  /** Whether the first row names the columns; absent: to be found out. */
  header?: boolean;
}

export interface ReadContext {
  settings: ReadSettings;
  /** Called now and then with the share done; throws to stop. */
  breathe(share: number): Promise<void> | void;
}

export interface Format {
  key: string;
  title: string;
  /** Endings of file names, without the dot. */
  endings: readonly string[];
  /** Whether the file is of this format, by its first bytes and what they are as text. */
  fits(head: Uint8Array, text: string): boolean;
  /** Its library may not come back from a broken file: it is read on a thread that can be ended. */
  mayHang?: true;
  read(source: FileSource, context: ReadContext): Promise<ReadPart[]>;
}

/** More than this is not taken into memory whole, nor unpacked to. */
export const largestWhole = 512 * 1024 * 1024;

/** All bytes of the file. */
export async function wholeBytes(source: FileSource, context: ReadContext): Promise<Uint8Array> {
  if (source.size > largestWhole) throw tooLarge(source.name);
  const bytes = new Uint8Array(source.size);
  let at = 0;
  for await (const piece of source.chunks()) {
    if (at + piece.length > bytes.length) break;
    bytes.set(piece, at);
    at += piece.length;
    await context.breathe((0.3 * at) / Math.max(1, source.size));
  }
  return bytes.subarray(0, at);
}

export const tooLarge = (name: string): Fault =>
  new Fault(
    `“${name}” is over ${grouped(largestWhole / 1048576)} MB when unpacked. Split it, and bring in the parts.`,
    name,
  );

/** All of the file as text, UTF-8 or UTF-16 by its mark, else Windows-1252; with a note where it is not the first. */
export async function wholeText(source: FileSource, context: ReadContext): Promise<{ text: string; notes: string[] }> {
  const bytes = await wholeBytes(source, context);
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
  try {
    const text = new TextDecoder(marked, { fatal: true }).decode(bytes);
    return { text, notes: marked === 'utf-8' ? [] : [encodingNote(marked)] };
  } catch {
    const encoding = marked === 'utf-8' ? 'windows-1252' : marked;
    return { text: new TextDecoder(encoding).decode(bytes), notes: [encodingNote(encoding)] };
  }
}

/** Records whose fields differ from one to the other, as rows: columns in the order in which they first came. */
export class RecordRows {
  private readonly places = new Map<string, number>();
  private readonly rows: (string | undefined)[][] = [];
  private readonly lines: number[] = [];
  private readonly passed = new Set<string>();

  constructor(first: readonly string[] = []) {
    for (const name of first) this.places.set(name, this.places.size);
  }

  /** Adds a record; a field without a value is an empty cell. `line` is where it begins in its file, or its number. */
  push(fields: Iterable<readonly [string, string]>, line: number): void {
    const row: (string | undefined)[] = [];
    for (const [name, value] of fields) {
      let place = this.places.get(name);
      if (place === undefined) {
        place = this.places.size;
        if (place >= mostColumns) {
          this.passed.add(name);
          continue;
        }
        this.places.set(name, place);
      }
      row[place] = value;
    }
    this.rows.push(row);
    this.lines.push(line);
  }

  get count(): number {
    return this.rows.length;
  }

  /** What was left out, in sentences. */
  get notes(): string[] {
    if (!this.passed.size) return [];
    return [
      `Only the first ${grouped(mostColumns)} fields are columns; ${counted(this.passed.size, 'further one is', 'further ones are')} left out: ${listed([...this.passed], 3)}.`,
    ];
  }

  /** The table, without the columns that stayed empty. */
  done(): RawTable {
    const names = [...this.places.keys()];
    const used = names.map((_, c) => this.rows.some((row) => row[c]));
    const kept = names.flatMap((_, c) => (used[c] ? [c] : []));
    const builder = new RawBuilder(kept.map((c) => names[c]));
    this.rows.forEach((row, r) =>
      builder.push(
        kept.map((c) => row[c] ?? ''),
        this.lines[r],
      ),
    );
    return builder.done();
  }
}

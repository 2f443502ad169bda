/** A table as it was written: texts only, before anybody has said what they mean. */

/** `codes[row]` points into `dictionary`, whose first entry is the empty text; entries are distinct. */
export interface RawColumn {
  name: string;
  codes: Uint32Array;
  dictionary: string[];
}

export interface RawTable {
  columns: RawColumn[];
  rows: number;
  /** Line (or row, or number of the record) in its file where each row begins; empty where there is no file. */
  lines: Uint32Array;
}

/** A typed array that doubles when full. */
export class Growing {
  length = 0;
  private array = new Uint32Array(256);
  push(value: number): void {
    if (this.length === this.array.length) {
      const grown = new Uint32Array(this.array.length * 2);
      grown.set(this.array);
      this.array = grown;
    }
    this.array[this.length++] = value;
  }
  done(): Uint32Array {
    return this.array.slice(0, this.length);
  }
}

/** Texts and their codes, in the order they came. */
export class Dictionary {
  readonly texts: string[];
  private readonly codes = new Map<string, number>();
  private last = '';
  private lastCode = -1;
  constructor(first: readonly string[] = []) {
    this.texts = [...first];
    first.forEach((text, code) => this.codes.set(text, code));
  }
  code(text: string): number {
    // Sorted files say the same many times in a row.
    if (text === this.last && this.lastCode >= 0) return this.lastCode;
    let code = this.codes.get(text);
    if (code === undefined) {
      code = this.texts.length;
      this.codes.set(text, code);
      this.texts.push(text);
    }
    this.last = text;
    this.lastCode = code;
    return code;
  }
}

/** Push rows of written cells (as many as there are columns; missing ones count as empty), then take the table. */
export class RawBuilder {
  rows = 0;
  private readonly lines = new Growing();
  private readonly codes: Growing[];
  private readonly dictionaries: Dictionary[];

  constructor(readonly names: readonly string[]) {
    this.codes = names.map(() => new Growing());
    this.dictionaries = names.map(() => new Dictionary(['']));
  }

  push(cells: readonly string[], line?: number): void {
    for (let c = 0; c < this.codes.length; c++) {
      const text = cells[c];
      this.codes[c].push(text ? this.dictionaries[c].code(text) : 0);
    }
    if (line !== undefined) this.lines.push(line);
    this.rows++;
  }

  done(): RawTable {
    const columns = this.names.map((name, c) => ({
      name,
      codes: this.codes[c].done(),
      dictionary: this.dictionaries[c].texts,
    }));
    return { columns, rows: this.rows, lines: this.lines.done() };
  }
}

/** A table of written rows, for what is small. */
export function rawTable(names: readonly string[], rows: readonly (readonly string[])[]): RawTable {
  const builder = new RawBuilder(names);
  rows.forEach((cells, r) => builder.push(cells, r + 2));
  return builder.done();
}

export const rawCell = (column: RawColumn, row: number): string => column.dictionary[column.codes[row]];

/** One row as texts. */
export const rawRow = (table: RawTable, row: number): string[] => table.columns.map((column) => rawCell(column, row));

/** The table with the given rows only, in the given order. */
export function pickRaw(table: RawTable, rows: Uint32Array): RawTable {
  const take = (values: Uint32Array): Uint32Array => rows.map((row) => values[row]);
  return {
    columns: table.columns.map((column) => ({ ...column, codes: take(column.codes) })),
    rows: rows.length,
    lines: table.lines.length ? take(table.lines) : table.lines,
  };
}

/** How often each entry of the dictionary stands in the rows. */
export function entryCounts(column: RawColumn): Uint32Array {
  const counts = new Uint32Array(column.dictionary.length);
  for (let r = 0; r < column.codes.length; r++) counts[column.codes[r]]++;
  return counts;
}

/** Names for columns from a written header: empty ones and doubles get one of their own; what was changed, in sentences. */
export function headerNames(cells: readonly string[]): { names: string[]; notes: string[] } {
  const used = new Set<string>();
  /** The next number to try, by name: many equal headers are numbered in one go. */
  const next = new Map<string, number>();
  let unnamed = 0;
  const doubled: string[] = [];
  const names = cells.map((cell, i) => {
    const written = cell.replace(/\s+/g, ' ').trim().slice(0, 200);
    if (written === '') unnamed++;
    const base = written || `column ${i + 1}`;
    let unique = base;
    for (let k = next.get(base) ?? 2; used.has(unique); k++) {
      unique = `${base} ${k}`;
      next.set(base, k + 1);
    }
    if (unique !== base) doubled.push(base);
    used.add(unique);
    return unique;
  });
  const notes: string[] = [];
  if (unnamed) {
    notes.push(
      unnamed === 1
        ? '1 column without a name in the header was given one.'
        : `${unnamed} columns without a name in the header were given one.`,
    );
  }
  if (doubled.length)
    notes.push(`The name “${doubled[0]}” stands more than once in the header; the later ones got a number.`);
  return { names, notes };
}

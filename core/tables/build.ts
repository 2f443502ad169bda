/** Builds a typed table from written cells, row by row. */
import { type Column, type ColumnType, type Misfits, type Table, datePrecision } from './column';
import { readDate, readList, readNumber, readYesNo } from './cell';

export interface ColumnSpec {
  name: string;
  type: ColumnType;
}

/** The separator between the values of a list cell. */
export const listSeparator = ';';

/** A typed array that doubles when full. */
class Growing<T extends Int32Array | Uint32Array | Float64Array | Int8Array | Uint8Array> {
  length = 0;
  constructor(
    private readonly make: (length: number) => T,
    private array: T = make(256),
  ) {}
  push(value: number): void {
    if (this.length === this.array.length) {
      const grown = this.make(this.array.length * 2);
      grown.set(this.array);
      this.array = grown;
    }
    this.array[this.length++] = value;
  }
  done(): T {
    return this.array.slice(0, this.length) as T;
  }
}

class Dictionary {
  readonly texts: string[] = [];
  private readonly codes = new Map<string, number>();
  code(text: string): number {
    let code = this.codes.get(text);
    if (code === undefined) {
      code = this.texts.length;
      this.codes.set(text, code);
      this.texts.push(text);
    }
    return code;
  }
}

interface ColumnBuilder {
  push(text: string): boolean;
  done(): Column;
}

const builders: Record<ColumnType, (name: string) => ColumnBuilder> = {
  text(name) {
    const codes = new Growing((n) => new Int32Array(n));
    const dictionary = new Dictionary();
    return {
      push(text) {
        const trimmed = text.trim();
        codes.push(trimmed === '' ? -1 : dictionary.code(trimmed));
        return true;
      },
      done: () => ({ type: 'text', name, codes: codes.done(), dictionary: dictionary.texts }),
    };
  },
  number(name) {
    const values = new Growing((n) => new Float64Array(n));
    return {
      push(text) {
        const value = readNumber(text);
        values.push(value);
        return !Number.isNaN(value) || text.trim() === '';
      },
      done: () => ({ type: 'number', name, values: values.done() }),
    };
  },
  yesno(name) {
    const values = new Growing((n) => new Int8Array(n));
    return {
      push(text) {
        const value = readYesNo(text);
        values.push(value);
        return value >= 0 || text.trim() === '';
      },
      done: () => ({ type: 'yesno', name, values: values.done() }),
    };
  },
  date(name) {
    const day = new Growing((n) => new Float64Array(n));
    const precision = new Growing((n) => new Uint8Array(n));
    const doubtful = new Growing((n) => new Uint8Array(n));
    return {
      push(text) {
        const date = readDate(text);
        day.push(date ? date.day : NaN);
        precision.push(date ? date.precision : datePrecision.none);
        doubtful.push(date?.doubtful ? 1 : 0);
        return date !== undefined || text.trim() === '';
      },
      done: () => ({ type: 'date', name, day: day.done(), precision: precision.done(), doubtful: doubtful.done() }),
    };
  },
  list(name) {
    const offsets = new Growing((n) => new Uint32Array(n));
    const codes = new Growing((n) => new Uint32Array(n));
    const dictionary = new Dictionary();
    offsets.push(0);
    return {
      push(text) {
        for (const value of readList(text, listSeparator)) codes.push(dictionary.code(value));
        offsets.push(codes.length);
        return true;
      },
      done: () => ({ type: 'list', name, offsets: offsets.done(), codes: codes.done(), dictionary: dictionary.texts }),
    };
  },
};

/** Push rows of written cells (as many as there are columns; missing ones count as empty), then take the table. */
export class TableBuilder {
  private rows = 0;
  private readonly columns: ColumnBuilder[];
  private readonly misfitRows: number[][];
  private readonly misfitTexts: string[][];

  constructor(
    private readonly name: string,
    private readonly specs: readonly ColumnSpec[],
  ) {
    this.columns = specs.map((spec) => builders[spec.type](spec.name));
    this.misfitRows = specs.map(() => []);
    this.misfitTexts = specs.map(() => []);
  }

  push(cells: readonly string[]): void {
    for (let c = 0; c < this.columns.length; c++) {
      const text = cells[c] ?? '';
      if (!this.columns[c].push(text)) {
        this.misfitRows[c].push(this.rows);
        this.misfitTexts[c].push(text);
      }
    }
    this.rows++;
  }

  done(): Table {
    const misfits: Misfits[] = [];
    this.specs.forEach((spec, c) => {
      if (this.misfitRows[c].length) {
        misfits.push({ column: spec.name, rows: Uint32Array.from(this.misfitRows[c]), texts: this.misfitTexts[c] });
      }
    });
    return { name: this.name, rows: this.rows, columns: this.columns.map((builder) => builder.done()), misfits };
  }
}

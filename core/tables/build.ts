/** Typed columns from written texts: every entry of a column's dictionary is read once, however many rows hold it. */
import { type Column, type DateSpan, type Misfits, type Table, datePrecision, spanKind } from './column';
import { isLink, isPicture, readList, readYesNo } from './cell';
import { readDate } from './date';
import { losesDigits, readNumber } from './number';
import { readPlace } from './place';
import { Dictionary, RawBuilder, type RawColumn, type RawTable } from './raw';
import { type ColumnSpec, identityOf, listSeparator } from './spec';

type Spread = Int32Array | Float64Array | Int8Array | Uint8Array;

/** `of[code]` for every row. */
function spread<T extends Spread>(codes: Uint32Array, of: T): T {
  const values = new (of.constructor as new (n: number) => T)(codes.length);
  for (let r = 0; r < codes.length; r++) values[r] = of[codes[r]];
  return values;
}

/** Reads the entries; `fits[code]` becomes 0 for those that are not what they should be. */
type Reader = (raw: RawColumn, spec: ColumnSpec, fits: Uint8Array) => Column;

/** Whether the text neither begins nor ends with a blank, and is not empty unless it is the first. */
const isTrimmed = (text: string, i: number): boolean =>
  text === '' ? i === 0 : text.charCodeAt(0) > 32 && text.charCodeAt(text.length - 1) > 32 && text === text.trim();

/** Texts; those for which `test` fails stay texts and are marked. */
const texts =
  (as?: 'picture' | 'link' | 'reference', test?: (text: string) => boolean): Reader =>
  ({ codes, dictionary }, { name }, fits) => {
    if (dictionary[0] === '' && dictionary.every(isTrimmed)) {
      // The same entries without the empty one: nothing has to be told apart anew.
      const values = dictionary.slice(1);
      if (test) values.forEach((text, i) => test(text) || (fits[i + 1] = 0));
      const shifted = new Int32Array(codes.length);
      for (let r = 0; r < codes.length; r++) shifted[r] = codes[r] - 1;
      return { type: 'text', name, ...(as ? { as } : {}), codes: shifted, dictionary: values };
    }
    const trimmed = new Dictionary();
    const of = Int32Array.from(dictionary, (entry, code) => {
      const text = entry.trim();
      if (text === '') return -1;
      if (test && !test(text)) fits[code] = 0;
      return trimmed.code(text);
    });
    return { type: 'text', name, ...(as ? { as } : {}), codes: spread(codes, of), dictionary: trimmed.texts };
  };

const readers: Record<ColumnSpec['type'], Reader> = {
  text: texts(),
  picture: texts('picture', isPicture),
  link: texts('link', isLink),
  reference: texts('reference'),
  number({ codes, dictionary }, { name, decimal }, fits) {
    const of = Float64Array.from(dictionary, (entry, code) => {
      // A number that would lose digits stays as it is written.
      const value = losesDigits(entry) ? NaN : readNumber(entry, decimal);
      if (Number.isNaN(value)) fits[code] = 0;
      return value;
    });
    return { type: 'number', name, values: spread(codes, of) };
  },
  yesno({ codes, dictionary }, { name }, fits) {
    const of = Int8Array.from(dictionary, (entry, code) => {
      const value = readYesNo(entry);
      if (value < 0) fits[code] = 0;
      return value;
    });
    return { type: 'yesno', name, values: spread(codes, of) };
  },
  date({ codes, dictionary }, { name, order }, fits) {
    const n = dictionary.length;
    const day = new Float64Array(n).fill(NaN);
    const precision = new Uint8Array(n).fill(datePrecision.none);
    const doubtful = new Uint8Array(n);
    let span: DateSpan | undefined;
    for (let code = 0; code < n; code++) {
      const date = readDate(dictionary[code], order);
      if (!date) {
        fits[code] = 0;
        continue;
      }
      day[code] = date.day;
      precision[code] = date.precision;
      doubtful[code] = date.doubtful ? 1 : 0;
      if (!date.span) continue;
      span ??= {
        kind: new Uint8Array(n).fill(spanKind.none),
        until: new Float64Array(n).fill(NaN),
        precision: new Uint8Array(n),
      };
      span.kind[code] = date.span.kind;
      span.until[code] = date.span.until;
      span.precision[code] = date.span.precision;
    }
    return {
      type: 'date',
      name,
      day: spread(codes, day),
      precision: spread(codes, precision),
      doubtful: spread(codes, doubtful),
      ...(span && {
        span: {
          kind: spread(codes, span.kind),
          until: spread(codes, span.until),
          precision: spread(codes, span.precision),
        },
      }),
    };
  },
  place({ codes, dictionary }, { name }, fits) {
    const latitude = new Float64Array(dictionary.length).fill(NaN);
    const longitude = new Float64Array(dictionary.length).fill(NaN);
    dictionary.forEach((entry, code) => {
      const place = readPlace(entry);
      if (place) {
        latitude[code] = place.latitude;
        longitude[code] = place.longitude;
      } else fits[code] = 0;
    });
    return { type: 'place', name, latitude: spread(codes, latitude), longitude: spread(codes, longitude) };
  },
  list({ codes, dictionary }, { name, separator }) {
    const values = new Dictionary();
    const parts = dictionary.map((entry) =>
      readList(entry, separator ?? listSeparator).map((part) => values.code(part)),
    );
    const offsets = new Uint32Array(codes.length + 1);
    for (let r = 0; r < codes.length; r++) offsets[r + 1] = offsets[r] + parts[codes[r]].length;
    const all = new Uint32Array(offsets[codes.length]);
    for (let r = 0; r < codes.length; r++) all.set(parts[codes[r]], offsets[r]);
    return { type: 'list', name, offsets, codes: all, dictionary: values.texts };
  },
};

/** A written column read as its type; with the cells that do not fit, where there are any. */
export function typedColumn(raw: RawColumn, spec: ColumnSpec): { column: Column; misfits?: Misfits } {
  const fits = new Uint8Array(raw.dictionary.length).fill(1);
  const column = readers[spec.type](raw, spec, fits);
  // An empty cell fits every type.
  raw.dictionary.forEach((entry, code) => entry.trim() === '' && (fits[code] = 1));
  if (!fits.includes(0)) return { column };
  const rows: number[] = [];
  for (let r = 0; r < raw.codes.length; r++) if (!fits[raw.codes[r]]) rows.push(r);
  if (!rows.length) return { column };
  const misfits = {
    column: spec.name,
    rows: Uint32Array.from(rows),
    texts: rows.map((r) => raw.dictionary[raw.codes[r]]),
  };
  return { column, misfits };
}

/** A written table read as the given types, column by column in their order. */
export function typedTable(name: string, raw: RawTable, specs: readonly ColumnSpec[]): Table {
  const read = raw.columns.map((column, c) => typedColumn(column, specs[c]));
  return tableOf(name, raw.rows, read, specs);
}

function tableOf(
  name: string,
  rows: number,
  read: readonly ReturnType<typeof typedColumn>[],
  specs: readonly ColumnSpec[],
): Table {
  return {
    name,
    rows,
    columns: read.map(({ column }) => column),
    misfits: read.flatMap(({ misfits }) => misfits ?? []),
    ...(identityOf(specs).length ? { identity: identityOf(specs) } : {}),
  };
}

/** Push rows of written cells (as many as there are columns; missing ones count as empty), then take the table. */
export class TableBuilder {
  private readonly raw: RawBuilder;
  constructor(
    private readonly name: string,
    private readonly specs: readonly ColumnSpec[],
  ) {
    this.raw = new RawBuilder(specs.map((spec) => spec.name));
  }
  push(cells: readonly string[]): void {
    this.raw.push(cells);
  }
  done(): Table {
    return typedTable(this.name, this.raw.done(), this.specs);
  }
  /** The same, with a breath between columns. */
  async doneInParts(breathe: () => Promise<unknown>): Promise<Table> {
    const raw = this.raw.done();
    const read: ReturnType<typeof typedColumn>[] = [];
    for (const [c, column] of raw.columns.entries()) {
      await breathe();
      read.push(typedColumn(column, this.specs[c]));
    }
    return tableOf(this.name, raw.rows, read, this.specs);
  }
}

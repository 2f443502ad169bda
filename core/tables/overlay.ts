/** Columns laid over each other: one column out of cells of several. */
import { type Column, pick, rowsOf } from './column';
import { cellText } from './cell';
import { Dictionary } from './raw';

/** A column, and for each cell of the result the row that it is taken from, or −1. */
export interface Layer {
  column: Column;
  rows: Int32Array;
}

/** Whether the cell holds something. */
export function isFilled(col: Column, row: number): boolean {
  switch (col.type) {
    case 'text':
      return col.codes[row] >= 0;
    case 'number':
      return !Number.isNaN(col.values[row]);
    case 'yesno':
      return col.values[row] >= 0;
    case 'date':
      return !Number.isNaN(col.day[row]);
    case 'place':
      return !Number.isNaN(col.latitude[row]);
    case 'list':
      return col.offsets[row + 1] > col.offsets[row];
  }
}

/** A column of a type with nothing in it. */
export function emptyColumn(name: string, type: Column['type'], rows: number): Column {
  switch (type) {
    case 'number':
      return { type, name, values: new Float64Array(rows).fill(NaN) };
    case 'yesno':
      return { type, name, values: new Int8Array(rows).fill(-1) };
    case 'date':
      return {
        type,
        name,
        day: new Float64Array(rows).fill(NaN),
        precision: new Uint8Array(rows),
        doubtful: new Uint8Array(rows),
      };
    case 'place':
      return { type, name, latitude: new Float64Array(rows).fill(NaN), longitude: new Float64Array(rows).fill(NaN) };
    case 'list':
      return { type, name, offsets: new Uint32Array(rows + 1), codes: new Uint32Array(0), dictionary: [] };
    default:
      return { type: 'text', name, codes: new Int32Array(rows).fill(-1), dictionary: [] };
  }
}

/** Columns of one type put end to end; the dictionaries of texts and lists become one. */
export function stacked(columns: readonly Column[]): Column {
  const [first] = columns;
  if (columns.length === 1) return first;
  const joined = <T extends Int32Array | Float64Array | Int8Array | Uint8Array>(parts: readonly T[]): T => {
    const all = new (parts[0].constructor as new (n: number) => T)(parts.reduce((sum, { length }) => sum + length, 0));
    let at = 0;
    for (const part of parts) {
      all.set(part, at);
      at += part.length;
    }
    return all;
  };
  const of = <K extends Column['type']>(type: K): Extract<Column, { type: K }>[] =>
    columns.filter((col): col is Extract<Column, { type: K }> => col.type === type);
  const { name } = first;
  switch (first.type) {
    case 'number':
      return { type: 'number', name, values: joined(of('number').map(({ values }) => values)) };
    case 'yesno':
      return { type: 'yesno', name, values: joined(of('yesno').map(({ values }) => values)) };
    case 'place':
      return {
        type: 'place',
        name,
        latitude: joined(of('place').map(({ latitude }) => latitude)),
        longitude: joined(of('place').map(({ longitude }) => longitude)),
      };
    case 'date': {
      const dates = of('date');
      const plain = {
        type: 'date' as const,
        name,
        day: joined(dates.map(({ day }) => day)),
        precision: joined(dates.map(({ precision }) => precision)),
        doubtful: joined(dates.map(({ doubtful }) => doubtful)),
      };
      if (!dates.some(({ span }) => span)) return plain;
      return {
        ...plain,
        span: {
          kind: joined(dates.map(({ span, day }) => span?.kind ?? new Uint8Array(day.length))),
          until: joined(dates.map(({ span, day }) => span?.until ?? new Float64Array(day.length).fill(NaN))),
          precision: joined(dates.map(({ span, day }) => span?.precision ?? new Uint8Array(day.length))),
        },
      };
    }
    case 'text': {
      const words = new Dictionary();
      const codes = joined(
        of('text').map((col) => {
          const map = Int32Array.from(col.dictionary, (text) => words.code(text));
          return col.codes.map((code) => (code < 0 ? -1 : map[code]));
        }),
      );
      return { ...first, codes, dictionary: words.texts };
    }
    case 'list': {
      const words = new Dictionary();
      const lists = of('list');
      const rows = lists.reduce((sum, { offsets }) => sum + offsets.length - 1, 0);
      const offsets = new Uint32Array(rows + 1);
      const codes = new Uint32Array(lists.reduce((sum, col) => sum + col.offsets[col.offsets.length - 1], 0));
      let row = 0;
      let at = 0;
      for (const col of lists) {
        const map = Uint32Array.from(col.dictionary, (text) => words.code(text));
        for (let r = 0; r + 1 < col.offsets.length; r++) {
          for (let k = col.offsets[r]; k < col.offsets[r + 1]; k++) codes[at++] = map[col.codes[k]];
          offsets[++row] = at;
        }
      }
      return { type: 'list', name, offsets, codes, dictionary: words.texts };
    }
  }
}

/**
 * One column of `size` cells out of several layers of one type: each cell is that of the first layer that has something there. `name` is its name.
 */
export function overlaid(name: string, layers: readonly Layer[], size: number): Column {
  const type = layers[0].column.type;
  const all = stacked([...layers.map(({ column }) => column), emptyColumn(name, type, 1)]);
  const starts: number[] = [];
  let end = 0;
  for (const { column } of layers) {
    starts.push(end);
    end += rowsOf(column);
  }
  const rows = new Uint32Array(size).fill(end);
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < layers.length; k++) {
      const row = layers[k].rows[i];
      if (row < 0 || !isFilled(layers[k].column, row)) continue;
      rows[i] = starts[k] + row;
      break;
    }
  }
  return { ...pick(all, rows), name };
}

/** The texts of the column's cells as a text column, for columns of different types that have to become one. */
export function asText(col: Column, rows: number): Column {
  const words = new Dictionary();
  const codes = new Int32Array(rows);
  for (let r = 0; r < rows; r++) {
    const text = cellText(col, r);
    codes[r] = text === '' ? -1 : words.code(text);
  }
  return { type: 'text', name: col.name, codes, dictionary: words.texts };
}

import type { DataType, Vector } from 'apache-arrow';
import { type ColumnSpec, RawBuilder, headerNames } from '../../tables';
import { Fault, counted } from '../../fault';
import { bounded, jsonCell, momentOf } from './typed-cells';
import { type Format, type ReadPart, wholeBytes } from './format';

type Arrow = typeof import('apache-arrow');

const twoDigits = (value: number): string => String(value).padStart(2, '0');

/** Seconds since midnight as `10:30:05`. */
const clockOf = (seconds: number): string => {
  const whole = Math.floor(seconds);
  return `${twoDigits(Math.floor(whole / 3600))}:${twoDigits(Math.floor(whole / 60) % 60)}:${twoDigits(whole % 60)}`;
};

/** How a cell of a type is written; undefined where it is bytes. */
function writerOf(arrow: Arrow, type: DataType): ((value: unknown) => string) | undefined {
  const { DataType } = arrow;
  if (DataType.isDictionary(type)) return writerOf(arrow, type.dictionary as DataType);
  if (DataType.isUtf8(type) || DataType.isLargeUtf8(type)) return (value) => value as string;
  if (DataType.isInt(type) || DataType.isFloat(type)) return (value) => (Number.isNaN(value) ? '' : String(value));
  if (DataType.isBool(type)) return (value) => (value ? 'yes' : 'no');
  if (DataType.isDate(type) || DataType.isTimestamp(type)) return (value) => momentOf(Number(value));
  if (DataType.isTime(type)) {
    const perSecond = [1, 1000, 1e6, 1e9][type.unit];
    return (value) => clockOf(Number(value) / perSecond);
  }
  if (DataType.isDecimal(type)) {
    const { scale } = type;
    return (value) => decimalOf(String(value), scale);
  }
  if (DataType.isList(type) || DataType.isFixedSizeList(type)) {
    const inner = writerOf(arrow, type.children[0].type as DataType);
    return (
      inner && ((value) => [...(value as Iterable<unknown>)].map((one) => (one === null ? '' : inner(one))).join('; '))
    );
  }
  if (DataType.isBinary(type) || DataType.isLargeBinary(type) || DataType.isFixedSizeBinary(type)) return undefined;
  return jsonCell;
}

/** A whole number with the point put in before so many digits. */
function decimalOf(digits: string, scale: number): string {
  const [sign, whole] = digits.startsWith('-') ? ['-', digits.slice(1)] : ['', digits];
  if (scale <= 0) return digits;
  const long = whole.padStart(scale + 1, '0');
  const text = `${long.slice(0, -scale)}.${long.slice(-scale)}`.replace(/\.?0+$/, '');
  return text === '0' ? '0' : sign + text;
}

const specOf = (arrow: Arrow, type: DataType): Omit<ColumnSpec, 'name'> | undefined => {
  if (arrow.DataType.isList(type) || arrow.DataType.isFixedSizeList(type)) return { type: 'list' };
  if (arrow.DataType.isBool(type)) return { type: 'yesno' };
  return undefined;
};

/** Tables of Apache Arrow, as files (`ARROW1`) or streams: numbers, days, texts and lists as such. */
export const arrowFormat: Format = {
  key: 'arrow',
  title: 'Arrow',
  endings: ['arrow', 'feather', 'arrows', 'ipc'],
  fits: (head, text) =>
    text.startsWith('ARROW1') || (head[0] === 0xff && head[1] === 0xff && head[2] === 0xff && head[3] === 0xff),
  mayHang: true,
  async read(source, context) {
    const bytes = await wholeBytes(source, context);
    const arrow = await import('apache-arrow');
    let table;
    try {
      table = arrow.tableFromIPC(bytes);
    } catch (error) {
      const packed = error instanceof Error && /compress|codec/i.test(error.message);
      throw new Fault(
        packed
          ? `“${source.name}” is packed in a way that is not known here. Save it without compression, or as CSV.`
          : `“${source.name}” is no Arrow table that can be read: it is damaged, or cut off. Bring in a whole copy of it.`,
        source.name,
      );
    }
    const { fields } = table.schema;
    const rows = table.numRows;
    bounded(source.name, rows, fields.length);
    const { names, notes } = headerNames(fields.map(({ name }) => name));
    const columns = fields.map((field, c) => ({
      cells: table.getChildAt(c) as Vector,
      write: writerOf(arrow, field.type as DataType),
    }));
    const builder = new RawBuilder(names);
    for (let r = 0; r < rows; r++) {
      builder.push(
        columns.map(({ cells, write }) => {
          const value = cells.get(r) as unknown;
          return value === null || value === undefined || !write ? '' : write(value);
        }),
        r + 1,
      );
      if (r % 2000 === 0) await context.breathe(0.3 + (0.7 * r) / rows);
    }
    const bare = columns.filter(({ write }) => !write).length;
    const types: ReadPart['types'] = {};
    fields.forEach((field, c) => {
      const spec = specOf(arrow, field.type as DataType);
      if (spec) types[names[c]] = spec;
    });
    return [
      {
        name: '',
        table: builder.done(),
        faulty: [],
        notes: [...notes, ...(bare ? [`${counted(bare, 'column')} of bytes, such as pictures, left empty.`] : [])],
        how: 'Arrow',
        types,
      },
    ];
  },
};

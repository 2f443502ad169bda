/** What work came to, as an Apache Arrow stream: any plain value, its arrays of numbers as columns. */
import { sha256 } from '@noble/hashes/sha2.js';
import {
  Field,
  Float32,
  Float64,
  Int16,
  Int32,
  Int8,
  List,
  RecordBatch,
  Schema,
  Struct,
  Table as ArrowTable,
  Uint16,
  Uint32,
  Uint8,
  makeData,
  tableFromIPC,
  tableToIPC,
} from 'apache-arrow';
import { Fault } from '../fault';
import { own } from '../own';

const kinds = [
  { array: Uint8Array, type: Uint8 },
  { array: Int8Array, type: Int8 },
  { array: Uint16Array, type: Uint16 },
  { array: Int16Array, type: Int16 },
  { array: Uint32Array, type: Uint32 },
  { array: Int32Array, type: Int32 },
  { array: Float32Array, type: Float32 },
  { array: Float64Array, type: Float64 },
] as const;
type Numbers = InstanceType<(typeof kinds)[number]['array']>;

/** In the place of an array its column, in that of a number that JSON does not know its name. A value's own objects have no such keys. */
const [column, number] = ['$column', '$number'];
const strange = new Map([
  ['NaN', NaN],
  ['Infinity', Infinity],
  ['-Infinity', -Infinity],
  ['-0', -0],
]);

/** After the stream's end, where its readers stop, stand the first bytes of its SHA-256. */
const sealLength = 16;
const sealOf = (stream: Uint8Array): Uint8Array => sha256(stream).subarray(0, sealLength);

/**
 * A plain value (JSON, with NaN, infinities and typed arrays) as one stream: a row, with a list for every array, and the rest as JSON in the schema's
 * metadata. Equal values give equal bytes; every number keeps its bits.
 */
export function valueToArrow(value: unknown): Uint8Array {
  const arrays: Numbers[] = [];
  const places = new Map<object, number>();
  const plain = (held: unknown): unknown => {
    if (typeof held === 'number') {
      if (Number.isFinite(held) && !Object.is(held, -0)) return held;
      return { [number]: Object.is(held, -0) ? '-0' : String(held) };
    }
    if (held === null || typeof held !== 'object') return held;
    if (ArrayBuffer.isView(held)) {
      let at = places.get(held);
      if (at === undefined) places.set(held, (at = arrays.push(held as Numbers) - 1));
      return { [column]: at };
    }
    if (Array.isArray(held)) return held.map(plain);
    if (held instanceof Map || held instanceof Set) throw new Error('maps and sets are no plain values');
    return Object.fromEntries(Object.entries(held).map(([key, inner]) => [key, plain(inner)]));
  };
  const text = JSON.stringify(plain(value) ?? null);
  const children = arrays.map((array) => {
    const kind = kinds.find((one) => array instanceof one.array);
    if (!kind) throw new Error(`a ${array.constructor.name} is no column`);
    const child = makeData({ type: new kind.type(), data: array } as never);
    const type = new List(new Field('number', child.type, false));
    return makeData({ type, length: 1, nullCount: 0, valueOffsets: Int32Array.of(0, array.length), child });
  });
  const fields = children.map((data, i) => new Field(String(i), data.type, false));
  const schema = new Schema(fields, new Map([['value', text]]));
  const data = makeData({ type: new Struct(fields), length: 1, nullCount: 0, children });
  const stream = tableToIPC(new ArrowTable(schema, [new RecordBatch(schema, data)]), 'stream');
  const bytes = new Uint8Array(stream.length + sealLength);
  bytes.set(stream);
  bytes.set(sealOf(stream), stream.length);
  return bytes;
}

/** The value back. A Fault where the bytes are none. */
export function valueFromArrow(bytes: Uint8Array): unknown {
  const stream = bytes.subarray(0, Math.max(0, bytes.length - sealLength));
  // A library that reads Arrow may not come back from bytes that are broken.
  const seal = sealOf(stream);
  const broken = (): Fault => new Fault('What was computed cannot be read. It is computed anew.');
  if (!seal.every((byte, i) => byte === bytes[stream.length + i])) throw broken();
  try {
    const table = tableFromIPC(stream);
    const arrays = table.schema.fields.map((_, i) => {
      const data = table.getChildAt(i)?.data[0];
      if (!data) throw new RangeError('a column is missing');
      const [from, to] = data.valueOffsets as Int32Array;
      const numbers = data.children[0].values as Numbers;
      // A copy of its own: views on the whole stream would keep it, and could not be handed over one by one.
      return numbers.slice(from, to);
    });
    return JSON.parse(table.schema.metadata.get('value') ?? '', (_key, held: unknown) => {
      if (held === null || typeof held !== 'object') return held;
      if (Object.hasOwn(held, column)) {
        const array = arrays.at(own(held as Record<string, number>, column) ?? Infinity);
        if (!array) throw new RangeError('a column is missing');
        return array;
      }
      if (Object.hasOwn(held, number)) return strange.get(own(held as Record<string, string>, number) ?? '');
      return held;
    });
  } catch {
    throw broken();
  }
}

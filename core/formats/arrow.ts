/** Typed tables as Apache Arrow streams, for the way from the server to the browser. */
import {
  Dictionary,
  type Data,
  Field,
  Float64,
  Int32,
  Int8,
  List,
  RecordBatch,
  Schema,
  Struct,
  Table as ArrowTable,
  Uint32,
  Uint8,
  Utf8,
  type Vector,
  makeData,
  makeVector,
  tableFromIPC,
  tableToIPC,
} from 'apache-arrow';
import * as z from 'zod';
import type { Column, Table } from '../tables';

/** What the arrow types leave open: our own types, their parts, and the cells that did not fit. */
const metaSchema = z.object({
  name: z.string(),
  rows: z.number().int(),
  identity: z.array(z.string()).optional(),
  columns: z.array(
    z.object({
      name: z.string(),
      type: z.enum(['text', 'number', 'yesno', 'date', 'list', 'place']),
      as: z.enum(['picture', 'link', 'reference']).optional(),
      spans: z.boolean().optional(),
    }),
  ),
  misfits: z.array(z.object({ column: z.string(), rows: z.array(z.number()), texts: z.array(z.string()) })),
});

/** The table as one Arrow stream. Equal tables give equal bytes. `breathe` is awaited between pieces of work of a few milliseconds. */
export async function toArrow(table: Table, breathe?: () => Promise<unknown>): Promise<Uint8Array> {
  const fields: Field[] = [];
  const children: Data[] = [];
  const add = (name: string, data: Data): void => {
    fields.push(new Field(name, data.type, true));
    children.push(data);
  };
  for (const [c, col] of table.columns.entries()) {
    await breathe?.();
    switch (col.type) {
      case 'text':
        add(`${c}`, await coded(col.codes, col.dictionary, c, breathe));
        break;
      case 'number':
        add(`${c}`, makeData({ type: new Float64(), data: col.values }));
        break;
      case 'yesno':
        add(`${c}`, makeData({ type: new Int8(), data: col.values }));
        break;
      case 'date':
        add(`${c}.day`, makeData({ type: new Float64(), data: col.day }));
        add(`${c}.precision`, makeData({ type: new Uint8(), data: col.precision }));
        add(`${c}.doubtful`, makeData({ type: new Uint8(), data: col.doubtful }));
        if (col.span) {
          add(`${c}.kind`, makeData({ type: new Uint8(), data: col.span.kind }));
          add(`${c}.until`, makeData({ type: new Float64(), data: col.span.until }));
          add(`${c}.untilPrecision`, makeData({ type: new Uint8(), data: col.span.precision }));
        }
        break;
      case 'place':
        add(`${c}.latitude`, makeData({ type: new Float64(), data: col.latitude }));
        add(`${c}.longitude`, makeData({ type: new Float64(), data: col.longitude }));
        break;
      case 'list': {
        const child = makeData({ type: new Uint32(), data: col.codes });
        const type = new List(new Field('code', new Uint32(), false));
        const valueOffsets = Int32Array.from(col.offsets);
        add(`${c}`, makeData({ type, length: valueOffsets.length - 1, nullCount: 0, valueOffsets, child }));
        break;
      }
    }
  }
  await breathe?.();
  const lists: Record<string, string[]> = {};
  table.columns.forEach((col, c) => col.type === 'list' && (lists[c] = col.dictionary));
  const meta = {
    name: table.name,
    rows: table.rows,
    identity: table.identity,
    columns: table.columns.map((col) => ({
      name: col.name,
      type: col.type,
      ...(col.type === 'text' && col.as ? { as: col.as } : {}),
      ...(col.type === 'date' && col.span ? { spans: true } : {}),
    })),
    misfits: table.misfits.map(({ column, rows, texts }) => ({ column, rows: Array.from(rows), texts })),
  };
  const metadata = new Map([
    ['table', JSON.stringify(meta)],
    ['lists', JSON.stringify(lists)],
  ]);
  const schema = new Schema(fields, metadata);
  const data = makeData({ type: new Struct(fields), length: table.rows, nullCount: 0, children });
  return tableToIPC(new ArrowTable(schema, [new RecordBatch(schema, data)]), 'stream');
}

/** Texts that are written and read at once, as most are of letters that take a byte each. */
const run = 1024;

async function utf8Of(texts: readonly string[], breathe?: () => Promise<unknown>): Promise<Data<Utf8>> {
  const encoder = new TextEncoder();
  const valueOffsets = new Int32Array(texts.length + 1);
  const pieces: Uint8Array[] = [];
  let at = 0;
  const put = (piece: Uint8Array): void => {
    pieces.push(piece);
    at += piece.length;
  };
  for (let from = 0; from < texts.length; from += run) {
    if (from % (64 * run) === 0) await breathe?.();
    const some = texts.slice(from, from + run);
    const whole = encoder.encode(some.join(''));
    let length = 0;
    for (const text of some) length += text.length;
    if (whole.length === length) {
      for (const [i, text] of some.entries()) valueOffsets[from + i + 1] = valueOffsets[from + i] + text.length;
      put(whole);
      continue;
    }
    for (const [i, text] of some.entries()) {
      put(encoder.encode(text));
      valueOffsets[from + i + 1] = at;
    }
  }
  const data = new Uint8Array(at);
  let place = 0;
  for (const piece of pieces) {
    data.set(piece, place);
    place += piece.length;
  }
  return makeData({ type: new Utf8(), length: texts.length, nullCount: 0, valueOffsets, data });
}

function textsOf({ length, valueOffsets, values: bytes }: Data<Utf8>): string[] {
  const decoder = new TextDecoder('utf-8', { ignoreBOM: true });
  const texts: string[] = [];
  for (let from = 0; from < length; from += run) {
    const to = Math.min(length, from + run);
    const start = valueOffsets[from];
    const whole = decoder.decode(bytes.subarray(start, valueOffsets[to]));
    const plain = whole.length === valueOffsets[to] - start;
    for (let i = from; i < to; i++) {
      const [a, b] = [valueOffsets[i], valueOffsets[i + 1]];
      texts.push(plain ? whole.slice(a - start, b - start) : decoder.decode(bytes.subarray(a, b)));
    }
  }
  return texts;
}

/** Dictionary-coded texts; −1 becomes an absent value. */
async function coded(
  codes: Int32Array,
  texts: readonly string[],
  id: number,
  breathe?: () => Promise<unknown>,
): Promise<Data> {
  const dictionary = makeVector(await utf8Of(texts.length ? texts : [''], breathe));
  const nullBitmap = new Uint8Array(Math.ceil(codes.length / 8));
  let nullCount = 0;
  for (let r = 0; r < codes.length; r++) {
    if (codes[r] >= 0) nullBitmap[r >> 3] |= 1 << (r & 7);
    else nullCount++;
  }
  const type = new Dictionary(new Utf8(), new Int32(), id);
  const data = codes.map((code) => Math.max(0, code));
  return makeData({ type, length: codes.length, nullCount, nullBitmap, data, dictionary });
}

const listsSchema = z.record(z.string(), z.array(z.string()));

/** The table of an Arrow stream that {@link toArrow} wrote. Throws where it is another. */
export function fromArrow(bytes: Uint8Array): Table {
  const arrow = tableFromIPC(bytes);
  const meta = metaSchema.parse(JSON.parse(arrow.schema.metadata.get('table') ?? 'null'));
  const lists = listsSchema.parse(JSON.parse(arrow.schema.metadata.get('lists') ?? '{}'));
  const part = (name: string): Vector => arrow.getChild(name) ?? makeVector(new Float64Array(0));
  const columns = meta.columns.map(({ name, type, as, spans }, c): Column => {
    switch (type) {
      case 'text':
        return { type, name, ...(as ? { as } : {}), ...decoded(part(`${c}`), meta.rows) };
      case 'number':
        return { type, name, values: Float64Array.from(values(part(`${c}`), meta.rows)) };
      case 'yesno':
        return { type, name, values: Int8Array.from(values(part(`${c}`), meta.rows)) };
      case 'date':
        return {
          type,
          name,
          day: Float64Array.from(values(part(`${c}.day`), meta.rows)),
          precision: Uint8Array.from(values(part(`${c}.precision`), meta.rows)),
          doubtful: Uint8Array.from(values(part(`${c}.doubtful`), meta.rows)),
          ...(spans && {
            span: {
              kind: Uint8Array.from(values(part(`${c}.kind`), meta.rows)),
              until: Float64Array.from(values(part(`${c}.until`), meta.rows)),
              precision: Uint8Array.from(values(part(`${c}.untilPrecision`), meta.rows)),
            },
          }),
        };
      case 'place':
        return {
          type,
          name,
          latitude: Float64Array.from(values(part(`${c}.latitude`), meta.rows)),
          longitude: Float64Array.from(values(part(`${c}.longitude`), meta.rows)),
        };
      case 'list': {
        const data = part(`${c}`).data[0] as Data<List<Uint32>> | undefined;
        if (!data) return { type, name, offsets: new Uint32Array(1), codes: new Uint32Array(0), dictionary: [] };
        const offsets = Uint32Array.from((data.valueOffsets as Int32Array).subarray(0, meta.rows + 1));
        const child = data.children[0] as unknown as { values: Uint32Array };
        const codes = Uint32Array.from(child.values.subarray(0, offsets[meta.rows]));
        return { type, name, offsets, codes, dictionary: lists[c] ?? [] };
      }
    }
  });
  const misfits = meta.misfits.map(({ column, rows, texts }) => ({ column, rows: Uint32Array.from(rows), texts }));
  return { name: meta.name, rows: meta.rows, columns, misfits, ...(meta.identity ? { identity: meta.identity } : {}) };
}

function values(vector: Vector, rows: number): ArrayLike<number> {
  const data = vector.data[0]?.values as ArrayLike<number> | undefined;
  return data ? (data as Float64Array).subarray(0, rows) : new Float64Array(0);
}

function decoded(vector: Vector, rows: number): { codes: Int32Array; dictionary: string[] } {
  const data = vector.data[0] as Data<Dictionary<Utf8, Int32>> | undefined;
  if (!data) return { codes: new Int32Array(0), dictionary: [] };
  const codes = new Int32Array(rows);
  const bitmap = data.nullBitmap;
  let used = false;
  for (let r = 0; r < rows; r++) {
    const there = data.nullCount === 0 || (bitmap[r >> 3] >> (r & 7)) & 1;
    codes[r] = there ? data.values[r] : -1;
    if (there) used = true;
  }
  const dictionary = used ? (data.dictionary as Vector<Utf8>).data.flatMap(textsOf) : [];
  return { codes, dictionary };
}

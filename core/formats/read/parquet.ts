import { gunzipSync } from 'fflate';
import { type ColumnSpec, RawBuilder, headerNames } from '../../tables';
import { Fault, counted, grouped } from '../../fault';
import { type Format, type ReadContext, type ReadPart, largestWhole, wholeBytes } from './format';
import { bounded, jsonCell, momentOf } from './typed-cells';

type Parquet = typeof import('hyparquet');
type Metadata = Awaited<ReturnType<Parquet['parquetMetadataAsync']>>;

/** Rows that are made at once. */
const step = 20_000;

/** What was met in a column beside empty cells. */
interface Met {
  bytes: number;
  lists: boolean;
  yesNo: boolean;
  other: boolean;
}

function cellOf(value: unknown, met: Met): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') {
    met.yesNo = true;
    return value ? 'yes' : 'no';
  }
  if (Array.isArray(value) && value.every((one) => one === null || typeof one !== 'object')) {
    met.lists = true;
    return value.map((one) => (one === null ? '' : `${one as string | number}`)).join('; ');
  }
  if (value instanceof Uint8Array) {
    met.bytes++;
    return '';
  }
  met.other = true;
  if (typeof value === 'number') return Number.isNaN(value) ? '' : String(value);
  if (typeof value === 'string' || typeof value === 'bigint') return String(value);
  return value instanceof Date ? momentOf(value.getTime()) : jsonCell(value);
}

const specOf = ({ lists, yesNo, other }: Met): Omit<ColumnSpec, 'name'> | undefined =>
  other ? undefined : lists ? (yesNo ? undefined : { type: 'list' }) : yesNo ? { type: 'yesno' } : undefined;

/** Tables of Apache Parquet: numbers, days, texts and lists as such. */
export const parquetFormat: Format = {
  key: 'parquet',
  title: 'Parquet',
  endings: ['parquet', 'pq', 'parq'],
  fits: (_head, text) => text.startsWith('PAR1'),
  mayHang: true,
  async read(source, context) {
    const bytes = (await wholeBytes(source, context)).slice();
    const [parquet, { decompress }] = await Promise.all([import('hyparquet'), import('fzstd')]);
    const compressors = {
      GZIP: (packed: Uint8Array) => gunzipSync(packed),
      ZSTD: (packed: Uint8Array) => decompress(packed),
    };
    try {
      const metadata = parquet.parquetMetadata(bytes.buffer);
      return [await partOf(parquet, metadata, { file: bytes.buffer, compressors }, source.name, context)];
    } catch (error) {
      if (error instanceof Fault || !(error instanceof Error) || error.message.includes('was stopped')) throw error;
      throw new Fault(
        /codec|compress/i.test(error.message)
          ? `“${source.name}” is packed in a way that is not known here. Save it with Snappy, Gzip, Zstandard or no compression, or as CSV.`
          : `“${source.name}” is no Parquet table that can be read: it is damaged, or cut off. Bring in a whole copy of it.`,
        source.name,
      );
    }
  },
};

async function partOf(
  parquet: Parquet,
  metadata: Metadata,
  how: { file: ArrayBuffer; compressors: object },
  name: string,
  context: ReadContext,
): Promise<ReadPart> {
  const columns = parquet.parquetSchema(metadata).children.map(({ element }) => element.name);
  const rows = Number(metadata.num_rows);
  bounded(name, rows, columns.length);
  const size = metadata.row_groups.reduce((sum, { total_byte_size: bytes }) => sum + Number(bytes), 0);
  if (size > 4 * largestWhole)
    throw new Fault(
      `“${name}” would grow to ${grouped(Math.round(size / 1048576))} MB. Split it, and bring in the parts.`,
      name,
    );
  const { names, notes } = headerNames(columns);
  const met = columns.map((): Met => ({ bytes: 0, lists: false, yesNo: false, other: false }));
  const builder = new RawBuilder(names);
  for (let from = 0; from < rows; from += step) {
    const rowEnd = Math.min(rows, from + step);
    let some: unknown[][] = [];
    const options = { ...how, metadata, rowStart: from, rowEnd, rowFormat: 'array' as const };
    await parquet.parquetRead({ ...options, onComplete: (found: unknown[][]) => (some = found) });
    if (some.length !== rowEnd - from) throw new Error('rows are missing');
    some.forEach((cells, r) =>
      builder.push(
        columns.map((_, c) => cellOf(cells[c], met[c])),
        from + r + 1,
      ),
    );
    await context.breathe(0.3 + (0.7 * rowEnd) / rows);
  }
  const types: ReadPart['types'] = {};
  met.forEach((one, c) => {
    const spec = specOf(one);
    if (spec) types[names[c]] = spec;
  });
  const bytes = met.reduce((sum, one) => sum + one.bytes, 0);
  if (bytes) notes.push(`${counted(bytes, 'cell')} with bytes, such as pictures, left empty.`);
  return { name: '', table: builder.done(), faulty: [], notes, how: 'Parquet', types };
}

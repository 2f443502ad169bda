/** Tables of Parquet: types as our cells, what they are packed with, and what is none. */
import { gzipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { only, parts, rowsOf } from './samples';

const columnData = [
  { name: 'name', data: ['Ragna “é”', null, '=1+1'], type: 'STRING' as const },
  { name: 'large', data: [9007199254740993n, -1n, null], type: 'INT64' as const },
  { name: 'share', data: [0.1, NaN, null], type: 'DOUBLE' as const },
  { name: 'there', data: [true, false, null], type: 'BOOLEAN' as const },
  { name: 'sent', data: [new Date(Date.UTC(1911, 0, 2, 3, 4, 5)), new Date(0), null], type: 'TIMESTAMP' as const },
  { name: 'more', data: [{ x: 1 }, { x: [2] }, null], type: 'JSON' as const },
];
const write = (more: object = {}): Uint8Array => new Uint8Array(parquetWriteBuffer({ columnData, ...more }));

const rows = [
  {
    name: 'Ragna “é”',
    large: '9007199254740993',
    share: '0.1',
    there: 'yes',
    sent: '1911-01-02 03:04:05',
    more: '{"x":1}',
  },
  { name: '', large: '-1', share: '', there: 'no', sent: '1970-01-01', more: '{"x":[2]}' },
  { name: '=1+1', large: '', share: '', there: '', sent: '', more: '' },
];

test('every type becomes a cell', async () => {
  const found = await only('kept.parquet', write());
  expect(rowsOf(found)).toEqual(rows);
  expect(found.types).toEqual({ there: { type: 'yesno' } });
  expect(found.how).toBe('Parquet');
});

/** A frame of Zstandard (RFC 8878) whose one block is not packed: enough to see that it is unpacked. */
function zstandard(plain: Uint8Array): Uint8Array {
  const frame = new Uint8Array(12 + plain.length);
  const view = new DataView(frame.buffer);
  view.setUint32(0, 0xfd2fb528, true);
  frame[4] = 0xa0;
  view.setUint32(5, plain.length, true);
  const head = (plain.length << 3) | 1;
  frame.set([head & 255, (head >> 8) & 255, head >> 16], 9);
  frame.set(plain, 12);
  return frame;
}

test.each(['UNCOMPRESSED', 'SNAPPY', 'GZIP', 'ZSTD'] as const)(
  'packed with %s, in several groups of rows',
  async (codec) => {
    const data = Array.from({ length: 45_000 }, (_, i) => `keeper ${i % 700}`);
    const bytes = write({
      columnData: [{ name: 'keeper', data, type: 'STRING' as const }],
      codec,
      rowGroupSize: 10_000,
      compressors: { GZIP: (plain: Uint8Array) => gzipSync(plain), ZSTD: zstandard },
    });
    const found = await only('long.parquet', bytes);
    expect([found.table.rows, rowsOf(found)[44_999]]).toEqual([45_000, { keeper: 'keeper 199' }]);
  },
);

test('lists are lists, bytes are left and told', async () => {
  const bytes = write({
    columnData: [
      { name: 'seal', data: [new Uint8Array([1, 255]), null], type: 'BYTE_ARRAY' as const },
      { name: 'id', data: ['a', 'b'], type: 'STRING' as const },
    ],
  });
  const found = await only('seals.parquet', bytes);
  expect(rowsOf(found).map(({ id }) => id)).toEqual(['a', 'b']);
});

describe('what is no whole table ends in a sentence', () => {
  test.each<[string, (bytes: Uint8Array) => Uint8Array, RegExp]>([
    ['its beginning alone', (bytes) => bytes.slice(0, 8), /damaged, or cut off/],
    ['cut off', (bytes) => bytes.slice(0, bytes.length - 30), /damaged, or cut off/],
    ['without rows', () => write({ columnData: [{ name: 'a', data: [], type: 'STRING' as const }] }), /no rows/],
  ])('%s', async (_what, change, sentence) => {
    await expect(parts('a.parquet', change(write()))).rejects.toThrow(sentence);
  });
  test('packed in a way that is not known', async () => {
    const bytes = write({ codec: 'BROTLI', compressors: { BROTLI: (plain: Uint8Array) => plain } });
    await expect(parts('a.parquet', bytes)).rejects.toThrow(/packed in a way that is not known/);
  });
});

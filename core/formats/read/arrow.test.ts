/** Tables of Arrow: its types as our cells, files and streams, and what is none. */
import {
  Binary,
  DateDay,
  Decimal,
  Dictionary,
  Field,
  Float64,
  Int32,
  Int64,
  List,
  Struct,
  Table,
  TimeSecond,
  TimestampMillisecond,
  Utf8,
  makeData,
  makeVector,
  tableToIPC,
  vectorFromArray,
} from 'apache-arrow';
import { rawTable } from '../../tables';
import { storedFormat } from '../stored/registry';
import { namesOf, only, parts, rowsOf } from './samples';

const table = (): Table =>
  new Table({
    name: vectorFromArray(['Ragna “é”', null, '=1+1'], new Dictionary(new Utf8(), new Int32(), 1)),
    large: vectorFromArray([9007199254740993n, -1n, null], new Int64()),
    share: vectorFromArray([0.1, NaN, null], new Float64()),
    there: vectorFromArray([true, false, null]),
    born: vectorFromArray([new Date(Date.UTC(1880, 4, 3)), null, new Date(0)], new DateDay()),
    sent: vectorFromArray([new Date(Date.UTC(1911, 0, 2, 3, 4, 5)), new Date(0), null], new TimestampMillisecond()),
    at: vectorFromArray([37805, 0, null], new TimeSecond()),
    speaks: vectorFromArray([['a', 'b'], [], ['c']], new List(new Field('value', new Utf8(), true))),
    where: vectorFromArray([{ x: 1 }, { x: 2 }, { x: 3 }], new Struct([new Field('x', new Int32(), true)])),
    seal: vectorFromArray([new Uint8Array([1, 2]), new Uint8Array([3]), new Uint8Array([])], new Binary()),
  });

test.each(['file', 'stream'] as const)('every type of a %s becomes a cell', async (kind) => {
  const found = await only('kept.arrow', tableToIPC(table(), kind));
  expect(rowsOf(found)).toEqual([
    {
      name: 'Ragna “é”',
      large: '9007199254740993',
      share: '0.1',
      there: 'yes',
      born: '1880-05-03',
      sent: '1911-01-02 03:04:05',
      at: '10:30:05',
      speaks: 'a; b',
      where: '{"x":1}',
      seal: '',
    },
    {
      name: '',
      large: '-1',
      share: '',
      there: 'no',
      born: '',
      sent: '1970-01-01',
      at: '00:00:00',
      speaks: '',
      where: '{"x":2}',
      seal: '',
    },
    {
      name: '=1+1',
      large: '',
      share: '',
      there: '',
      born: '1970-01-01',
      sent: '',
      at: '',
      speaks: 'c',
      where: '{"x":3}',
      seal: '',
    },
  ]);
  expect(found.types).toEqual({ there: { type: 'yesno' }, speaks: { type: 'list' } });
  expect(found.notes.join()).toMatch(/1 column of bytes/);
  expect(found.how).toBe('Arrow');
});

test('decimals have their point where it belongs', async () => {
  const data = Uint32Array.from(
    [[1234], [-5], [0], [100]].flatMap(([value]) => [
      value >>> 0,
      value < 0 ? -1 : 0,
      value < 0 ? -1 : 0,
      value < 0 ? -1 : 0,
    ]),
  );
  const price = makeVector(makeData({ type: new Decimal(2, 10), length: 4, nullCount: 0, data }));
  const found = await only('prices.arrow', tableToIPC(new Table({ price }), 'file'));
  expect(rowsOf(found).map((row) => row.price)).toEqual(['12.34', '-0.05', '0', '1']);
});

test('what we write as Arrow we read again, names that are alike apart', async () => {
  const raw = rawTable(
    ['id', 'born', 'n'],
    [
      ['K1', '1880-05-03', '2.5'],
      ['K2', 'c. 1890', ''],
    ],
  );
  const specs = [
    { name: 'id', type: 'text' as const },
    { name: 'born', type: 'date' as const },
    { name: 'n', type: 'number' as const },
  ];
  const bytes = (await storedFormat('arrow')?.write([{ key: 'k', name: 'K', raw, specs }])) as Uint8Array;
  const found = await only('k.arrow', bytes);
  expect(rowsOf(found)).toEqual([
    { id: 'K1', born: '1880-05-03', n: '2.5' },
    { id: 'K2', born: 'c. 1890', n: '' },
  ]);
  expect(namesOf(found)).toEqual(['id', 'born', 'n']);
});

test.each<[string, (bytes: Uint8Array) => Uint8Array, RegExp]>([
  ['its beginning alone', (bytes) => bytes.slice(0, 8), /damaged, or cut off|no rows/],
  ['cut off in the middle', (bytes) => bytes.slice(0, Math.floor(bytes.length / 2)), /damaged, or cut off|no rows/],
  ['without rows', () => tableToIPC(table().slice(0, 0), 'file'), /no rows/],
])('%s ends in a sentence', async (_what, change, sentence) => {
  await expect(parts('a.arrow', change(tableToIPC(table(), 'file')))).rejects.toThrow(sentence);
});

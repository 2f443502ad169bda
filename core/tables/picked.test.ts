import { seeded } from '../random';
import { picked, pickedItems } from './picked';

const random = seeded(11);
const several = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));
/** Rows with long and short runs, some twice, some before earlier ones. */
const choices: [string, number[]][] = [
  ['none', []],
  ['all', several(200, (i) => i)],
  ['long runs', [...several(40, (i) => i), ...several(60, (i) => 100 + i), 199]],
  ['every other one', several(100, (i) => 2 * i)],
  ['backwards and again', [9, 8, 7, 7, 7, 8, 9, ...several(30, (i) => i)]],
  ['at random', several(300, () => random.below(200))],
];

const row = (length: number): number[] => several(length, (i) => (i * 37) % 120);
const kinds = [Uint8Array, Int8Array, Int32Array, Uint32Array, Float32Array, Float64Array];

test.each(choices)('values of chosen rows, of every kind, one or several a row: %s', (_words, chosen) => {
  const rows = Uint32Array.from(chosen);
  for (const Kind of kinds) {
    for (const each of [1, 2, 3, 4]) {
      const values = Kind.from(row(200 * each));
      // Also where they begin at an odd byte, and in memory that is shared.
      const buffer = new SharedArrayBuffer(values.byteLength + 8);
      const apart = new Kind(buffer as unknown as ArrayBuffer, values.BYTES_PER_ELEMENT, values.length);
      apart.set(values);
      const expected = chosen.flatMap((at) => [...values.subarray(each * at, each * at + each)]);
      for (const some of [values, apart]) {
        const taken = picked(some, rows, each);
        expect([...taken]).toEqual(expected);
        expect(taken).toBeInstanceOf(Kind);
      }
    }
  }
});

test('values are taken bit by bit', () => {
  const bits = new Uint32Array([1, 0x7ff80000, 0, 0x80000000, 0xffffffff, 0x7fffffff]);
  const taken = picked(new Float64Array(bits.buffer), Uint32Array.of(2, 0, 1));
  expect([...new Uint32Array(taken.buffer)]).toEqual([0xffffffff, 0x7fffffff, 1, 0x7ff80000, 0, 0x80000000]);
});

const lengths: [string, (i: number) => number][] = [
  ['none to three', (i) => i % 4],
  ['one each', () => 1],
  ['one each but for the first', (i) => (i === 0 ? 2 : 1)],
  ['two and none in turn', (i) => (i % 2 === 0 ? 2 : 0)],
];

test.each(lengths.flatMap(([length, of]) => choices.map(([choice, chosen]) => ({ length, of, choice, chosen }))))(
  'lists of chosen rows: $length, $choice',
  ({ of, chosen }) => {
    const lists = several(200, (i) => several(of(i), (k) => 10 * i + k));
    const begins = Uint32Array.from([0, ...lists.map((_, i) => lists.slice(0, i + 1).flat().length)]);
    const { offsets, places } = pickedItems(begins, Uint32Array.from(chosen));
    const taken = picked(Uint32Array.from(lists.flat()), places);
    expect(chosen.map((_, i) => [...taken.subarray(offsets[i], offsets[i + 1])])).toEqual(
      chosen.map((at) => lists[at]),
    );
    expect(taken.length).toBe(offsets[chosen.length]);
  },
);

import { seeded } from '../random';
import { picked, pickedItems, pickedOffsets } from './picked';

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

test.each(choices)('values and lists of chosen rows, one by one or in runs: %s', (_words, chosen) => {
  const rows = Uint32Array.from(chosen);
  const values = Float64Array.from(several(200, (i) => i * 1.5));
  expect([...picked(values, rows)]).toEqual(chosen.map((row) => values[row]));
  expect(picked(values, rows)).toBeInstanceOf(Float64Array);
  const lists = several(200, (i) => several(i % 4, (k) => 10 * i + k));
  const offsets = Uint32Array.from([0, ...lists.map((_, i) => lists.slice(0, i + 1).flat().length)]);
  const items = Uint32Array.from(lists.flat());
  const own = pickedOffsets(offsets, rows);
  const taken = pickedItems(items, offsets, rows, own);
  expect(chosen.map((_, i) => [...taken.subarray(own[i], own[i + 1])])).toEqual(chosen.map((row) => lists[row]));
  expect(taken.length).toBe(own[chosen.length]);
});

/** @jest-environment jsdom */
import { sortedBy } from '@/ui/state/table';
import { keepers, number, text } from '@/ui/testing';
import { summaryOf } from '@/core/read';
import { shownColumns } from './columns';

const columns = [text('label', 'a'), number('degree', 1), text('island', 'Ness'), number('age', 3)];
const plain = { pinned: [], widths: new Map<string, number>(), sort: [] };
const names = (state: object) => shownColumns(columns, { ...plain, ...state }).map(({ col, left }) => [col.name, left]);

test('the first column always stays, those pinned beside it as wide as they are; what is gone is passed over', () => {
  expect(names({})).toEqual([
    ['label', 0],
    ['degree', undefined],
    ['island', undefined],
    ['age', undefined],
  ]);
  expect(names({ columns: ['age', 'gone', 'island'], pinned: ['island'], widths: new Map([['label', 200]]) })).toEqual([
    ['label', 0],
    ['island', 200],
    ['age', undefined],
  ]);
  expect(names({ columns: [] })).toEqual([['label', 0]]);
  expect(shownColumns([], plain)).toEqual([]);
});

test('numbers begin with the highest; a third click takes the order away; with Shift it comes after the others', () => {
  const degree = { name: 'degree', type: 'number' };
  const once = sortedBy([], degree, false);
  expect(once).toEqual([{ name: 'degree', descending: true }]);
  expect(sortedBy(sortedBy(once, degree, false), degree, false)).toEqual([]);
  const both = sortedBy(once, { name: 'island', type: 'text' }, true);
  expect(both).toEqual([...once, { name: 'island', descending: false }]);
  expect(sortedBy(both, degree, true)).toEqual([{ name: 'degree', descending: false }, both[1]]);
  expect(sortedBy(both, { name: 'age', type: 'number' }, false)).toHaveLength(1);
});

test('a summary of the rows shown: means of numbers, different values of texts', () => {
  const [island, degree] = keepers.nodeColumns;
  const all = Uint32Array.of(0, 1, 2, 3);
  expect(summaryOf(degree, all, String)).toEqual({
    short: 'mean 2',
    long: 'sum 8, mean 2, from 0 to 3, 4 of 4 filled',
  });
  expect(summaryOf(number('gap', NaN, 4), Uint32Array.of(0), String).short).toBe('–');
  expect(summaryOf(island, all, String)).toEqual({ short: '2 values', long: '2 different, 3 of 4 filled' });
  expect(summaryOf(island, Uint32Array.of(0, 1), String).short).toBe('1 value');
});

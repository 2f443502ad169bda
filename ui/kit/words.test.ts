import { ordinal, percent, sizeInWords } from './words';

test('ranks and sizes in words', () => {
  expect([1, 2, 3, 4, 11, 12, 13, 21, 112, 1001].map(ordinal)).toEqual([
    '1st',
    '2nd',
    '3rd',
    '4th',
    '11th',
    '12th',
    '13th',
    '21st',
    '112th',
    '1,001st',
  ]);
  expect(sizeInWords(1, 330, 6)).toBe('1 node, 330 ties, 6 groups');
});

test('few of many are not none, and most are not all', () => {
  const said = [
    [0, 1000],
    [1, 1000],
    [5, 1000],
    [500, 1000],
    [1999, 2000],
    [2000, 2000],
    [0, 0],
  ].map(([part, whole]) => percent(part, whole));
  expect(said).toEqual(['0 %', 'under 1 %', '1 %', '50 %', 'over 99 %', '100 %', '100 %']);
});

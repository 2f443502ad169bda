import { ordinal, sizeInWords } from './words';

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

import { Fault, counted, grouped, listed } from './fault';

test('a fault knows where it stands', () => {
  const fault = new Fault('Mend it.', 's3');
  expect([fault.name, fault.message, fault.where]).toEqual(['Fault', 'Mend it.', 's3']);
  expect(fault).toBeInstanceOf(Error);
});

test.each([
  [0, '0'],
  [999, '999'],
  [1000, '1,000'],
  [1234567, '1,234,567'],
  [-12345, '-12,345'],
])('%p is written %s', (count, text) => expect(grouped(count)).toBe(text));

test('one and many', () => {
  expect([counted(1, 'row'), counted(2, 'row'), counted(0, 'row'), counted(1900, 'name is', 'names are')]).toEqual([
    '1 row',
    '2 rows',
    '0 rows',
    '1,900 names are',
  ]);
});

test('lists of values', () => {
  expect(listed([])).toBe('none');
  expect(listed(['a'])).toBe('“a”');
  expect(listed(['a', 'b', 'c'])).toBe('“a”, “b” and “c”');
  expect(listed(['a', 'b', 'c'], 2)).toBe('“a”, “b” and 1 more');
});

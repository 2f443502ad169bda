import { bandsOf } from './picture';

test('bands follow on each other and cover every row once', () => {
  expect(bandsOf(1800, 2)).toEqual([
    [0, 900],
    [900, 1800],
  ]);
  for (const [height, count] of [
    [1801, 8],
    [7, 8],
    [1, 1],
  ]) {
    const bands = bandsOf(height, count);
    expect(bands[0][0]).toBe(0);
    expect(bands.at(-1)?.[1]).toBe(height);
    bands.slice(1).forEach(([from], i) => expect(from).toBe(bands[i][1]));
  }
});

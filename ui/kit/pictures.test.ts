/** Pictures on a sheet: what fits, and in squares of what size. */
import { squaresFor } from './pictures';

test.each([
  [0, 256, 1],
  [1, 256, 1],
  [5, 256, 3],
  [64, 256, 8],
  [65, 128, 9],
  [256, 128, 16],
  [1024, 64, 32],
  [1025, 32, 33],
  [16_384, 32, 128],
  [50_000, 32, 128],
])('%d pictures stand in squares of %d, %d in a row', (count, side, across) => {
  const squares = squaresFor(count);
  expect([squares.side, squares.across]).toEqual([side, across]);
  expect(squares.across * squares.side).toBeLessThanOrEqual(4096);
  // All have a place, up to the most there is room for.
  expect(squares.across * Math.ceil(Math.min(count, squares.most) / squares.across)).toBeGreaterThanOrEqual(
    Math.min(count, squares.most),
  );
});

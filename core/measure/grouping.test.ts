import { isCoded } from './grouping';

describe('numbers that stand for classes', () => {
  const numbers = (...values: number[]): boolean =>
    isCoded({ name: 'class', type: 'number', values: Float64Array.from(values) });
  test('few whole numbers that come again are classes, gaps or not', () => {
    expect(numbers(1, 2, 1, 2, 3, 3)).toBe(true);
    expect(numbers(1, NaN, 1, 0, 0)).toBe(true);
  });
  test('amounts, fractions, numbers of their own, one value and texts are not', () => {
    expect(numbers(1, 2, 3, 4)).toBe(false);
    expect(numbers(1.5, 1.5, 2, 2)).toBe(false);
    expect(numbers(7, 7, 7)).toBe(false);
    expect(numbers(NaN, NaN)).toBe(false);
    expect(numbers(...Array.from({ length: 200 }, (_, i) => i >> 1))).toBe(false);
    expect(isCoded({ name: 'class', type: 'text', codes: Int32Array.of(0, 0, 1, 1), dictionary: ['1', '2'] })).toBe(
      false,
    );
  });
});

import { seeded } from '../random';
import { fallingOrder, foremost } from '.';

const compared = (values: readonly number[]): number[] =>
  values.map((_, i) => i).sort((a, b) => values[b] - values[a] || a - b);

describe('places by falling value, equal ones in their order', () => {
  const { unit, below } = seeded(9);
  const many = Array.from({ length: 500 });
  test.each([
    ['counts', many.map(() => below(20))],
    ['counts beyond those of degrees', many.map(() => below(3) * 1e8)],
    ['values of single precision', many.map(() => Math.fround(unit() * 30) * below(2))],
    ['values of double precision', many.map(() => unit())],
    ['values below 0', many.map(() => below(9) - 4)],
    ['−0 and 0', [0, -0, 1, -0, 0]],
    ['infinity', [1.5, Infinity, 0, Infinity]],
    ['one', [3]],
    ['none', []],
  ])('%s', (_, values) => {
    expect([...fallingOrder(values)]).toEqual(compared(values));
    for (const most of [0, 1, 8, 600]) expect(foremost(values, most)).toEqual(compared(values).slice(0, most));
  });
});

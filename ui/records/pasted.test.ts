import { pasted } from './pasted';

const names = ['name', 'Packets', 'year'];

test('a first line that names the columns is no row', () => {
  expect(
    pasted(
      [
        ['NAME', 'packets'],
        ['Tove', '3'],
      ],
      names,
      0,
    ),
  ).toEqual({ rows: [['Tove', '3']], header: ['NAME', 'packets'], wider: 0 });
  expect(
    pasted(
      [
        ['Packets', 'year', 'more'],
        ['3', '1987', 'x'],
      ],
      names,
      1,
    ),
  ).toEqual({ rows: [['3', '1987', 'x']], header: ['Packets', 'year', 'more'], wider: 1 });
});

test('a first line of other words is one, and so is a single line', () => {
  expect(
    pasted(
      [
        ['Tove', '3'],
        ['Bo', '4'],
      ],
      names,
      0,
    ).header,
  ).toBeUndefined();
  expect(pasted([['name', 'Packets']], names, 0).rows).toEqual([['name', 'Packets']]);
  expect(
    pasted(
      [
        ['name', '3', '1987'],
        ['Bo', '4', '1988'],
      ],
      names,
      0,
    ).header,
  ).toBeUndefined();
});

test('it is said how many columns are too many', () => {
  expect(pasted([['a', 'b', 'c', 'd']], names, 1).wider).toBe(2);
  expect(pasted([['a'], ['b', 'c', 'd', 'e']], names, 0).wider).toBe(1);
  expect(pasted([['a']], names, 2).wider).toBe(0);
  expect(pasted([], names, 0)).toEqual({ rows: [], wider: 0 });
});

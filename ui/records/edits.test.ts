import { type AddedRows, partsOf, placed } from './edits';

const added: AddedRows[] = [
  { token: 'a', start: 10, count: 2 },
  { token: 'b', start: 12, count: 3 },
];
const cell = (row: number) => ({ row, column: 1, text: `of ${row}` });

describe('edits of rows that were added on this page', () => {
  test('go with the addition that made the rows, counted from its first', () => {
    expect(partsOf([cell(9), cell(11), cell(12), cell(14)], added)).toEqual([
      { edits: [cell(9)] },
      { onto: 'a', edits: [{ ...cell(11), row: 1 }] },
      {
        onto: 'b',
        edits: [
          { ...cell(12), row: 0 },
          { ...cell(14), row: 2 },
        ],
      },
    ]);
  });
  test('come back to the places that they were written in', () => {
    const edits = [cell(0), cell(9), cell(10), cell(11), cell(12), cell(14)];
    const back = partsOf(edits, added).flatMap((part) => placed(part.edits, part.onto, added));
    expect(back).toEqual(edits);
  });
  test('stand nowhere where their rows are not known on this page', () => {
    expect(placed([cell(1)], 'another', added)).toEqual([]);
  });
});

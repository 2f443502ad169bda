/** @jest-environment jsdom */
import { createCanvas } from '@napi-rs/canvas';
import { matrixOf, summed } from '@/core/matrix';
import { blankLooks } from '@/core/style';
import { keepers } from '@/ui/testing';
import { type Frame, drawMatrix, matrixInks, pixels, room, shownPart, strength } from './draw';
import { MatrixStage, type Spot } from './matrix-stage';
import { allWords, edgesOfCell, matrixFits, nodesAt, pictureOf, spotWords } from './told';

const looks = blankLooks(keepers);
// Two of one colour, two of another.
looks.fill.set([200, 0, 0, 200, 0, 0, 0, 0, 200, 0, 0, 200]);
const matrix = matrixOf(keepers, { then: { by: 'name' }, group: 'island' });
const picture = pictureOf(keepers, looks, matrix, matrix, new Set(['k2']));
const sums = summed(matrix);
const summedPicture = pictureOf(keepers, looks, sums, matrix, new Set(['k1', 'k2']));
const ink = matrixInks.light;

describe('in words', () => {
  test('a cell, a row, a column; what is shown', () => {
    expect(picture.rowNames).toEqual(['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley']);
    expect(spotWords(keepers, picture, { row: 0, column: 1 })).toBe('Alban Pell → Tove Lorne: 3 packets');
    expect(spotWords(keepers, picture, { row: 3, column: 0 })).toBe('Maud Oxley → Alban Pell: no tie');
    expect(spotWords(keepers, picture, { row: 2, column: -1 })).toBe('Ragna Wick');
    expect(allWords(keepers, picture)).toBe('4 cells of 4 rows and 4 columns, from row to column');
  });
  test('sums between groups: of all ties, with all nodes of a group', () => {
    expect(summedPicture.rowNames).toEqual(['Ness', 'Holm', 'without a value']);
    expect([[...sums.offsets], [...sums.column], [...sums.value]]).toEqual([
      [0, 2, 3, 3],
      [0, 1, 0],
      [5, 1, 5],
    ]);
    expect(nodesAt(matrix, sums, 'row', 0)).toEqual([0, 1]);
    expect(nodesAt(matrix, matrix, 'column', 2)).toEqual([2]);
    expect(nodesAt(matrix, sums, 'row', -1)).toEqual([]);
    expect([...summedPicture.rowChosen]).toEqual([1, 0, 0]);
    expect(spotWords(keepers, summedPicture, { row: 1, column: 0 })).toBe('Holm → Ness: 5 packets');
  });
  test('the ties of a cell: one way, or either where they have no direction', () => {
    expect(edgesOfCell(keepers, matrix, { row: 0, column: 1 })).toMatchObject([{ from: 'k1', to: 'k2' }]);
    expect(edgesOfCell({ ...keepers, directed: false }, matrix, { row: 0, column: 1 })).toHaveLength(2);
    expect(matrixFits(keepers, matrix)).toBe(true);
    expect(matrixFits({ ...keepers, ids: ['k1'] }, matrix)).toBe(false);
  });
});

describe('drawn', () => {
  const frame: Frame = { x: room.left, y: room.top, cell: 40, width: 320, height: 300 };
  const painted = (of = picture, at = frame) => {
    const canvas = createCanvas(at.width, at.height);
    const context = canvas.getContext('2d');
    drawMatrix(context as unknown as CanvasRenderingContext2D, of, at, undefined, ink);
    return (row: number, column: number) => [
      ...context
        .getImageData(Math.round(at.x + (column + 0.5) * at.cell), Math.round(at.y + (row + 0.3) * at.cell), 1, 1)
        .data.slice(0, 3),
    ];
  };

  test('cells within a group in its colour, others grey, the stronger the darker; none where there is no tie', () => {
    const at = painted();
    const [r, g] = at(0, 1);
    expect(r - g).toBeGreaterThan(80);
    const grey = at(2, 1);
    expect(Math.abs(grey[0] - grey[2])).toBeLessThan(60);
    expect(at(3, 3)).toEqual([255, 255, 255]);
    // The column of what is selected stands out.
    expect(at(3, 1)).not.toEqual([255, 255, 255]);
    expect([strength(0, 9), strength(9, 9), strength(0, 0)]).toEqual([0.22, 1, 0.6]);
  });
  test('smaller than pixels, each pixel has the strongest of its cells', () => {
    const { data, width } = pixels(picture, { ...frame, cell: 0.5 }, ink);
    const alpha = (x: number, y: number): number => data[4 * (y * width + x) + 3];
    const strongest = (...values: number[]): number => Math.round(255 * strength(Math.max(...values), 5));
    expect([alpha(0, 0), alpha(1, 0), alpha(0, 1), alpha(1, 1)]).toEqual([
      strongest(3, 2),
      strongest(1),
      strongest(5),
      0,
    ]);
    expect(shownPart(-100, 10, 0, 55, 12)).toEqual([10, 12]);
  });
});

describe('the stage', () => {
  beforeAll(() => Object.assign(window.HTMLCanvasElement.prototype, { getContext: () => null }));
  const opened = () => {
    const canvas = document.createElement('canvas');
    Object.defineProperties(canvas, {
      clientWidth: { value: room.left + 16 + 240 },
      clientHeight: { value: room.top + 16 + 240 },
    });
    const heard: unknown[] = [];
    const stage = new MatrixStage(canvas, {
      hover: () => undefined,
      choose: (spot: Spot | undefined, adding) => void heard.push([spot, adding]),
      box: (rows, columns) => void heard.push([rows, columns]),
    });
    stage.show(picture, 'light');
    const fire = (type: string, x: number, y: number, more: object = {}): void => {
      const event = new MouseEvent(type, { clientX: x, clientY: y, cancelable: true, ...more });
      canvas.dispatchEvent(Object.assign(event, { pointerId: 1 }));
    };
    const drag = (x1: number, y1: number, x2: number, y2: number, more: object = {}): void => {
      fire('pointerdown', x1, y1, more);
      fire('pointermove', x2, y2, more);
      fire('pointerup', x2, y2, more);
    };
    const key = (name: string, more: object = {}): boolean =>
      canvas.dispatchEvent(new KeyboardEvent('keydown', { key: name, cancelable: true, ...more }));
    return { heard, drag, key, stage };
  };
  const cell = (i: number): number => 60 * i + 30;

  test('cells, names and boxes are chosen where they are, also after moving and zooming', () => {
    const { heard, drag, stage } = opened();
    const click = (x: number, y: number, more?: object) => drag(x, y, x, y, more);
    click(room.left + cell(1), room.top + cell(2));
    click(20, room.top + cell(3), { ctrlKey: true });
    click(room.left + cell(0), 20);
    click(10, 10);
    drag(room.left + cell(0), room.top + cell(0), room.left + cell(1), room.top + cell(2), { shiftKey: true });
    expect(heard.splice(0)).toEqual([
      [{ row: 2, column: 1 }, false],
      [{ row: 3, column: -1 }, true],
      [{ row: -1, column: 0 }, false],
      [undefined, false],
      [
        [0, 3],
        [0, 2],
      ],
    ]);
    drag(room.left + 100, room.top + 100, room.left + 160, room.top + 100);
    click(room.left + cell(1), room.top + cell(2));
    stage.fit();
    click(room.left + cell(1), room.top + cell(2));
    expect(heard).toEqual([
      [{ row: 2, column: 0 }, false],
      [{ row: 2, column: 1 }, false],
    ]);
  });
  test('keys go from the strongest tie on; those of the workbench stay with it', () => {
    const { heard, key } = opened();
    key('n');
    key('n');
    key('N', { shiftKey: true });
    expect(heard).toEqual([
      [{ row: 2, column: 1 }, false],
      [{ row: 0, column: 1 }, false],
      [{ row: 2, column: 1 }, false],
    ]);
    expect([key('s'), key('+')]).toEqual([true, false]);
  });
});

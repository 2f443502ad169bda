import { Memory, across } from './webgl-memory';

/** Graphics that write down what memory they are asked for, and what is put where. */
function graphics() {
  const made: number[] = [];
  const put: { row: number; width: number; rows: number; from: number }[] = [];
  const gl = {
    createTexture: () => ({}),
    bindTexture: () => undefined,
    texParameteri: () => undefined,
    texImage2D: (...asked: unknown[]) => made.push(Number(asked[4])),
    texSubImage2D: (...asked: unknown[]) =>
      put.push({ row: Number(asked[3]), width: Number(asked[4]), rows: Number(asked[5]), from: Number(asked[9]) }),
  };
  return { memory: new Memory(gl as unknown as WebGL2RenderingContext), made, put };
}

test('whole rows go at once, and what is left of the last by itself', () => {
  const { memory, made, put } = graphics();
  memory.upload('edges', new Uint32Array(4 * (2 * across + 5)), 4);
  expect(made).toEqual([3]);
  expect(put).toEqual([
    { row: 0, width: across, rows: 2, from: 0 },
    { row: 2, width: 5, rows: 1, from: 8 * across },
  ]);
  memory.put('edges', 1, new Uint32Array(4 * across), 4);
  expect(put.at(-1)).toEqual({ row: 1, width: across, rows: 1, from: 0 });
});

test('memory is used again for what is about as large, and none is kept that is far too large', () => {
  const { memory, made } = graphics();
  for (const rows of [8, 7, 4, 3, 3, 4]) memory.room('edges', rows * across, 'whole', 4);
  expect(made).toEqual([8, 3, 4]);
  memory.room('edgeLooks', 0, 'floats', 4);
  expect(made.at(-1)).toBe(1);
});

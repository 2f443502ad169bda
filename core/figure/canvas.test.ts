import { network } from '../graph';
import { plainStyle } from '../style';
import { sceneOf } from '../scene';
import { type Canvas2D, canvasPen, drawNode, drawPage, fontOf } from '.';

/** A context that writes down what is drawn on it. */
function notebook() {
  const notes: string[] = [];
  const state: Record<string, unknown> = {};
  const context = new Proxy(state, {
    get: (_target, name) =>
      name in state
        ? state[name as string]
        : (...words: unknown[]) => void notes.push(`${String(name)} ${words.slice(0, 1).join()}`.trim()),
    set: (_target, name, value) => {
      state[name as string] = value;
      return true;
    },
  }) as unknown as Canvas2D;
  return { notes, state, context };
}

const net = {
  ...network({
    nodes: 3,
    edges: [
      [0, 1],
      [1, 2],
    ],
    directed: true,
  }),
  labels: ['Ann', 'Bo', 'Cy'],
  positions: Float32Array.of(0, 0, 90, 0, 40, 70),
};

test('the same page as in SVG: two edges, three nodes, their labels, the title', async () => {
  const { notes, context } = notebook();
  const page = { width: 300, height: 200, title: 'Seeds' };
  await drawPage(sceneOf(net, { ...plainStyle, curve: 0.2 }), page, canvasPen(context, page));
  const count = (what: string): number => notes.filter((note) => note.startsWith(what)).length;
  expect(count('quadraticCurveTo')).toBe(2);
  expect(count('arc')).toBe(3);
  expect(notes.filter((note) => note.startsWith('fillText'))).toEqual([
    'fillText Ann',
    'fillText Bo',
    'fillText Cy',
    'fillText Seeds',
  ]);
  expect(count('fillRect')).toBe(1);
});

test('without a ground nothing is filled behind; straight edges, other shapes, dashes', async () => {
  const { notes, context } = notebook();
  const page = { width: 300, height: 200, transparent: true };
  const style = {
    ...plainStyle,
    curve: 0,
    nodeShape: { by: 'all', shape: 'square' },
    edgePattern: { by: 'all', pattern: 'dashed' },
    arrows: true,
  } as const;
  await drawPage(sceneOf(net, style), page, canvasPen(context, page));
  expect(notes.some((note) => note.startsWith('fillRect'))).toBe(false);
  expect(notes.some((note) => note.startsWith('arc'))).toBe(false);
  // Two edges, two arrowheads of three corners, three squares of four.
  expect(notes.filter((note) => note.startsWith('lineTo'))).toHaveLength(2 + 6 + 12);
  expect(notes.some((note) => /^setLineDash \d/.test(note))).toBe(true);
});

test('fonts are those that the application ships', () => {
  expect(fontOf(12, 600)).toMatch(/^600 12px 'Hanken Grotesk Variable'/);
  expect(fontOf(20, 400, true)).toContain('Source Serif 4 Variable');
});

test('pictures are taken from the sheet, cut to a circle or a square, and fainter where others stand out', () => {
  const address = 'data:image/png;base64,AAAA';
  const scene = {
    ...sceneOf(net, plainStyle),
    radius: Float32Array.of(10, 10, 10),
    shape: Uint8Array.of(0, 1, 0),
    pictures: { addresses: [address, 'data:image/png;base64,BBBB'], of: Int32Array.of(0, 0, 1) },
  };
  const drawn: number[][] = [];
  const strengths: unknown[] = [];
  const { state, notes, context } = notebook();
  Object.assign(state, {
    drawImage: (_image: unknown, ...at: number[]) => {
      drawn.push(at);
      strengths.push(state.globalAlpha);
    },
  });
  const sheet = { image: {} as CanvasImageSource, side: 64, across: 2, places: new Map([[address, 3]]) };
  const pen = canvasPen(context, { width: 300, height: 200 }, sheet);
  const camera = { scale: 1, x: 0, y: 0 };
  for (const v of [0, 1, 2]) drawNode(scene, v, camera, '#ffffff', pen);
  drawNode(scene, 0, camera, '#ffffff', pen, { faint: 0.25 });
  drawNode(scene, 0, camera, '#ffffff', pen, { fine: false });
  // The fourth square of a sheet of two in a row; the picture that is not on it is left out.
  expect(drawn).toEqual([
    [64, 64, 64, 64, -8, -8, 16, 16],
    [64, 64, 64, 64, 90 - 7.12, -7.12, 14.24, 14.24],
    [64, 64, 64, 64, -8, -8, 16, 16],
  ]);
  expect(strengths).toEqual([1, 1, 0.25]);
  expect(notes.filter((note) => note.startsWith('clip'))).toHaveLength(2);
});

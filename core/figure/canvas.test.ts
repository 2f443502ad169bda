import { network } from '../graph';
import { plainStyle } from '../style';
import { sceneOf } from '../scene';
import { type Canvas2D, canvasPen, drawPage, fontOf } from '.';

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

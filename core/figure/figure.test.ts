import fc from 'fast-check';
import { network } from '../graph';
import { plainStyle } from '../style';
import { sceneOf, type Scene } from '../scene';
import { drawPage, escapeXml, svg, thumbnail, type Pen } from '.';
import { textWidth } from '../scene';

const scene = (labels: string[], directed = true): Scene => ({
  ...sceneOf(
    {
      ...network({
        nodes: 3,
        edges: [
          [0, 1],
          [1, 2],
          [2, 2],
        ],
        directed,
      }),
      labels,
      positions: Float32Array.of(0, 0, 100, 0, 50, 80),
    },
    { ...plainStyle, arrows: true, labels: { show: 'all', top: 10, size: 12 } },
  ),
});
const page = { width: 400, height: 300, title: 'Who & whom' };

/** Every tag that opens closes again, in order. */
function wellFormed(text: string): boolean {
  const open: string[] = [];
  for (const [, close, name, self] of text.matchAll(/<(\/?)([a-zA-Z]+)[^<>]*?(\/?)>/g)) {
    if (self) continue;
    if (!close) open.push(name);
    else if (open.pop() !== name) return false;
  }
  return open.length === 0 && !/&(?!(amp|lt|gt|quot);)/.test(text);
}

test('an SVG with title, edges, arrowheads, nodes and text, the same bytes each time', async () => {
  const text = await svg(scene(['Ann', 'Bo', 'Cy']), page);
  expect(text).toBe(await svg(scene(['Ann', 'Bo', 'Cy']), page));
  expect(wellFormed(text)).toBe(true);
  expect(text).toContain('<title>Who &amp; whom</title>');
  expect(text.match(/<circle /g)).toHaveLength(3);
  expect(text.match(/<polygon /g)).toHaveLength(2);
  // Two edges and a loop of two halves.
  expect(text.match(/<path /g)).toHaveLength(4);
  expect(text).toMatch(/<text [^>]*>Ann<\/text>/);
});

test('names with quotes, markup and emoji stay text', async () => {
  const text = await svg(scene(['<b>"x"</b>', '😀', 'a\u0000b']), page);
  expect(wellFormed(text)).toBe(true);
  expect(text).toContain('&lt;b&gt;&quot;x&quot;&lt;/b&gt;');
  expect(text).toContain('>ab<');
  fc.assert(fc.property(fc.string({ unit: 'binary' }), (any) => wellFormed(`<t>${escapeXml(any)}</t>`)));
});

test('the legend says what the looks say', async () => {
  const words: string[] = [];
  const nothing = (): void => undefined;
  const pen: Pen = {
    fillPage: nothing,
    within: nothing,
    line: nothing,
    path: nothing,
    polygon: nothing,
    shape: nothing,
    picture: nothing,
    rect: nothing,
    text: (word) => words.push(word),
  };
  const dressed: Scene = {
    ...scene(['Ann', 'Bo', 'Cy']),
    legend: [
      { kind: 'colours', title: 'Group', entries: [{ label: 'Ness', colour: '#123456' }] },
      { kind: 'sizes', title: 'Degree', low: '1', high: '9', min: 2, max: 5 },
    ],
  };
  await drawPage(dressed, page, pen);
  for (const word of ['Who & whom', 'Ann', 'Group', 'Ness', 'Degree', '1 – 9']) expect(words).toContain(word);
});

test('a long legend is broken into lines that fit the page', async () => {
  const ends: number[] = [];
  const nothing = (): void => undefined;
  const pen: Pen = {
    fillPage: nothing,
    within: nothing,
    line: nothing,
    path: nothing,
    polygon: nothing,
    shape: nothing,
    picture: nothing,
    rect: nothing,
    text: (word, x, _y, style) => style.anchor === 'start' && ends.push(x + textWidth(word, style.size)),
  };
  const entries = Array.from({ length: 12 }, (_, i) => ({ label: `a rather long name ${i}`, colour: '#000000' }));
  await drawPage(
    { ...scene(['', '', '']), legend: [{ kind: 'colours', title: 'Group', entries }] },
    { width: 400, height: 300 },
    pen,
  );
  expect(ends).toHaveLength(13);
  expect(Math.max(...ends)).toBeLessThan(400);
});

test('a network without nodes is a page without marks', async () => {
  const empty = sceneOf(network({ nodes: 0, edges: [] }));
  expect(wellFormed(await svg(empty, page))).toBe(true);
});

test('a thumbnail of a large network stays small', async () => {
  const n = 3000;
  const edges = Array.from({ length: 20000 }, (_, e) => [(e * 7) % n, (e * 13 + 5) % n] as const);
  const positions = Float32Array.from({ length: 2 * n }, (_, i) => (i * 37) % 1000);
  const text = await thumbnail(sceneOf({ ...network({ nodes: n, edges }), positions }));
  expect(text.length).toBeLessThan(300_000);
  expect(wellFormed(text)).toBe(true);
  expect(text.match(/<circle /g)).toHaveLength(1200);
});

test('an edge that passes points is drawn through them, its arrow from the last', async () => {
  const base = scene(['Ann', 'Bo', 'Cy']);
  const one: Scene = {
    ...base,
    source: Uint32Array.of(0),
    target: Uint32Array.of(1),
    bow: Float64Array.of(0.3),
    arrow: Float32Array.of(1),
    edgeColour: Uint8Array.of(9, 9, 9, 255),
    edgeWidth: Float32Array.of(1),
    edgePattern: Uint8Array.of(0),
    routes: { offsets: Uint32Array.of(0, 2), points: Float32Array.of(10, 40, 60, 40) },
  };
  const drawn = await svg(one, { width: 300, height: 200 });
  expect(drawn.match(/<polyline points="/g)).toHaveLength(1);
  expect(drawn.match(/<polyline points="([^"]*)"/)?.[1].split(' ')).toHaveLength(8);
  expect(drawn).not.toContain('Q');
});

test('ties from end to end have a gradient from node to node each; those of one colour, and loops, need none', async () => {
  const base = scene(['Ann', 'Bo', 'Cy']);
  const through = {
    ...base,
    edgeColour: Uint8Array.of(255, 0, 0, 255, 0, 255, 0, 255, 9, 9, 9, 255),
    edgeColourTo: Uint8Array.of(0, 0, 255, 0, 255, 0, 9, 9, 9),
  };
  const text = await svg(through, page);
  expect(wellFormed(text)).toBe(true);
  expect(text.match(/<linearGradient /g)).toHaveLength(1);
  expect(text).toMatch(/<stop stop-color="#ff0000"\/><stop offset="1" stop-color="#0000ff"\/>/i);
  expect(text).toContain('stroke="url(#through-1)"');
  // Heads have the colour of where the tie ends.
  expect(text).toMatch(/<polygon [^>]*fill="#0000ff"/i);
  const small = await thumbnail(through);
  expect(small.match(/<linearGradient /g)).toHaveLength(1);
});

/** What the test of channels runs in the browser: one scene drawn by each of the three that draw. */
import * as z from 'zod';
import { canvasPen, drawEdgeLabels, drawGroupNames, drawHulls, drawLabels, drawShades, svg } from '@/core/figure';
import { type Network, edgeIdOf, edgeKey, network } from '@/core/graph';
import { type Scene, boundsOfScene, fit, placeLabels, sceneOf, textWidth } from '@/core/scene';
import { type StyleSettings, channelEntries, inks, plainStyle, styleParts } from '@/core/style';
import type { Column } from '@/core/tables';
import { sheetForThreads } from '@/ui/kit/pictures';
import type { Backend } from '@/worker/scene/backend';
import { canvasBackend } from '@/worker/scene/canvas2d';
import { webglBackend } from '@/worker/scene/webgl';

const margin = 40;
const page = { width: 480, height: 360, margin };

const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values)];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};

/** Six nodes in two groups; among the ties a loop, two parallel ones and one each way. */
const net: Network = {
  ...network({
    nodes: 6,
    edges: [
      [0, 1],
      [1, 0],
      [0, 2],
      [0, 2],
      [2, 3],
      [3, 4],
      [4, 5],
      [5, 5],
      [1, 5],
    ],
    weight: [1, 2, 3, 4, 5, 6, 7, 8, 9],
    directed: true,
  }),
  positions: Float32Array.of(0, 0, 120, 10, 20, 90, 150, 120, 220, 60, 230, 160),
  labels: ['Ann', 'Bo', 'Cy', 'Dot', 'Eve', 'Fi'],
  nodeColumns: [
    text('kind', 'a', 'a', 'a', 'b', 'b', 'b'),
    { type: 'number', name: 'size', values: Float64Array.of(1, 2, 3, 4, 5, 6) },
  ],
  edgeColumns: [text('medium', 'x', 'y', 'x', 'y', 'x', 'y', 'x', 'y', 'x')],
};
/** The same with ties that pass points. */
const routed: Network = {
  ...net,
  routes: {
    offsets: Uint32Array.of(0, 2, 4, 5, 6, 9, 9, 10, 10, 10),
    points: Float32Array.of(
      ...[40, -20, 80, -20, 80, 30, 40, 30, -10, 50, 30, 50, 40, 130, 80, 140, 120, 140, 240, 110],
    ),
  },
};
/** A picture of two colours. */
function twoColours(one: string, other: string): string {
  const { canvas, context } = canvasOf(64, 48);
  context.fillStyle = one;
  context.fillRect(0, 0, 64, 24);
  context.fillStyle = other;
  context.fillRect(0, 24, 64, 24);
  return canvas.toDataURL('image/png');
}
/** A drawing without a size of its own, wider than high. */
const drawing = `data:image/svg+xml,${encodeURIComponent("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 60 40'><rect width='60' height='40' fill='#fff'/><path d='M20 8h24v26z' fill='#118833'/></svg>")}`;
const portraits = [twoColours('#cc2200', '#0044cc'), drawing];
net.nodeColumns.push({ ...text('portrait', ...portraits, '', 'face.png', portraits[0], ''), as: 'picture' } as Column);
const eachNode = (look: unknown) => Object.fromEntries(net.ids.map((id) => [id, look]));
const grouped = { nodeColour: { by: 'category', column: 'kind', palette: 'nunatak', colours: {} } };

/** For every channel a setting that can be seen, with what has to be set besides for it to be seen. */
const settings: Record<string, object | readonly object[]> = {
  nodeColour: grouped,
  nodeSize: { nodeSize: { by: 'amount', column: 'size', min: 4, max: 18, scale: 'linear', reversed: false } },
  nodeHolds: { nodeHolds: true },
  nodeShape: { nodeShape: { by: 'category', column: 'kind', shapes: { a: 'star', b: 'diamond' } } },
  nodePicture: [
    { nodePicture: { by: 'column', column: 'portrait', frame: 'round' }, nodeSize: { by: 'all', radius: 24 } },
    { nodePicture: { by: 'column', column: 'portrait', frame: 'square' }, nodeSize: { by: 'all', radius: 24 } },
  ],
  nodeRim: { nodeRim: { by: 'all', colour: '#aa2200', width: 4 } },
  nodeOpacity: { nodeOpacity: { by: 'all', opacity: 0.3 } },
  nodeShade: { nodeShade: { by: 'all', width: 3 } },
  labels: { labels: { show: 'all', top: 6, size: 20 } },
  labelText: { labelText: '{name} of {kind}' },
  labelShown: { byHand: { labelShown: eachNode('hidden') } },
  labelPlace: { byHand: { labelPlace: eachNode({ x: 40, y: 30 }) } },
  labelSize: { labelSize: { by: 'amount', column: 'size', min: 8, max: 30, scale: 'linear', reversed: false } },
  labelScale: { labelScale: 'map' },
  labelColour: { labelColour: { by: 'all', colour: '#cc0000' } },
  labelGround: { labelGround: { by: 'all', colour: '#ffe080' } },
  labelWeight: { labelWeight: 'regular' },
  edgeColour: [
    { edgeColour: { by: 'category', column: 'medium', palette: 'nunatak', colours: {} } },
    { ...grouped, edgeColour: { by: 'through' }, edgeWidth: { by: 'all', width: 5 } },
    { ...grouped, edgeColour: { by: 'through' }, arrows: true, curve: 0.3 },
    { ...grouped, edgeColour: { by: 'through' }, arrows: true, arrowPlace: 'middle' },
  ],
  edgeWidth: { edgeWidth: { by: 'all', width: 6 } },
  edgePattern: { edgePattern: { by: 'all', pattern: 'dashed' }, edgeWidth: { by: 'all', width: 3 } },
  curve: { curve: 0.3 },
  edgeOpacity: { edgeOpacity: 0.2 },
  edgeLabel: { edgeLabel: { by: 'weight' } },
  arrows: { arrows: true },
  arrowPlace: { arrows: true, arrowPlace: 'middle' },
  arrowSizes: { arrows: true, arrowSizes: 3 },
  ground: { ground: 'night' },
  groundColour: { groundColour: '#ffeecc' },
  hulls: { ...grouped, hulls: true },
  groupNames: { ...grouped, groupNames: true },
};

/** Every setting is given to single nodes and edges by hand as well, where the channel allows that. */
const byHand = (key: string): object | undefined => {
  const look = channelEntries.find(([name]) => name === key)?.[1].look;
  const one = {
    nodeColour: '#cc0000',
    nodeSize: 16,
    nodeShape: 'star',
    nodePicture: { picture: portraits[0], frame: 'round' },
    nodeRim: { colour: '#cc0000', width: 4 },
    nodeOpacity: 0.2,
    edgeColour: '#cc0000',
    edgeWidth: 6,
    edgePattern: 'dotted',
    edgeOpacity: 0.1,
  }[key];
  if (!look || one === undefined) return undefined;
  const name = look.of === 'nodes' ? net.ids[3] : edgeKey(edgeIdOf(net, 4));
  return { byHand: { [key]: { [name]: one } } };
};

/** A setting that does not fit its channel is a mistake of this test. */
const schema = z.strictObject(styleParts);
const styleOf = (change: object): StyleSettings =>
  schema.parse({ ...plainStyle, labels: { ...plainStyle.labels, show: 'all' }, ...change });

function canvasOf(
  width = page.width,
  height = page.height,
): { canvas: HTMLCanvasElement; context: CanvasRenderingContext2D } {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no 2D context');
  return { canvas, context };
}

/** As the stage draws: ties and nodes by the backend, letters and grounds over them. */
async function onScreen(scene: Scene, backend: Backend, canvas: HTMLCanvasElement): Promise<Uint8ClampedArray> {
  const camera = fit(boundsOfScene(scene), page.width, page.height, margin);
  const ink = inks[scene.ground];
  backend.resize({ ...page, ratio: 1 });
  backend.setScene(scene, Uint32Array.from(scene.source.keys()));
  backend.setPictures(await sheetForThreads(scene.pictures?.addresses ?? []));
  backend.setInks(ink);
  backend.clear();
  backend.drawEdges(camera, 0, scene.source.length, 1);
  backend.drawNodes(camera, true);
  backend.flush();
  const { context } = canvasOf();
  context.fillStyle = scene.groundColour ?? ink.ground;
  context.fillRect(0, 0, page.width, page.height);
  const pen = canvasPen(context, page);
  drawHulls(scene, camera, pen);
  drawShades(scene, camera, pen);
  context.globalAlpha = 1;
  context.drawImage(canvas, 0, 0);
  drawGroupNames(scene, camera, ink, pen);
  drawEdgeLabels(scene, camera, ink, pen);
  const widthOf = (words: string, size: number): number => textWidth(words, size, scene.labelWeight);
  drawLabels(scene, placeLabels(scene, camera, page, widthOf), ink, pen);
  return context.getImageData(0, 0, page.width, page.height).data;
}

async function onPage(scene: Scene): Promise<Uint8ClampedArray> {
  const { context } = canvasOf();
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await svg(scene, page))}`;
  await image.decode();
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, page.width, page.height).data;
}

/** The share of pixels that are clearly of another colour, in parts of a thousand: no pixel within 2 of it has a colour near to it. */
function apart(one: Uint8ClampedArray, other: Uint8ClampedArray): number {
  const { width, height } = page;
  const near = (i: number, j: number): boolean =>
    Math.max(Math.abs(one[i] - other[j]), Math.abs(one[i + 1] - other[j + 1]), Math.abs(one[i + 2] - other[j + 2])) <
    48;
  let count = 0;
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      let found = false;
      for (let dy = -2; dy <= 2 && !found; dy++)
        for (let dx = -2; dx <= 2 && !found; dx++) found = near(4 * (y * width + x), 4 * ((y + dy) * width + x + dx));
      if (!found) count++;
    }
  return (1000 * count) / (width * height);
}

/** The share of pixels that are not as they were, in parts of a thousand. */
function changed(one: Uint8ClampedArray, other: Uint8ClampedArray): number {
  let count = 0;
  for (let i = 0; i < one.length; i += 4) if ([0, 1, 2].some((c) => Math.abs(one[i + c] - other[i + c]) > 12)) count++;
  return (4000 * count) / one.length;
}

/** By channel: how far each pair of pictures is apart, and how far each picture is from one without the channel. */
async function compared() {
  const glCanvas = canvasOf().canvas.cloneNode() as HTMLCanvasElement;
  const gl = await webglBackend(glCanvas);
  if (!gl) throw new Error('no WebGL');
  const flatCanvas = document.createElement('canvas');
  const flat = canvasBackend(flatCanvas);
  const draw = async (change: object, drawn = net) => {
    const scene: Scene = { ...sceneOf(drawn, styleOf(change)), legend: [] };
    return {
      webgl: await onScreen(scene, gl, glCanvas),
      flat: await onScreen(scene, flat, flatCanvas),
      svg: await onPage(scene),
    };
  };
  const plain = await draw({});
  const plainRouted = await draw({}, routed);
  const results: { key: string; pairs: number[]; seen: number[] }[] = [];
  for (const [key, { whose }] of channelEntries) {
    if (key === 'legend') continue;
    const changes = [settings[key], byHand(key)].flat().filter((change) => change !== undefined);
    // How far ties bow has nothing to say where they pass points.
    const along = whose === 'edges' && key !== 'curve' ? [net, routed] : [net];
    for (const [change, one] of changes.flatMap((each) => along.map((where) => [each, where] as const))) {
      const drawn = await draw(change, one);
      const without = one === routed ? plainRouted : plain;
      results.push({
        key: `${key}${one === routed ? ' along points' : ''} ${JSON.stringify(change)}`,
        pairs: [
          apart(drawn.webgl, drawn.svg),
          apart(drawn.svg, drawn.webgl),
          apart(drawn.flat, drawn.svg),
          apart(drawn.svg, drawn.flat),
        ],
        seen: [changed(drawn.webgl, without.webgl), changed(drawn.flat, without.flat), changed(drawn.svg, without.svg)],
      });
    }
  }
  return {
    results,
    missing: channelEntries.map(([key]) => key).filter((key) => key !== 'legend' && !(key in settings)),
  };
}

Object.assign(window, { compared });

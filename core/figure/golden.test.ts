/**
 * Pictures of scenes, drawn by the pen of the canvas and compared with those that are kept in golden/. Letters' edges may differ a little; everything else is to
 * be where it was. A picture that is to change is renewed with GOLDEN=renew, and looked at.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { GlobalFonts, type SKRSContext2D, createCanvas, loadImage } from '@napi-rs/canvas';
import { type Network, network } from '../graph';
import { type StyleSettings, plainStyle, styleParts } from '../style';
import { type Scene, sceneOf } from '../scene';
import { type Canvas2D, canvasPen } from './canvas';
import { drawPage } from './page';

const folder = join(__dirname, 'golden');
const [width, height] = [520, 400];
/** Share of dots that may be of another colour: some forty. */
const few = 0.0002;
for (const [file, name] of [
  ['hanken-grotesk', 'Hanken Grotesk Variable'],
  ['source-serif-4', 'Source Serif 4 Variable'],
])
  GlobalFonts.registerFromPath(join(__dirname, `../../public/fonts/${file}.woff2`), name);

/** Two islands; a pair tied three times and back, a loop, a hub and one apart. */
const islands = (directed: boolean): Network => ({
  ...network({
    nodes: 8,
    directed,
    edges: [[0, 1], [0, 1], [0, 1], [1, 0], [2, 2], [2, 0], [2, 3], [2, 4], [3, 4], [5, 6], [4, 5], [6, 0]], // prettier-ignore
    weight: [1, 4, 2, 1, 1, 9, 3, 1, 1, 2, 6, 1],
  }),
  labels: ['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley', 'Edwin Yarrow', 'Ysolde Holm', 'Dag', 'Apart'],
  positions: Float32Array.of(0, 0, 120, 10, 60, 90, 150, 110, 110, 180, 220, 160, 240, 40, 20, 170),
  nodeColumns: [
    {
      type: 'text',
      name: 'island',
      codes: Int32Array.of(0, 0, 1, 1, 1, 2, 2, -1),
      dictionary: ['Ness', 'Holm', 'Voe'],
    },
    { type: 'number', name: 'degree', values: Float64Array.of(6, 4, 5, 2, 3, 2, 2, 0) },
  ],
  edgeColumns: [
    {
      type: 'text',
      name: 'certainty',
      codes: Int32Array.of(0, 1, 2, 0, 0, 0, 1, 2, 0, 0, 1, 0),
      dictionary: ['recorded', 'inferred', 'hearsay'],
    },
  ],
});

const everything: StyleSettings = {
  ...plainStyle,
  nodeColour: styleParts.nodeColour.parse({ by: 'category', column: 'island' }),
  nodeSize: styleParts.nodeSize.parse({ by: 'amount', column: 'degree' }),
  nodeShape: styleParts.nodeShape.parse({ by: 'category', column: 'island' }),
  edgeWidth: styleParts.edgeWidth.parse({ by: 'amount', column: 'weight' }),
  edgePattern: styleParts.edgePattern.parse({ by: 'category', column: 'certainty' }),
  arrows: true,
  curve: 0.2,
};

const scenes: Record<string, () => Scene> = {
  plain: () => sceneOf(islands(false)),
  'arrows and curves': () => sceneOf(islands(true), { ...plainStyle, arrows: true, curve: 0.2 }),
  everything: () => sceneOf(islands(true), everything),
  'at night': () => sceneOf(islands(true), { ...everything, ground: 'night' }),
  'one node': () =>
    sceneOf({ ...network({ nodes: 1, edges: [] }), labels: ['Alone'], positions: Float32Array.of(5, 5) }),
  'no node': () => sceneOf(network({ nodes: 0, edges: [] })),
};

async function pixels(file: Buffer): Promise<Uint8ClampedArray> {
  const image = await loadImage(file);
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, width, height).data;
}

/** Mean difference of all parts of colours, and the share of dots that are of another colour altogether. */
function difference(a: Uint8ClampedArray, b: Uint8ClampedArray): { mean: number; other: number } {
  let [sum, other] = [0, 0];
  for (let i = 0; i < a.length; i += 4) {
    const most = Math.max(...[0, 1, 2].map((part) => Math.abs(a[i + part] - b[i + part])));
    sum += most;
    if (most > 48) other++;
  }
  return { mean: sum / (a.length / 4), other: other / (a.length / 4) };
}

async function drawn(scene: Scene): Promise<Buffer> {
  const canvas = createCanvas(width, height);
  const context: SKRSContext2D = canvas.getContext('2d');
  const pen = canvasPen(context as unknown as Canvas2D, { width, height });
  await drawPage(scene, { width, height, title: 'Who sent seed' }, pen);
  return canvas.encode('png');
}

test.each(Object.keys(scenes))('%s looks as it did', async (name) => {
  const file = join(folder, `${name.replaceAll(' ', '-')}.png`);
  const now = await drawn(scenes[name]());
  if (process.env.GOLDEN === 'renew' || !existsSync(file)) {
    if (process.env.CI) throw new Error(`${file} is missing`);
    mkdirSync(folder, { recursive: true });
    writeFileSync(file, now);
  }
  const { mean, other } = difference(await pixels(now), await pixels(readFileSync(file)));
  expect(mean).toBeLessThan(0.05);
  expect(other).toBeLessThan(few);
});

test('another picture is told from it', async () => {
  const [plain, arrows] = await Promise.all([scenes.plain(), scenes['arrows and curves']()].map(drawn));
  expect(difference(await pixels(plain), await pixels(arrows)).other).toBeGreaterThan(few);
});

/** The easel over a canvas that only writes down what is drawn on it. */
import { network } from '@/core/graph';
import { inks } from '@/core/style';
import { sceneOf } from '@/core/scene';
import { Easel } from './easel';
import { newsOf } from './sending';
import { type FrameClock, frameClock } from './testing';

const scene = sceneOf({
  ...network({
    nodes: 3,
    edges: [
      [0, 1],
      [1, 2],
    ],
  }),
  positions: Float32Array.of(10, 10, 60, 10, 10, 60),
});
const camera = { scale: 1, x: 5, y: 5 };

let clock: FrameClock;
beforeEach(() => (clock = frameClock()));
afterEach(() => jest.restoreAllMocks());

/** Lets what waits be done, and draws until nothing asks for a frame. */
async function settle(): Promise<void> {
  for (let turn = 0; turn < 20; turn++) {
    await new Promise((go) => setImmediate(go));
    clock.play(10);
  }
}

class Canvas extends EventTarget {
  width = 0;
  height = 0;
  discs = 0;
  asked: string[] = [];
  private readonly context = new Proxy<Record<PropertyKey, unknown>>(
    {},
    {
      get: (held, key) =>
        key in held
          ? held[key]
          : () => {
              if (key === 'arc') this.discs++;
              return { addColorStop: () => undefined };
            },
      set: (held, key, value) => {
        held[key] = value;
        return true;
      },
    },
  );
  getContext(kind: string): unknown {
    this.asked.push(kind);
    return kind === '2d' ? this.context : null;
  }
}

function opened(plain: boolean) {
  const canvas = new Canvas();
  const easel = new Easel(canvas as unknown as OffscreenCanvas, plain, () => undefined);
  easel.setInks(inks.paper);
  easel.resize({ width: 100, height: 80, ratio: 2 });
  easel.setCamera(camera);
  easel.setScene(newsOf(scene, undefined).news);
  return { canvas, easel };
}

test('what is asked of it before it can draw is drawn once it can', async () => {
  const { canvas, easel } = opened(true);
  expect(canvas.discs).toBe(0);
  await settle();
  expect([canvas.width, canvas.height]).toEqual([200, 160]);
  expect(canvas.discs).toBeGreaterThan(0);
  expect(await easel.kind()).toBe('2d');
});

test('it draws on a plain canvas where the graphics cannot be had, and asks for none where it need not', async () => {
  const { canvas, easel } = opened(false);
  expect(await easel.kind()).toBe('2d');
  expect(canvas.asked).toEqual(['webgl2', '2d']);
  const plain = opened(true);
  await plain.easel.kind();
  expect(plain.canvas.asked).toEqual(['2d']);
});

test('graphics that were lost and given back show what was there, where it had moved to', async () => {
  const { canvas, easel } = opened(true);
  await settle();
  easel.setPositions(Float32Array.of(0, 0, 20, 0, 0, 20));
  await settle();
  canvas.discs = 0;
  await settle();
  expect(canvas.discs).toBe(0);
  canvas.dispatchEvent(new Event('webglcontextrestored'));
  await settle();
  expect(canvas.discs).toBeGreaterThan(0);
});

test('graphics are asked for again when they are lost, but not where nothing is drawn any more', async () => {
  const { canvas, easel } = opened(true);
  const lose = (): boolean => !canvas.dispatchEvent(new Event('webglcontextlost', { cancelable: true }));
  expect(lose()).toBe(true);
  await easel.dispose();
  expect(lose()).toBe(false);
  await settle();
  canvas.discs = 0;
  canvas.dispatchEvent(new Event('webglcontextrestored'));
  await settle();
  expect(canvas.discs).toBe(0);
});

test('labels that cannot be carried hold nobody up', async () => {
  const { easel } = opened(true);
  await expect(easel.carryLabels(undefined, camera)).resolves.toBeUndefined();
});

/** Pictures of pages as PNG: of large networks in bands, drawn side by side by threads of their own. */
import * as Comlink from 'comlink';
import { type FigureSettings, type LaidFigure, networksOf } from '@/core/figure/plan';
import type { Scene } from '@/core/scene';
import { type BandPainter, type FigurePicture, type Picture, drawBand, drawFigureBand, tooLarge } from './band';

type Breathe = (share: number) => Promise<void> | void;

/** Below this many edges a thread takes longer to start than to draw. */
const fewEdges = 20_000;
const mostBands = 8;

/** Where bands of nearly equal height begin and end, in dots. */
export function bandsOf(height: number, count: number): [number, number][] {
  const edges = Array.from({ length: count + 1 }, (_, i) => Math.round((i * height) / count));
  return edges.slice(1).map((to, i) => [edges[i], to]);
}

/** The picture of a page as a PNG file. */
export async function png(scene: Scene, page: Picture, breathe: Breathe): Promise<Blob> {
  const [width, height] = [page.width * page.factor, page.height * page.factor];
  const canvas =
    scene.source.length < fewEdges || threads() < 2
      ? await drawBand(scene, page, [0, height], breathe)
      : await inBands(width, height, (painter, rows) => painter.band(scene, page, rows), breathe);
  return canvas.convertToBlob({ type: 'image/png' });
}

/** The page of a figure as a PNG of so many dots. */
export async function figurePng(
  laid: LaidFigure,
  figure: FigureSettings,
  picture: FigurePicture,
  breathe: (share: number) => Promise<void>,
): Promise<Blob> {
  const { width, height } = picture;
  const made = networksOf(figure).flatMap((id) => laid.page.made(id) ?? []);
  const edges = made.reduce((sum, { network }) => sum + network.source.length, 0);
  const canvas =
    edges < fewEdges || threads() < 2
      ? await drawFigureBand(laid, picture, [0, height], breathe)
      : await inBands(width, height, (painter, rows) => painter.figureBand(figure, made, picture, rows), breathe);
  return canvas.convertToBlob({ type: 'image/png' });
}

const threads = (): number => Math.min(mostBands, navigator.hardwareConcurrency || 1);

/** How often is asked whether to go on, in milliseconds. */
const askEvery = 100;

/** Has a thread of its own paint each band; all are ended where `breathe` throws. */
async function inBands(
  width: number,
  height: number,
  paint: (painter: Comlink.Remote<BandPainter>, rows: [number, number]) => Promise<ImageBitmap>,
  breathe: Breathe,
): Promise<OffscreenCanvas> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw tooLarge();
  const bands = bandsOf(height, threads());
  const workers = bands.map(
    () => new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module', name: 'picture' }),
  );
  let ready = 0;
  let timer: ReturnType<typeof setInterval> | undefined;
  const ended = new Promise<never>((_, reject) => {
    for (const worker of workers) worker.onerror = () => reject(tooLarge());
    timer = setInterval(
      () =>
        void Promise.resolve()
          .then(() => breathe(ready / bands.length))
          .catch(reject),
      askEvery,
    );
  });
  try {
    const painted = workers.map(async (worker, i) => {
      const bitmap = await paint(Comlink.wrap<BandPainter>(worker), bands[i]);
      ready++;
      context.drawImage(bitmap, 0, bands[i][0]);
      bitmap.close();
    });
    await Promise.race([Promise.all(painted), ended]);
    return canvas;
  } finally {
    clearInterval(timer);
    for (const worker of workers) worker.terminate();
  }
}

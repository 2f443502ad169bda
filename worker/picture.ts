/** Pictures of pages as PNG: of large networks in bands, drawn side by side by threads of their own. */
import * as Comlink from 'comlink';
import type { Scene } from '@/core/scene';
import { type BandPainter, type Picture, drawBand, tooLarge } from './band';

/** Below this many edges a thread takes longer to start than to draw. */
const fewEdges = 20_000;
const mostBands = 8;

/** Where bands of nearly equal height begin and end, in dots. */
export function bandsOf(height: number, count: number): [number, number][] {
  const edges = Array.from({ length: count + 1 }, (_, i) => Math.round((i * height) / count));
  return edges.slice(1).map((to, i) => [edges[i], to]);
}

/** The picture of a page as a PNG file. */
export async function png(scene: Scene, page: Picture, breathe: () => Promise<void>): Promise<Blob> {
  const height = page.height * page.factor;
  const count = Math.min(mostBands, navigator.hardwareConcurrency || 1);
  if (scene.source.length < fewEdges || count < 2) {
    const canvas = await drawBand(scene, page, [0, height], breathe);
    return canvas.convertToBlob({ type: 'image/png' });
  }
  const bands = bandsOf(height, count);
  const painters = bands.map(() => {
    const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module', name: 'picture' });
    const died = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(tooLarge());
    });
    return { worker, died, painter: Comlink.wrap<BandPainter>(worker) };
  });
  try {
    const canvas = new OffscreenCanvas(page.width * page.factor, height);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw tooLarge();
    const drawn = painters.map(({ painter, died }, i) => Promise.race([painter.band(scene, page, bands[i]), died]));
    (await Promise.all(drawn)).forEach((bitmap, i) => {
      context.drawImage(bitmap, 0, bands[i][0]);
      bitmap.close();
    });
    return await canvas.convertToBlob({ type: 'image/png' });
  } finally {
    for (const { worker } of painters) worker.terminate();
  }
}

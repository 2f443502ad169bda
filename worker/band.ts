/** A band of a picture, for the thread that draws it. */
import { Fault } from '@/core/fault';
import { type PageOptions, type Sheet, canvasPen, drawPage } from '@/core/figure';
import type { Scene } from '@/core/scene';
import { loadFonts } from './fonts';

/** `factor`: dots for each pixel of the page. `sheet`: the pictures on nodes, which threads cannot decode themselves. */
export type Picture = PageOptions & { factor: number; sheet?: Sheet };

/** The rows of a picture between two heights, in dots. */
export async function drawBand(
  scene: Scene,
  page: Picture,
  [from, to]: readonly [number, number],
  breathe?: () => Promise<void> | void,
): Promise<OffscreenCanvas> {
  await loadFonts();
  const canvas = new OffscreenCanvas(page.width * page.factor, to - from);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw tooLarge();
  context.translate(0, -from);
  context.scale(page.factor, page.factor);
  await drawPage(scene, page, canvasPen(context, page, page.sheet), breathe);
  return canvas;
}

export const tooLarge = (): Fault => new Fault('The picture is too large for this browser. Choose a smaller one.');

export interface BandPainter {
  band(scene: Scene, page: Picture, rows: [number, number]): Promise<ImageBitmap>;
}

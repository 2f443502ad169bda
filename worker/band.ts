/** A band of a picture, for the thread that draws it. */
import { Fault } from '@/core/fault';
import { type PageOptions, type Pen, type Sheet, canvasPen, drawPage } from '@/core/figure';
import { type FigureSettings, type LaidFigure, type Made, layFigure } from '@/core/figure/plan';
import type { Scene } from '@/core/scene';
import { loadFonts } from './fonts';

/** `factor`: dots for each pixel of the page. `sheet`: the pictures on nodes, which threads cannot decode themselves. */
export type Picture = PageOptions & { factor: number; sheet?: Sheet };

/** The page of a figure as a picture, in dots. */
export interface FigurePicture {
  width: number;
  height: number;
  transparent?: boolean;
  sheet?: Sheet;
}

type Rows = readonly [number, number];
type Breathe = (share: number) => Promise<void> | void;

/** A canvas for the rows between two heights, in dots, that is drawn on in pixels of the page. */
function canvasOf(width: number, [from, to]: Rows, factors: readonly [number, number]) {
  const canvas = new OffscreenCanvas(width, to - from);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw tooLarge();
  context.translate(0, -from);
  context.scale(...factors);
  return { canvas, context };
}

/** The rows of a picture between two heights, in dots. */
export async function drawBand(scene: Scene, page: Picture, rows: Rows, breathe?: Breathe): Promise<OffscreenCanvas> {
  await loadFonts();
  const { canvas, context } = canvasOf(page.width * page.factor, rows, [page.factor, page.factor]);
  await drawPage(scene, page, canvasPen(context, page, page.sheet), breathe);
  return canvas;
}

/** The same of a figure's page. */
export async function drawFigureBand(
  laid: LaidFigure,
  picture: FigurePicture,
  rows: Rows,
  breathe?: (share: number) => Promise<void>,
): Promise<OffscreenCanvas> {
  await loadFonts();
  const factors = [picture.width / laid.width, picture.height / laid.height] as const;
  const { canvas, context } = canvasOf(picture.width, rows, factors);
  const pen: Pen = canvasPen(context, laid, picture.sheet);
  await laid.draw(picture.transparent ? { ...pen, fillPage: () => undefined } : pen, breathe);
  return canvas;
}

/** The same, laid from what its networks came to. */
export const layFigureBand = (
  figure: FigureSettings,
  made: readonly Made[],
  picture: FigurePicture,
  rows: Rows,
): Promise<OffscreenCanvas> =>
  drawFigureBand(
    layFigure(figure, (id) => made.find((one) => one.id === id)),
    picture,
    rows,
  );

export const tooLarge = (): Fault => new Fault('The picture is too large for this browser. Choose a smaller one.');

export interface BandPainter {
  band(scene: Scene, page: Picture, rows: Rows): Promise<ImageBitmap>;
  figureBand(figure: FigureSettings, made: readonly Made[], picture: FigurePicture, rows: Rows): Promise<ImageBitmap>;
}

/** Pictures without a browser. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { GlobalFonts, createCanvas } from '@napi-rs/canvas';
import { type Canvas2D, canvasPen } from '@/core/figure';
import type { LaidFigure } from '@/core/figure/plan';

/** What the server hands to browsers as it is. */
export const shipped = (...path: string[]): string =>
  join(fileURLToPath(new URL('../public', import.meta.url)), ...path);

let registered = false;

/** A page as a PNG of so many dots. Shapes are those of the application; the edges of letters may differ by a shade. */
export async function picture(laid: LaidFigure, width: number, height: number): Promise<Buffer> {
  if (!registered) {
    GlobalFonts.registerFromPath(shipped('fonts', 'hanken-grotesk.woff2'), 'Hanken Grotesk Variable');
    GlobalFonts.registerFromPath(shipped('fonts', 'source-serif-4.woff2'), 'Source Serif 4 Variable');
    registered = true;
  }
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.scale(width / laid.width, height / laid.height);
  await laid.draw(canvasPen(context as unknown as Canvas2D, laid));
  return canvas.toBuffer('image/png');
}

/** All formats in which a figure is written without a canvas, in the order in which they are offered. */
import type { FigureFormat } from './format';
import { htmlFile } from './html';
import { pdfFile } from './pdf';
import { svgFile } from './svg';

export { type Around, type FileWishes, plainWishes } from './format';
export const figureFormats: readonly FigureFormat[] = [pdfFile, svgFile, htmlFile];

export const figureFormat = (key: string): FigureFormat | undefined =>
  figureFormats.find((format) => format.key === key);

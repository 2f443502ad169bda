/** Texts of both typefaces: that of controls and maps, and, with `serif`, that of titles and captions. */
import { textWidth } from '.';
import { type Weight, measured } from './measured';
import { serifWidths } from './serif-widths';
import { wrappedBy } from './wrap';

export interface Face {
  weight: Weight;
  serif?: boolean;
}

const tables: Partial<Record<Weight, ReadonlyMap<number, number>>> = {};

/** Width in pixels of a text of this size in pixels, as {@link textWidth} counts it. */
const faceWidth = (text: string, size: number, { weight, serif }: Face): number =>
  serif ? measured(tables, serifWidths, text, size, weight) : textWidth(text, size, weight);

/** Lines of at most `width` pixels of letters of a size in pixels, as {@link wrappedBy} breaks them. */
export const wrapped = (text: string, width: number, size: number, face: Face, most = Infinity): string[] =>
  wrappedBy((words) => faceWidth(words, size, face), text, width, most);

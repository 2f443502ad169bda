/** What of a page is smallest in print. */
import type { Pen } from '../pen';
import { pointsPerPixel } from './sizes';

export interface Smallest {
  /** Points; undefined where nothing of the kind is drawn. */
  letter?: number;
  line?: number;
}

/** What journals commonly ask for at least, in points. */
export const leastInPrint = { letter: 6, line: 0.25 };

/** The pen that hands everything on, and what it has seen so far; `magnified` as the page is printed. */
export function watched(pen: Pen, magnified: number): { pen: Pen; seen: () => Smallest } {
  let [letter, line] = [Infinity, Infinity];
  const stroke = (width: number, opacity: number): void => {
    if (opacity > 0 && width < line) line = width;
  };
  const points = (pixels: number): number | undefined =>
    pixels === Infinity ? undefined : Math.round(100 * pixels * pointsPerPixel * magnified) / 100;
  return {
    pen: {
      ...pen,
      line(x1, y1, x2, y2, control, look) {
        stroke(look.width, look.opacity);
        pen.line(x1, y1, x2, y2, control, look);
      },
      path(along, look) {
        stroke(look.width, look.opacity);
        pen.path(along, look);
      },
      text(words, x, y, look) {
        if (look.size < letter && words.trim() !== '') letter = look.size;
        pen.text(words, x, y, look);
      },
    },
    seen: () => ({ letter: points(letter), line: points(line) }),
  };
}

/** Sizes of printed pages, and how their letters follow them. */

export const pixelsPerMillimetre = 96 / 25.4;
export const pointsPerPixel = 0.75;

/** The sizes that are offered, in millimetres. */
export const presets = [
  { key: 'column', name: 'One column', width: 84, height: 105 },
  { key: 'half', name: 'One and a half columns', width: 129, height: 140 },
  { key: 'page', name: 'Full width of a page', width: 174, height: 175 },
  { key: 'slide', name: 'Slide 16 : 9', width: 320, height: 180 },
  { key: 'square', name: 'Square', width: 174, height: 174 },
  { key: 'a2', name: 'Poster A2', width: 420, height: 594 },
  { key: 'a1', name: 'Poster A1', width: 594, height: 841 },
  { key: 'a0', name: 'Poster A0', width: 841, height: 1189 },
] as const;

/** The width of a printed page, in millimetres, for which letters and lines are made. */
const plain = 174;

/** Pages wider than a printed one are seen from farther off: everything on them grows, more slowly than they do. */
export const magnification = (width: number): number => Math.max(1, (width / plain) ** 0.8);

/** On narrower pages titles and texts are set smaller, in shares of their plain size. */
export const textShare = (width: number): number => Math.min(1, (width / plain) ** 0.4);

/** Whole dots that a length in millimetres takes. */
export const dots = (millimetres: number, dpi: number): number => Math.max(1, Math.round((millimetres / 25.4) * dpi));

/** What a picture may have at most: dots of a side, and in all. */
const mostOfSide = 16_384;
const mostDots = 200_000_000;

/** The largest whole number of dots per inch at which a page of this size can be made, in millimetres. */
export function mostDpi(width: number, height: number): number {
  const bySide = (mostOfSide * 25.4) / Math.max(width, height);
  const byArea = Math.sqrt(mostDots / ((width / 25.4) * (height / 25.4)));
  return Math.floor(Math.min(bySide, byArea));
}

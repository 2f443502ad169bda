/** Shapes of nodes and patterns of lines: defined here once for pages, canvases and shaders. */

export const shapes = ['circle', 'square', 'diamond', 'triangle'] as const;
export type Shape = (typeof shapes)[number];

/** The corners of a shape around 0 with radius 1; none for a circle. Areas are about those of the circle. */
export const corners: Record<Shape, readonly (readonly [number, number])[]> = {
  circle: [],
  square: [
    [-0.89, -0.89],
    [0.89, -0.89],
    [0.89, 0.89],
    [-0.89, 0.89],
  ],
  diamond: [
    [0, -1.25],
    [1.25, 0],
    [0, 1.25],
    [-1.25, 0],
  ],
  triangle: [
    [0, -1.3],
    [1.25, 0.85],
    [-1.25, 0.85],
  ],
};

export const patterns = ['solid', 'dashed', 'dotted'] as const;
export type Pattern = (typeof patterns)[number];

/** Dashes in multiples of the line's width: drawn, left out. */
export const dashes: Record<Pattern, readonly number[]> = { solid: [], dashed: [4, 3], dotted: [1, 2.2] };

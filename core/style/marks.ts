/** Shapes of nodes and patterns of lines: defined here once for pages, canvases and shaders. */

export const shapes = [
  'circle',
  'square',
  'diamond',
  'triangle',
  'triangle down',
  'pentagon',
  'hexagon',
  'star',
  'cross',
] as const;
export type Shape = (typeof shapes)[number];

/** How much of a node's radius its picture takes: around it stays a ring of the node's colour. */
export const pictureShare = 0.8;

/** Shapes that are given out by themselves; the others are chosen. */
export const firstShapes = shapes.slice(0, 4);

type Corners = readonly (readonly [number, number])[];

/** Corners of a figure of `count` corners, on circles of the given radii in turn, the first one above the middle. */
const around = (count: number, ...radii: readonly number[]): Corners =>
  Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * i) / count - Math.PI / 2;
    const radius = radii[i % radii.length];
    return [Math.round(1000 * radius * Math.cos(angle)) / 1000, Math.round(1000 * radius * Math.sin(angle)) / 1000];
  });

/** The corners of a shape around 0 with radius 1; none for a circle. Areas are about those of the circle. */
export const corners: Record<Shape, Corners> = {
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
  'triangle down': [
    [0, 1.3],
    [-1.25, -0.85],
    [1.25, -0.85],
  ],
  pentagon: around(5, 1.15),
  hexagon: around(6, 1.1),
  star: around(10, 1.42, 0.68),
  cross: [
    [-0.42, -1.2],
    [0.42, -1.2],
    [0.42, -0.42],
    [1.2, -0.42],
    [1.2, 0.42],
    [0.42, 0.42],
    [0.42, 1.2],
    [-0.42, 1.2],
    [-0.42, 0.42],
    [-1.2, 0.42],
    [-1.2, -0.42],
    [-0.42, -0.42],
  ],
};

export const patterns = ['solid', 'dashed', 'dotted'] as const;
export type Pattern = (typeof patterns)[number];
/** Dashes in multiples of the line's width: drawn, left out. */
export const dashes: Record<Pattern, readonly number[]> = { solid: [], dashed: [4, 3], dotted: [1, 2.2] };

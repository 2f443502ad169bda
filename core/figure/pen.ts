/** What a page is drawn with, and where things lie on it. */
import { type Camera, type Scene, pixelRadius } from '../scene';
import { type Pattern, type Shape, hex } from '../style';

/** A rectangle on the page, in pixels. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Stroke {
  colour: string;
  /** The colour where the line ends; it goes over into it along the straight way from its beginning to its end. */
  to?: string;
  opacity: number;
  width: number;
  pattern: Pattern;
}

/** Draws in pixels, later marks over earlier ones. */
export interface Pen {
  fillPage(colour: string): void;
  /** From here on draws only within the box, until the next call; without a box, everywhere again. */
  within(box?: Box): void;
  /** A straight line, or a quadratic curve where a control point is given. */
  line(
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    control: readonly [number, number] | undefined,
    stroke: Stroke,
  ): void;
  /** A line through points, x and y in turn. */
  path(points: readonly number[], stroke: Stroke): void;
  /** A closed polygon. */
  polygon(points: readonly number[], fill: string, opacity: number): void;
  shape(
    kind: Shape,
    x: number,
    y: number,
    radius: number,
    fill: string,
    rim: string,
    rimWidth: number,
    opacity?: number,
  ): void;
  /** A picture cut to a circle or a square around its middle; `half` is half of its width. Pens that cannot draw it leave it out. */
  picture(address: string, x: number, y: number, half: number, round: boolean, opacity: number): void;
  rect(x: number, y: number, width: number, height: number, fill: string): void;
  /** `halo` is drawn around the letters, under them. */
  text(
    text: string,
    x: number,
    y: number,
    style: {
      size: number;
      colour: string;
      weight: 400 | 600;
      anchor: 'start' | 'middle';
      serif?: boolean;
      halo?: string;
    },
  ): void;
}

/** The colour that stands at a place of a buffer of colours. */
export const colourAt = (colours: Uint8Array, at: number): string =>
  hex([colours[at], colours[at + 1], colours[at + 2]]);

/** A node's middle and radius in pixels. */
export function nodeOnPage(scene: Scene, v: number, camera: Camera): { x: number; y: number; r: number } {
  return {
    x: scene.positions[2 * v] * camera.scale + camera.x,
    y: scene.positions[2 * v + 1] * camera.scale + camera.y,
    r: pixelRadius(scene.radius[v], camera),
  };
}

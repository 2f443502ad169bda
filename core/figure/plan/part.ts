/** What a part of a figure's page is. To add one: a file in `parts/` and a line in its registry; the page, its list of parts, files and checks take it from there. */
import * as z from 'zod';
import type { Face } from '../../letters/faces';
import type { LegendPart, Inks } from '../../style';
import type { Bounds, Scene } from '../../scene';
import type { Box, Pen } from '../pen';
import type { Made } from './made';

export type Breathe = (share: number) => Promise<void> | void;

/** What all parts have. */
export const common = {
  id: z.string().min(1).max(60),
  /** Left out of the page. */
  hidden: z.boolean().default(false),
  /** Stands in the row of the part before it. */
  beside: z.boolean().default(false),
};

/** A text somebody wrote: any letters, without what no text may hold. */
export const written = (most: number) =>
  z
    .string()
    .max(most)
    .transform((words) => words.replaceAll('\0', ''));

/** Height of letters in points; absent: as the page's width suggests. */
export const letterSize = z.number().min(3).max(400).optional();

export interface AnyPart {
  id: string;
  kind: string;
  hidden: boolean;
  beside: boolean;
}

/** A map as it is drawn. */
export interface MapOnPage {
  made: Made;
  scene: Scene;
  legend: LegendPart[];
  /** What its camera shows where it shows the whole. */
  bounds(): Bounds;
  /** Pixels a map unit takes. */
  scale: number;
}

/** The page that parts are laid on. */
export interface Page {
  ink: Inks;
  /** The ground's colour. */
  ground: string;
  /** Height in pixels of letters that are so many points high on a page of its width; or of so many points in print where a part says so; never below what the page allows. */
  letters(plain: number, size?: number): number;
  /** How titles and texts are scaled. */
  share: number;
  /** Pixels that no letter is smaller than. */
  leastLetter: number;
  made(network: string): Made | undefined;
  /** The map of this id as it is drawn; the first one where none is named. Undefined where there is none or its network cannot be had. */
  map(id?: string): MapOnPage | undefined;
  /** The networks on the page, in the order of the parts that show them, each once. */
  shown: Made[];
}

export interface Laid {
  /** Pixels; of a part that stretches, the least that it needs. */
  height: number;
  /** It takes what is left of the page's height; its share of it. */
  stretches?: number;
  /** Space above it, in pixels, where it does not begin the page. */
  above: number;
  /** What is wrong with it, and what to do. */
  problem?: string;
  /** Pixels a map unit takes in a box, for what is told in the sizes of its nodes. */
  scaleIn?(box: Box): number;
  draw(box: Box, pen: Pen, breathe?: Breathe): Promise<void> | void;
}

export interface PartKind<S extends AnyPart = never> {
  kind: S['kind'];
  title: string;
  help: string;
  schema: z.ZodType<S>;
  /** It shows a network of its own, which a new one has to name. */
  ofNetwork?: boolean;
  /** What it holds in a few words, for the list of parts. */
  summary(part: S, page: Page): string;
  /** Undefined where it has nothing to show: it takes no room then. */
  lay(part: S, width: number, page: Page): Laid | undefined;
}

/** Lines of text from a box's upper left corner. */
export function drawLines(
  lines: readonly string[],
  { x, y }: { x: number; y: number },
  look: { size: number; face: Face; colour: string; leading: number },
  pen: Pick<Pen, 'text'>,
): void {
  const { size, face, colour, leading } = look;
  lines.forEach((line, i) => {
    if (line === '') return;
    const base = y + i * size * leading + size * 0.82;
    pen.text(line, x, base, { size, weight: face.weight, serif: face.serif, anchor: 'start', colour });
  });
}

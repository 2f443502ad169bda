/** Parts that are written by hand: title, subtitle, caption and credit. */
import * as z from 'zod';
import { type Face, wrapped } from '../../../letters/faces';
import { type AnyPart, type Laid, type Page, type PartKind, common, drawLines, letterSize, written } from '../part';

interface TextPart extends AnyPart {
  text: string;
  size?: number;
}

export interface Setting {
  /** Height of letters in points on a printed page. */
  points: number;
  face: Face;
  quiet?: boolean;
  above: number;
  most: number;
}

/** How a text is laid, whoever wrote it. */
export function layText(text: string, size: number | undefined, setting: Setting, width: number, page: Page): Laid {
  const { face, quiet, above, most, points } = setting;
  const pixels = page.letters(points * page.share, size);
  const lines = wrapped(text, width, pixels, face, most);
  const leading = 1.32;
  const colour = quiet ? page.ink.quiet : page.ink.ink;
  return {
    height: lines.length * pixels * leading,
    above,
    draw: (box, pen) => drawLines(lines, box, { size: pixels, face, colour, leading }, pen),
  };
}

const ofText = <K extends string>(
  kind: K,
  title: string,
  help: string,
  setting: Setting,
): PartKind<TextPart & { kind: K }> => ({
  kind,
  title,
  help,
  schema: z.object({
    ...common,
    kind: z.literal(kind),
    text: written(20_000).default(''),
    size: letterSize,
  }),
  summary: ({ text }) => text.trim().split('\n')[0].slice(0, 80) || 'not written yet',
  lay: (part, width, page) =>
    part.text.trim() === '' ? undefined : layText(part.text, part.size, setting, width, page),
});

const serif = (weight: Face['weight']): Face => ({ weight, serif: true });

export const titlePart = ofText('title', 'Title', 'What the figure shows, in a line.', {
  points: 16,
  face: serif(600),
  above: 6,
  most: 6,
});
export const subtitlePart = ofText('subtitle', 'Subtitle', 'Where and when, under the title.', {
  points: 10.5,
  face: serif(400),
  quiet: true,
  above: 1,
  most: 6,
});
export const captionPart = ofText('caption', 'Caption', 'What is to be seen in it.', {
  points: 9.5,
  face: serif(400),
  above: 10,
  most: 60,
});
export const creditPart = ofText('credit', 'Credit', 'Who made it, and where its records lie.', {
  points: 7.5,
  face: { weight: 400 },
  quiet: true,
  above: 8,
  most: 12,
});

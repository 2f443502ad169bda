/** How what is shown was made, written from the trails of the networks on the page, or by hand on top of that. */
import * as z from 'zod';
import { digestOf } from '../../../trail';
import { type Made, noteOf } from '../made';
import { type AnyPart, type Page, type PartKind, common, letterSize, written } from '../part';
import { layText } from './text';

interface MethodPart extends AnyPart {
  kind: 'method';
  text?: string;
  from?: string;
  size?: number;
}

/** The note as the trails tell it: of several networks each under its name, with their versions. */
export function toldByTrails(shown: readonly Made[]): string {
  const several = shown.length > 1;
  return shown
    .map((made) => {
      const sentences = noteOf(made)
        .sentences.map(({ text }) => text)
        .join(' ');
      const version = `Version ${made.version} of the network “${made.name}”, made with Nunatak.`;
      return several ? `${made.name}: ${sentences} ${version}` : `${sentences} ${version}`;
    })
    .join('\n');
}

/** What a note written by hand was written on top of. */
export const noteDigest = (shown: readonly Made[]): string => digestOf(toldByTrails(shown));

/** Whether the trails tell something else since the note was written by hand. */
export const movedOn = ({ text, from }: Pick<MethodPart, 'text' | 'from'>, page: Pick<Page, 'shown'>): boolean =>
  text !== undefined && from !== undefined && from !== noteDigest(page.shown);

export const methodPart: PartKind<MethodPart> = {
  kind: 'method',
  title: 'Method note',
  help: 'How it was made, written from the trail.',
  schema: z.object({
    ...common,
    kind: z.literal('method'),
    /** Written by hand; absent: as the trails tell it. */
    text: written(40_000).optional(),
    /** Digest of what the trails told when it was written by hand. */
    from: z.string().max(100).optional(),
    size: letterSize,
  }),
  summary(part, page) {
    const words = (part.text ?? toldByTrails(page.shown)).split(/\s+/).filter(Boolean).length;
    return `${part.text === undefined ? 'written from the trail' : 'edited by hand'}, ${words} words`;
  },
  lay(part, width, page) {
    const text = part.text ?? toldByTrails(page.shown);
    if (text.trim() === '') return undefined;
    const setting = { points: 7.5, face: { weight: 400 as const, serif: true }, quiet: true, above: 8, most: 120 };
    const laid = layText(text, part.size, setting, width, page);
    if (!movedOn(part, page)) return laid;
    return {
      ...laid,
      problem: 'The trail has moved on since the method note was edited. Read it against the trail, or write it anew.',
    };
  },
};

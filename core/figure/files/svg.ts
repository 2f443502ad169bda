import { strToU8 } from 'fflate';
import type { Face } from '../../letters/faces';
import { type FontFiles, filesOf } from '../fonts';
import type { Pen } from '../pen';
import { svgDocument } from '../svg';
import { base64 } from '../../base64';
import type { FigureFormat } from './format';

/** Letters that each part of a typeface has, as a style sheet tells browsers. */
const ranges = {
  latin:
    'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD',
  'latin-ext':
    'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF',
  greek: 'U+0370-0377,U+037A-037F,U+0384-038A,U+038C,U+038E-03A1,U+03A3-03FF',
  cyrillic: 'U+0301,U+0400-045F,U+0490-0491,U+04B0-04B1,U+2116',
} as const;
type Part = keyof typeof ranges;
const isPart = (part: string | undefined): part is Part => part !== undefined && Object.hasOwn(ranges, part);

/** Style rules that bring along the faces that a page has, with the letters that its texts need. */
export function fontRules(faces: readonly Face[], letters: ReadonlySet<string>, fonts: FontFiles): string {
  const strange = (part: Part): boolean => {
    const spans = ranges[part].split(',').map((span) =>
      span
        .slice(2)
        .split('-')
        .map((one) => parseInt(one, 16)),
    );
    return [...letters].some((letter) => {
      const code = letter.codePointAt(0) ?? 0;
      return spans.some(([from, to = from]) => code >= from && code <= to);
    });
  };
  return faces
    .flatMap((face) =>
      filesOf(face).flatMap((file) => {
        const [, part] = /-(latin-ext|latin|greek|cyrillic)-\d+\.woff$/.exec(file) ?? [];
        const bytes = fonts.get(file);
        if (!isPart(part) || !bytes || !strange(part)) return [];
        const family = face.serif ? 'Source Serif 4' : 'Hanken Grotesk';
        return [
          `@font-face{font-family:'${family}';font-weight:${face.weight};src:url(data:font/woff;base64,${base64(bytes)}) format('woff');unicode-range:${ranges[part]}}`,
        ];
      }),
    )
    .join('\n');
}

/** A pen that draws nothing, and keeps in mind which letters of which faces it was given. */
export function lettersSeen(): { pen: Pen; faces: Face[]; letters: Set<string> } {
  const faces: Face[] = [];
  const letters = new Set<string>();
  const nothing = (): void => undefined;
  return {
    faces,
    letters,
    pen: {
      fillPage: nothing,
      within: nothing,
      line: nothing,
      path: nothing,
      polygon: nothing,
      shape: nothing,
      picture: nothing,
      rect: nothing,
      text(words, _x, _y, { weight, serif = false }) {
        for (const letter of words) letters.add(letter);
        if (!faces.some((face) => face.weight === weight && face.serif === serif)) faces.push({ weight, serif });
      },
    },
  };
}

export const svgFile: FigureFormat = {
  key: 'svg',
  title: 'SVG',
  ending: '.svg',
  type: 'image/svg+xml',
  needs: ['fonts'],
  async make(laid, figure, name, { fonts = false }, around) {
    let style: string | undefined;
    if (fonts) {
      const seen = lettersSeen();
      await laid.draw(seen.pen);
      style = fontRules(seen.faces, seen.letters, around.fonts);
    }
    const sheet = {
      width: laid.width,
      height: laid.height,
      millimetres: { width: figure.width, height: figure.height },
      title: name,
      ...(style ? { style } : {}),
    };
    const text = await svgDocument(sheet, (pen) => laid.draw(pen, around.breathe));
    return { bytes: strToU8(text), notes: [] };
  },
};

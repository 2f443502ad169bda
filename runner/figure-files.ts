/** What the runner writes of a figure: PDF, SVG, the page to explore, and a picture. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { figureFormats, plainWishes } from '@/core/figure/files';
import { svgFile } from '@/core/figure/files/svg';
import { allFontFiles } from '@/core/figure/fonts';
import { type FigureSettings, type LaidFigure, dots, mostDpi } from '@/core/figure/plan';
import { withDpi } from '@/core/figure/png';
import { picture, shipped } from './canvas';

/** The page as an SVG, as it is compared. */
export async function svgText(laid: LaidFigure, settings: FigureSettings, name: string): Promise<string> {
  const { bytes } = await svgFile.make(laid, settings, name, {}, { fonts: new Map(), script: '' });
  return new TextDecoder().decode(bytes);
}

let around: { fonts: Map<string, Uint8Array>; script: string } | undefined;

/** Its files, as the application makes them; what they could not show. */
export async function writeFigure(
  laid: LaidFigure,
  settings: FigureSettings,
  name: string,
  out: string,
  file: string,
): Promise<string[]> {
  around ??= {
    fonts: new Map(allFontFiles.map((font) => [font, readFileSync(shipped('fonts', font))])),
    script: readFileSync(shipped('explore.js'), 'utf8'),
  };
  mkdirSync(out, { recursive: true });
  const said = new Set<string>();
  for (const format of figureFormats) {
    const { bytes, notes } = await format.make(laid, settings, name, plainWishes, around);
    writeFileSync(join(out, `${file}${format.ending}`), bytes);
    notes.forEach((note) => said.add(note));
  }
  const dpi = Math.min(settings.dpi, mostDpi(settings.width, settings.height));
  if (dpi < settings.dpi) said.add(`The picture has ${dpi} dots per inch, the most for this page.`);
  const png = await picture(laid, dots(settings.width, dpi), dots(settings.height, dpi));
  writeFileSync(join(out, `${file}.png`), withDpi(png, dpi));
  return [...said];
}

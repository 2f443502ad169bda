/** The files of a figure, with what they need fetched: typefaces, the program of pages to explore, pictures drawn anew. */
import { Fault } from '@/core/fault';
import type { Sheet } from '@/core/figure';
import { type Around, type FileWishes, figureFormat } from '@/core/figure/files';
import { allFontFiles, type FontFiles } from '@/core/figure/fonts';
import { type FigureSettings, type LaidFigure, dots, mostDpi } from '@/core/figure/plan';
import { withDpi } from '@/core/figure/png';
import { figurePng } from './picture';

export type FigureFile =
  | { kind: 'png'; name: string; dpi: number; transparent: boolean }
  | { kind: 'format'; key: string; name: string; wishes: FileWishes };

export interface MadeFile {
  blob: Blob;
  /** What it could not show. */
  notes: string[];
}

let fonts: Promise<FontFiles> | undefined;
/** The typefaces that files bring along, fetched once. */
function fontFiles(): Promise<FontFiles> {
  fonts ??= Promise.all(
    allFontFiles.map(async (name) => {
      const answer = await fetch(`/fonts/${name}`);
      if (!answer.ok) throw new Fault('The typefaces could not be fetched. Check that the server runs, and try again.');
      return [name, new Uint8Array(await answer.arrayBuffer())] as const;
    }),
  )
    .then((files) => new Map(files))
    .catch((error: unknown) => {
      fonts = undefined;
      throw error;
    });
  return fonts;
}

async function script(): Promise<string> {
  const answer = await fetch('/explore.js');
  if (!answer.ok)
    throw new Fault('The page to explore could not be made: its program is not there. Load the page again.');
  return answer.text();
}

/** The pictures of a sheet as files of their own. */
async function picturesOf(sheet: Sheet | undefined): Promise<Map<string, Uint8Array>> {
  const found = new Map<string, Uint8Array>();
  for (const [address, place] of sheet?.places ?? []) {
    const { image, side, across } = sheet as Sheet;
    const canvas = new OffscreenCanvas(side, side);
    const context = canvas.getContext('2d');
    context?.drawImage(image, (place % across) * side, Math.floor(place / across) * side, side, side, 0, 0, side, side);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    found.set(address, new Uint8Array(await blob.arrayBuffer()));
  }
  return found;
}

/** A file of the figure. A Fault where it would be too large. */
export async function figureFile(
  laid: LaidFigure,
  figure: FigureSettings,
  what: FigureFile,
  sheet: Sheet | undefined,
  breathe: (share: number) => Promise<void>,
  table?: Around['table'],
): Promise<MadeFile> {
  if (what.kind === 'png') {
    const most = mostDpi(figure.width, figure.height);
    if (what.dpi > most)
      throw new Fault(
        `A page of ${figure.width} × ${figure.height} mm cannot be a picture of ${what.dpi} dots per inch. The largest that works is ${most}.`,
        'dpi',
      );
    const size = { width: dots(figure.width, what.dpi), height: dots(figure.height, what.dpi) };
    const picture = { ...size, transparent: what.transparent, ...(sheet ? { sheet } : {}) };
    const blob = await figurePng(laid, figure, picture, breathe);
    const bytes = withDpi(new Uint8Array(await blob.arrayBuffer()), what.dpi);
    return { blob: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }), notes: [] };
  }
  const format = figureFormat(what.key);
  if (!format) throw new Fault(`There is no format “${what.key}”.`);
  const { bytes, notes } = await format.make(laid, figure, what.name, what.wishes, {
    fonts: format.needs.includes('fonts') ? await fontFiles() : new Map<string, Uint8Array>(),
    script: format.needs.includes('script') ? await script() : '',
    ...(format.needs.includes('pictures') ? { pictures: await picturesOf(sheet) } : {}),
    ...(table ? { table } : {}),
    breathe,
  });
  return { blob: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: format.type }), notes };
}

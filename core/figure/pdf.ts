/** The pen for PDF: lines and shapes as they are, letters as text with their typefaces inside, the same bytes for the same page. */
import type { GState as GStateOf, jsPDF } from 'jspdf';
import { corners, dashes, mixed } from '../style';
import { type FontFiles, filesOf, unpackedFont } from './fonts';
import type { Pen, Stroke } from './pen';

export interface PdfSheet {
  /** Of what is drawn, in pixels. */
  width: number;
  height: number;
  /** Points of print that a pixel takes. */
  points: number;
  title?: string;
}

/** What the document cannot show: letters that its typefaces lack, and pictures that were not given. */
export interface PdfLacks {
  letters: Set<string>;
  pictures: number;
}

/** Pieces that a line is drawn in whose colour changes along it. */
const pieces = 12;
/** Share of a radius at which a curve's handles make a quarter of a circle. */
const kappa = 0.5523;

const at = (value: number): string => String(Math.round(value * 100) / 100);

interface Glyphs {
  metadata: { characterToGlyph(code: number): number };
}

/** @param pictures PNG files by the addresses of the pictures on nodes. */
export async function pdfDocument(
  sheet: PdfSheet,
  fonts: FontFiles,
  draw: (pen: Pen) => Promise<void>,
  pictures: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<{ bytes: Uint8Array; lacks: PdfLacks }> {
  const { jsPDF: Document, GState } = await import('jspdf');
  const { points: k } = sheet;
  const [width, height] = [sheet.width * k, sheet.height * k];
  const doc = new Document({
    unit: 'pt',
    format: [width, height],
    orientation: width > height ? 'landscape' : 'portrait',
    compress: true,
    putOnlyUsedFonts: true,
  });
  // Nothing in the file tells when or where it was written: equal pages give equal bytes.
  doc.setCreationDate("D:20000101000000+00'00'");
  doc.setFileId('0'.repeat(32));
  doc.setProperties({ title: sheet.title ?? '', creator: 'Nunatak' });
  const lacks: PdfLacks = { letters: new Set(), pictures: 0 };
  const pen = pdfPen(doc, { k, height, fonts, lacks, pictures, GState });
  await draw(pen);
  return { bytes: new Uint8Array(doc.output('arraybuffer')), lacks };
}

interface Around {
  k: number;
  height: number;
  fonts: FontFiles;
  lacks: PdfLacks;
  pictures: ReadonlyMap<string, Uint8Array>;
  GState: typeof GStateOf;
}

function pdfPen(doc: jsPDF, { k, height, fonts, lacks, pictures, GState }: Around): Pen {
  const { write } = doc.internal as unknown as { write(...words: string[]): void };
  const X = (x: number): string => at(x * k);
  const Y = (y: number): string => at(height - y * k);
  const rgb = (colour: string): string =>
    [1, 3, 5].map((i) => at(parseInt(colour.slice(i, i + 2), 16) / 255)).join(' ');
  let inside = false;

  const seen = new Set<string>();
  let opaque = '';
  const opacity = (share: number): void => {
    const key = `o${Math.round(share * 255)}`;
    if (key === opaque) return;
    if (!seen.has(key)) {
      seen.add(key);
      // Its declaration asks for an object of a class, its constructor for these words.
      const shares: object = { opacity: share, 'stroke-opacity': share };
      doc.addGState(key, new GState(shares));
    }
    doc.setGState(key);
    opaque = key;
  };
  let stroked = '';
  const stroke = ({ colour, opacity: share, width, pattern }: Stroke): void => {
    opacity(share);
    const dash = dashes[pattern].map((length) => at(length * Math.max(0.8, width) * k)).join(' ');
    const words = `${rgb(colour)} RG ${at(width * k)} w [${dash}] 0 d`;
    if (words !== stroked) write(words);
    stroked = words;
  };
  let filled = '';
  const fill = (colour: string, share = 1): void => {
    opacity(share);
    const words = `${rgb(colour)} rg`;
    if (words !== filled) write(words);
    filled = words;
  };
  /** After something that set colours and lines by itself. */
  const forget = (): void => {
    stroked = filled = opaque = '';
  };
  const outline = (along: readonly number[]): string => {
    let words = `${X(along[0])} ${Y(along[1])} m`;
    for (let i = 2; i < along.length; i += 2) words += ` ${X(along[i])} ${Y(along[i + 1])} l`;
    return words;
  };
  const circle = (x: number, y: number, r: number): string => {
    const h = r * kappa;
    const to = (...at6: number[]): string => `${at6.map((one, i) => (i % 2 ? Y(one) : X(one))).join(' ')} c`;
    return [
      `${X(x + r)} ${Y(y)} m`,
      to(x + r, y + h, x + h, y + r, x, y + r),
      to(x - h, y + r, x - r, y + h, x - r, y),
      to(x - r, y - h, x - h, y - r, x, y - r),
      to(x + h, y - r, x + r, y - h, x + r, y),
    ].join(' ');
  };
  /** A quadratic curve as the cubic one that is the same. */
  const curve = (x1: number, y1: number, [cx, cy]: readonly [number, number], x2: number, y2: number): string => {
    const third = (a: number, c: number): number => a + (2 / 3) * (c - a);
    return `${X(x1)} ${Y(y1)} m ${X(third(x1, cx))} ${Y(third(y1, cy))} ${X(third(x2, cx))} ${Y(third(y2, cy))} ${X(x2)} ${Y(y2)} c`;
  };
  /** A line whose colour changes, in pieces of one colour each; `place` gives its points from 0 to 1. */
  const through = (look: Stroke, to: string, place: (share: number) => readonly [number, number]): void => {
    for (let i = 0; i < pieces; i++) {
      stroke({ ...look, colour: mixed(look.colour, to, (i + 0.5) / pieces) });
      write(`${outline([...place(i / pieces), ...place((i + 1) / pieces)])} S`);
    }
  };

  const loaded = new Map<string, Glyphs | undefined>();
  const fontOf = (file: string): Glyphs | undefined => {
    if (!loaded.has(file)) {
      const woff = fonts.get(file);
      if (woff) {
        doc.addFileToVFS(`${file}.ttf`, latin1(unpackedFont(woff)));
        doc.addFont(`${file}.ttf`, file, 'normal');
        doc.setFont(file, 'normal');
      }
      loaded.set(file, woff && (doc as unknown as { getFont(): Glyphs }).getFont());
    }
    return loaded.get(file);
  };
  /** The text in runs that one file has the letters of; those that none has become an empty box, or nothing where that is lacking too. */
  const runsOf = (text: string, files: readonly string[]): { file: string; text: string }[] => {
    const runs: { file: string; text: string }[] = [];
    const fileOf = (code: number): string | undefined =>
      files.find((file) => (fontOf(file)?.metadata.characterToGlyph(code) ?? 0) > 0);
    for (const letter of text.normalize('NFC')) {
      let [shown, file] = [letter, fileOf(letter.codePointAt(0) ?? 0)];
      if (file === undefined) {
        lacks.letters.add(letter);
        [shown, file] = ['?', fileOf(0x3f)];
      }
      if (file === undefined) continue;
      const last = runs.at(-1);
      if (last?.file === file) last.text += shown;
      else runs.push({ file, text: shown });
    }
    return runs;
  };

  return {
    fillPage(colour) {
      fill(colour);
      write(`0 0 ${at(doc.internal.pageSize.getWidth())} ${at(height)} re f`);
    },
    within(box) {
      if (inside) write('Q');
      inside = box !== undefined;
      forget();
      if (box) write(`q ${X(box.x)} ${Y(box.y + box.height)} ${at(box.width * k)} ${at(box.height * k)} re W n`);
    },
    line(x1, y1, x2, y2, control, look) {
      if (look.to !== undefined && look.to !== look.colour) {
        const [cx, cy] = control ?? [(x1 + x2) / 2, (y1 + y2) / 2];
        const along = (a: number, c: number, b: number, t: number): number =>
          (1 - t) ** 2 * a + 2 * t * (1 - t) * c + t ** 2 * b;
        through(look, look.to, (t) => [along(x1, cx, x2, t), along(y1, cy, y2, t)]);
        return;
      }
      stroke(look);
      write(control ? `${curve(x1, y1, control, x2, y2)} S` : `${outline([x1, y1, x2, y2])} S`);
    },
    path(along, look) {
      if (look.to !== undefined && look.to !== look.colour) {
        const last = along.length / 2 - 1;
        through(look, look.to, (t) => {
          const i = Math.min(last - 1, Math.floor(t * last));
          const part = t * last - i;
          const [x1, y1, x2, y2] = along.slice(2 * i, 2 * i + 4);
          return [x1 + (x2 - x1) * part, y1 + (y2 - y1) * part];
        });
        return;
      }
      stroke(look);
      write(`${outline(along)} S`);
    },
    polygon(along, colour, share) {
      fill(colour, share);
      write(`${outline(along)} h f`);
    },
    shape(kind, x, y, radius, colour, rim, rimWidth, share = 1) {
      fill(colour, share);
      if (rimWidth > 0) stroke({ colour: rim, opacity: share, width: rimWidth, pattern: 'solid' });
      const paint = rimWidth > 0 ? 'B' : 'f';
      if (kind === 'circle') write(`${circle(x, y, radius)} h ${paint}`);
      else write(`${outline(corners[kind].flatMap(([dx, dy]) => [x + dx * radius, y + dy * radius]))} h ${paint}`);
    },
    picture(address, x, y, half, round, share) {
      const png = pictures.get(address);
      if (!png) {
        lacks.pictures++;
        return;
      }
      opacity(share);
      const edge = outline([x - half, y - half, x + half, y - half, x + half, y + half, x - half, y + half]);
      write(`q ${round ? circle(x, y, half) : edge} h W n`);
      doc.addImage(png, 'PNG', (x - half) * k, (y - half) * k, 2 * half * k, 2 * half * k, address, 'FAST');
      write('Q');
      forget();
    },
    rect(x, y, wide, high, colour) {
      fill(colour);
      write(`${X(x)} ${Y(y + high)} ${at(wide * k)} ${at(high * k)} re f`);
    },
    text(text, x, y, { size, weight, serif, anchor, colour, halo }) {
      const runs = runsOf(text, filesOf({ weight, serif }));
      opacity(1);
      doc.setFontSize(size * k);
      const wide = runs.map((run) => {
        doc.setFont(run.file, 'normal');
        return doc.getTextWidth(run.text);
      });
      const begin = x * k - (anchor === 'middle' ? wide.reduce((sum, one) => sum + one, 0) / 2 : 0);
      const put = (renderingMode: 'stroke' | 'fill'): void => {
        let left = begin;
        runs.forEach((run, i) => {
          doc.setFont(run.file, 'normal');
          doc.text(run.text, left, y * k, { renderingMode });
          left += wide[i];
        });
      };
      if (halo) {
        write(`${rgb(halo)} RG ${at((size / 4) * k)} w [] 0 d 1 j`);
        put('stroke');
      }
      doc.setTextColor(colour);
      put('fill');
      forget();
    },
  };
}

function latin1(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return text;
}

/** PDF files: text with its letters inside, the same bytes for the same page. Other readers open them in the browser tests. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzlibSync } from 'fflate';
import { allFontFiles, filesOf, unpackedFont } from './fonts';
import { pdfDocument } from './pdf';
import type { Pen } from './pen';
import { pdfFile } from './files/pdf';
import { svgFile } from './files/svg';
import { firstFigure, layFigure } from './plan';
import { sample } from './plan/samples';
import { withDpi } from './png';

const folder = join(__dirname, '../../public/fonts');
const fonts = new Map(allFontFiles.map((name) => [name, new Uint8Array(readFileSync(join(folder, name)))] as const));
const sheet = { width: 200, height: 100, points: 0.75, title: 'Page' };
const latin = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');
/** What is drawn on the page, in the words of PDF. */
function content(bytes: Uint8Array): string {
  const text = latin(bytes);
  const streams = [...text.matchAll(/stream\r?\n/g)].map(({ index, 0: head }) => index + head.length);
  const all = streams.map((at) => {
    try {
      return latin(unzlibSync(bytes.subarray(at, text.indexOf('endstream', at))));
    } catch {
      return '';
    }
  });
  return all.find((one) => one.includes(' re f')) ?? '';
}
const made = async (draw: (pen: Pen) => void) => pdfDocument(sheet, fonts, (pen) => Promise.resolve(draw(pen)));
const solid = { colour: '#ff0000', opacity: 1, width: 2, pattern: 'solid' as const };

test('every face has its files, which unpack to tables that hold together', () => {
  expect(filesOf({ weight: 600, serif: true })).toContain('source-serif-4-greek-600.woff');
  for (const woff of fonts.values()) {
    const font = unpackedFont(woff);
    const view = new DataView(font.buffer);
    const count = view.getUint16(4);
    for (let i = 0; i < count; i++) {
      const [at, length] = [view.getUint32(12 + 16 * i + 8), view.getUint32(12 + 16 * i + 12)];
      expect(at % 4).toBe(0);
      expect(at + length).toBeLessThanOrEqual(font.length);
    }
  }
});

test('lines, shapes and boxes stand where they are drawn, from the lower left corner in points', async () => {
  const { bytes } = await made((pen) => {
    pen.fillPage('#ffffff');
    pen.line(0, 0, 100, 100, undefined, solid);
    pen.line(0, 0, 100, 0, [50, 30], { ...solid, pattern: 'dashed' });
    pen.within({ x: 10, y: 10, width: 20, height: 20 });
    pen.rect(20, 20, 40, 8, '#00ff00');
    pen.within();
  });
  const words = content(bytes);
  expect(words).toContain('0 0 150 75 re f');
  expect(words).toContain('1 0 0 RG 1.5 w [] 0 d');
  expect(words).toContain('0 75 m 75 0 l S');
  // The cubic curve that is the same as the quadratic one: two thirds of the way to its control point.
  expect(words).toContain('0 75 m 25 60 50 60 75 75 c S');
  expect(words).toContain('q 7.5 52.5 15 15 re W n');
  expect(words.split('q ').length).toBe(words.split(/\bQ\b/).length);
});

test('a line whose colour changes is drawn in pieces from one to the other', async () => {
  const { bytes } = await made((pen) => {
    pen.fillPage('#ffffff');
    pen.line(0, 0, 100, 0, undefined, { ...solid, to: '#0000ff' });
  });
  const colours = [...content(bytes).matchAll(/([\d.]+) 0 ([\d.]+) RG/g)].map(([, red, blue]) => [
    Number(red),
    Number(blue),
  ]);
  expect(colours).toHaveLength(12);
  expect(colours[0][0]).toBeGreaterThan(0.9);
  expect(colours[11][1]).toBeGreaterThan(0.9);
});

test('letters that the typefaces lack are told, others are not', async () => {
  const look = { size: 10, weight: 400 as const, anchor: 'start' as const, colour: '#000000' };
  const { lacks } = await made((pen) => {
    pen.text('Ragna Wick, Tønsberg, Łódź', 0, 10, look);
    pen.text('Ωμέγα и Кириллица', 0, 20, { ...look, serif: true });
    pen.text('日本 👍', 0, 30, look);
    pen.picture('data:image/png;base64,', 5, 5, 3, true, 1);
  });
  expect([...lacks.letters].sort()).toEqual(['日', '本', '👍'].sort());
  expect(lacks.pictures).toBe(1);
});

describe('a figure', () => {
  const laid = () => layFigure(firstFigure({ id: 'one', name: 'Who wrote to whom' }), () => sample());
  const settings = firstFigure({ id: 'one', name: 'Who wrote to whom' });
  const around = { fonts, script: '' };
  test('gives the same PDF each time, and says what it lacks', async () => {
    const [a, b] = await Promise.all([1, 2].map(() => pdfFile.make(laid(), settings, 'Figure', {}, around)));
    expect(Buffer.from(a.bytes).equals(Buffer.from(b.bytes))).toBe(true);
    expect(latin(a.bytes)).toMatch(/^%PDF-/);
    expect(a.notes).toEqual([]);
    const strange = layFigure({ ...settings, parts: [{ ...settings.parts[0], text: '日' } as never] }, () => sample());
    expect((await pdfFile.make(strange, settings, 'Figure', {}, around)).notes[0]).toMatch(/typefaces lack “日”/);
  });
  test('brings along the faces that it has, in an SVG that asks for them', async () => {
    const plain = Buffer.from((await svgFile.make(laid(), settings, 'F', {}, around)).bytes).toString();
    const rich = Buffer.from((await svgFile.make(laid(), settings, 'F', { fonts: true }, around)).bytes).toString();
    expect(plain).not.toContain('@font-face');
    expect(plain).toContain('width="174mm" height="175mm"');
    expect(rich.match(/@font-face/g)?.length).toBeGreaterThanOrEqual(3);
    // No letter of the page is beyond Latin.
    expect(rich).not.toContain('U+0370');
    expect(rich.replace(/<style>[^<]*<\/style>\n/, '')).toBe(plain);
  });
});

test('a PNG says how many dots an inch has', () => {
  const one = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const told = Buffer.from(withDpi(new Uint8Array(one), 300));
  expect(told.subarray(0, 33)).toEqual(one.subarray(0, 33));
  expect(told.subarray(37, 41).toString()).toBe('pHYs');
  expect(told.readUInt32BE(41)).toBe(11811);
  // The check sum of this chunk as a second program gives it.
  expect(told.readUInt32BE(50)).toBe(0x78a53f76);
  expect(told.subarray(54)).toEqual(one.subarray(33));
});

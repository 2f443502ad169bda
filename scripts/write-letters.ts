/** `npm run letters`: writes core/letters/widths.ts and serif-widths.ts, the widths of the letters of the shipped typefaces, as a browser measures them on the application's own page. */
import { writeFileSync } from 'node:fs';
import { openBrowser } from '@/e2e/browser';

/** Blocks that the shipped file covers: Latin with its additions, and the marks of printing. */
const blocks = [
  [0x20, 0x7e],
  [0xa0, 0x17f],
  [0x2010, 0x2026],
  [0x2190, 0x2193],
  [0x2212, 0x2212],
] as const;

const address = process.env.NUNATAK_URL;
if (!address) throw new Error('NUNATAK_URL says where the application is served');
const browser = await openBrowser();
try {
  await browser.driver.get(address);
  const widths = await browser.driver.executeAsyncScript<number[][]>(
    `const [blocks, done] = arguments;
     const faces = ["'Hanken Grotesk Variable'", "'Source Serif 4 Variable'"].flatMap((face) => [400, 600].map((weight) => weight + ' 1000px ' + face));
     Promise.all(faces.map((face) => document.fonts.load(face))).then(() => {
       const context = document.createElement('canvas').getContext('2d');
       done(faces.map((face) => {
         context.font = face;
         return blocks.flatMap(([from, to]) =>
           Array.from({ length: to - from + 1 }, (_, i) => Math.round(context.measureText(String.fromCodePoint(from + i)).width)));
       }));
     });`,
    blocks,
  );
  const written = widths.map((all) => all.map((width) => width.toString(36).padStart(2, '0')).join(''));
  writeFileSync(
    'core/letters/widths.ts',
    `/** Written by \`npm run letters\` from the shipped typefaces; not to be changed by hand. */

/** Blocks of code points, first and last, that the widths below follow one after the other. */
export const blocks: readonly (readonly [number, number])[] = ${JSON.stringify(blocks)};

/** Advance widths in thousandths of the size, two digits to the base 36 each. */
export const widths = {
  400: '${written[0]}',
  600: '${written[1]}',
} as const;
`,
  );
  writeFileSync(
    'core/letters/serif-widths.ts',
    `/** Written by \`npm run letters\` from the shipped typefaces; not to be changed by hand. */

/** Advance widths of the typeface for titles and captions, as those in \`widths.ts\`. */
export const serifWidths = {
  400: '${written[2]}',
  600: '${written[3]}',
} as const;
`,
  );
} finally {
  await browser.close();
}

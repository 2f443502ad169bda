import * as z from 'zod';
import { entriesOf } from '../entries';
import { countingHits } from '../measure';
import { type SiftKind, siftBase } from '../sift';

const schema = z.object({
  ...siftBase,
  kind: z.literal('words'),
  columns: z.array(z.string()).min(1),
  text: z.string().max(1000).default(''),
});
type Words = z.infer<typeof schema>;

/** Words as one writes them, words between quotation marks as one. */
export const wordsIn = (text: string): string[] =>
  Array.from(text.toLocaleLowerCase().matchAll(/"([^"]+)"|(\S+)/g), ([, quoted, plain]) =>
    (quoted ?? plain).trim(),
  ).filter((word) => word !== '' && word !== '"');

/** Rows in whose columns all the words stand, each in any of them, whatever the case of their letters. */
export const words: SiftKind<'words', Words> = {
  key: 'words',
  title: 'Words',
  schema,
  fits: ({ type }) => type === 'text' || type === 'list',
  open: ({ text }) => wordsIn(text).length === 0,
  passes(rows, { columns, text }) {
    const found = new Uint8Array(rows.size).fill(1);
    const all = columns.map((name) => entriesOf(rows.column(name)));
    for (const word of wordsIn(text)) {
      const hit = new Uint8Array(rows.size);
      for (const { dictionary, offsets, codes } of all) {
        const holds = Uint8Array.from(dictionary, (entry) => (entry.toLocaleLowerCase().includes(word) ? 1 : 0));
        for (let r = 0; r < rows.size; r++) {
          if (!offsets) {
            if (codes[r] >= 0 && holds[codes[r]]) hit[r] = 1;
          } else for (let k = offsets[r]; k < offsets[r + 1]; k++) if (holds[codes[k]]) hit[r] = 1;
        }
      }
      for (let r = 0; r < rows.size; r++) found[r] &= hit[r];
    }
    return found;
  },
  tallies: (sift) => sift,
  tally: (rows, sift, all) => countingHits(words.open(sift) ? all : words.passes(rows, sift), all),
  words: ({ text }) => `“${text.trim()}”`,
};

/**
 * `npm run large-files -- FOLDER [ENTRIES] [REFERENCES]`: two CSV files of made-up catalogue entries that refer to each other, 200,000 and 1,000,000 unless told. Regions
 * hold islands and these hold gardens, most references stay near, a few entries are referred to by very many, and one entry in fifty is in a small part of its own.
 * Nothing of the application has a part in it. The same numbers give the same bytes.
 */
import { once } from 'node:events';
import { createWriteStream, mkdirSync } from 'node:fs';
import { join } from 'node:path';

const [folder, entries = 200_000, references = 1_000_000] = process.argv
  .slice(2)
  .map((word, i) => (i === 0 ? word : Number(word)));
if (!folder || !(entries >= 1000) || !(references >= entries)) {
  process.stderr.write(
    'Ask as: npm run large-files -- FOLDER [ENTRIES] [REFERENCES], of at least 1,000 entries and as many references.\n',
  );
  process.exit(2);
}

/** Numbers from 0 up to 1 (a linear congruential generator after Knuth, its upper bits). */
let state = 20_261n;
const unit = () => {
  state = (state * 6_364_136_223_846_793_005n + 1_442_695_040_888_963_407n) & 0xffff_ffff_ffff_ffffn;
  return Number(state >> 32n) / 2 ** 32;
};

const main = Math.floor(entries * 0.98);
const gardenSize = 120;
const islandSize = 30 * gardenSize;
const regionSize = 10 * islandSize;
/** Somebody in the block of this size that an entry lies in; the first of a block far more often than the last. */
const near = (v, size) => {
  const start = Math.floor(v / size) * size;
  return start + Math.floor(Math.min(size, main - start) * unit() ** 2.5);
};
const far = () => Math.floor(main * unit() ** 2.5);
const islands = ['Ness', 'Tarrow', 'Holm', 'Brae', 'Skelly', 'Aith', 'Vire'];
const kinds = ['bere', 'kale', 'oat', 'bean', 'pea', 'turnip', 'leek', 'rye', 'flax', 'barley'];
const colours = ['grey', 'white', 'early', 'late', 'winter', 'long', 'round', 'red'];

async function written(name, head, count, line) {
  const file = createWriteStream(join(folder, name));
  let piece = head;
  for (let i = 0; i < count; i++) {
    piece += line(i);
    if (piece.length < 1 << 16) continue;
    if (!file.write(piece)) await once(file, 'drain');
    piece = '';
  }
  file.end(piece);
  await once(file, 'finish');
}

const id = (v) => `e${String(v).padStart(7, '0')}`;
mkdirSync(folder, { recursive: true });
await written('entries.csv', 'id,name,island,listed\n', entries, (v) => {
  const island = islands[Math.floor(v / islandSize) % islands.length];
  const kind = kinds[Math.floor(v / gardenSize) % kinds.length];
  return `${id(v)},${colours[Math.floor(unit() * colours.length)]} ${kind} ${v + 1},${island},${1890 + Math.floor(unit() * 48)}\n`;
});
await written('references.csv', 'from,to,year,certainty\n', references, (i) => {
  // Every entry refers to another at first; those of small parts only to one beside them.
  const from = i < entries ? i : Math.floor(main * unit());
  let to;
  if (from >= main) to = from % 4 === 0 && from + 1 < entries ? from + 1 : Math.max(main, from - 1);
  else {
    const way = unit();
    to =
      way < 0.55
        ? near(from, gardenSize)
        : way < 0.8
          ? near(from, islandSize)
          : way < 0.92
            ? near(from, regionSize)
            : far();
  }
  const certainty = unit() < 0.9 ? 'recorded' : unit() < 0.7 ? 'inferred' : 'hearsay';
  return `${id(from)},${id(to)},${1900 + Math.floor(unit() * 38)},${certainty}\n`;
});
process.stdout.write(`${entries} entries and ${references} references are in ${folder}.\n`);

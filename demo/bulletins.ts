/** The circle's bulletins: who wrote them, about what, and what they cite. */
import type { Random } from '@/core/random';
import type { Keeper } from './people';

export interface Bulletin {
  id: string;
  title: string;
  year: number;
  authors: string[];
  keywords: string[];
  references: string[];
  journal: string;
}

const journals = [
  'Orrin Seed Bulletin',
  'Annals of the Growers’ Union',
  'Notes of the Ness Garden Society',
  'Kailyard Letters',
];
/** Words that go together, so that themes can be found. */
const themes: string[][] = [
  ['bean', 'scarlet runner', 'bean weevil', 'drying', 'pods'],
  ['bere barley', 'grey bere', 'straw', 'milling', 'sowing'],
  ['kale', 'cabbage', 'club root', 'plant-crew', 'wintering'],
  ['potato', 'blight', 'seed potato', 'storage', 'seaweed'],
  ['turnip', 'neep', 'fly', 'rotation', 'fodder'],
  ['freight', 'boats', 'packets', 'lists', 'labels'],
];
const openings = [
  'On',
  'Notes on',
  'Further notes on',
  'A trial of',
  'The keeping of',
  'Some remarks on',
  'The naming of',
  'Losses of',
];
const endings = [
  'in wet years',
  'on light soils',
  'at Ness',
  'at Tarrow',
  'by the sea',
  'under glass',
  'from saved seed',
  'in the school garden',
  'after the fire',
  'by post',
];

const pick = <T>(items: readonly T[], random: Random): T => items[random.below(items.length)];

/** A name as one or the other bulletin prints it. */
function printed(name: string, random: Random): string {
  const [first, last] = name.split(' ');
  const kind = random.below(100);
  if (kind < 55) return `${last}, ${first}`;
  if (kind < 78) return `${last}, ${first[0]}.`;
  if (kind < 92) return name;
  return kind < 97 ? `${first[0]}. ${last}` : `${last}, ${first} Jr`;
}

/** A word with a plural, a capital or a slip here and there. */
function keyword(word: string, random: Random): string {
  const kind = random.below(40);
  if (kind < 5 && /(bean|kale|potato|turnip|neep|pod)$/.test(word)) return `${word}${word.endsWith('o') ? 'es' : 's'}`;
  if (kind === 5) return word.charAt(0).toUpperCase() + word.slice(1);
  return kind === 6 && word.length > 5 ? word.slice(0, 3) + word.slice(4) : word;
}

/** 320 bulletins from 1903 to 1938, by year. */
export function makeBulletins(keepers: readonly Keeper[], random: Random): Bulletin[] {
  const writers = keepers.filter(({ role }) => role === 'botanist' || role === 'schoolteacher').slice(0, 46);
  const circle = writers.map((_, i) => i % themes.length);
  const bulletins: Bulletin[] = [];
  for (let i = 0; i < 320; i++) {
    const year = 1903 + Math.floor((i / 320) * 36);
    const lead = Math.floor(writers.length * random.unit() * random.unit());
    const theme = random.below(5) === 0 ? random.below(themes.length) : circle[lead];
    const others = writers.filter((_, w) => w !== lead && (circle[w] === circle[lead] || random.below(14) === 0));
    const count = Math.min(others.length, Math.floor(3 * random.unit() * random.unit() * 1.6));
    const authors = [writers[lead], ...Array.from({ length: count }, () => pick(others, random))];
    const words = new Set(
      Array.from({ length: 2 + random.below(3) }, () => keyword(pick(themes[theme], random), random)),
    );
    if (random.below(4) === 0) words.add(keyword(pick(themes[random.below(themes.length)], random), random));
    const cited = new Set<string>();
    for (let r = random.below(6); r > 0 && i > 12; r--) {
      // Newer and much cited ones rather than any.
      const from = bulletins[Math.floor(i * (1 - random.unit() * random.unit()))] as Bulletin | undefined;
      if (from && (random.below(4) > 0 ? [...words].some((word) => from.keywords.includes(word)) : true))
        cited.add(from.id);
    }
    bulletins.push({
      id: `B${String(i + 1).padStart(3, '0')}`,
      title: `${pick(openings, random)} ${pick(themes[theme], random)} ${pick(endings, random)}`,
      year,
      authors: [...new Set(authors)].map(({ name }) => printed(name, random)),
      keywords: [...words],
      references: [...cited],
      journal: journals[year < 1931 ? (random.below(4) === 0 ? 2 : 0) : random.below(4)],
    });
  }
  return bulletins;
}

export function bulletinsRis(bulletins: readonly Bulletin[]): string {
  const record = ({ id, title, year, authors, keywords, references, journal }: Bulletin): string =>
    [
      'TY  - JOUR',
      `ID  - ${id}`,
      `TI  - ${title}`,
      ...authors.map((author) => `AU  - ${author}`),
      `PY  - ${year}`,
      ...keywords.map((word) => `KW  - ${word}`),
      ...references.map((key) => `CR  - ${key}`),
      `JO  - ${journal}`,
      'ER  - ',
    ].join('\r\n');
  return bulletins.map(record).join('\r\n\r\n') + '\r\n';
}

const tex = (text: string): string => text.replace(/([&%#_])/g, '\\$1').replaceAll('’', "'");

export function bulletinsBibtex(bulletins: readonly Bulletin[]): string {
  const record = ({ id, title, year, authors, keywords, references, journal }: Bulletin): string =>
    [
      `@article{${id},`,
      `  title = {${tex(title)}},`,
      `  author = {${authors.map(tex).join(' and ')}},`,
      `  year = {${year}},`,
      `  keywords = {${keywords.map(tex).join(', ')}},`,
      ...(references.length ? [`  references = {${references.join(', ')}},`] : []),
      `  journal = {${tex(journal)}},`,
      '}',
    ].join('\n');
  return `% Bulletins of the Orrin Sound seed circle\n\n${bulletins.map(record).join('\n\n')}\n`;
}

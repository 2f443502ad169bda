/** What is left of a written name when one kind of difference is taken away; names with equal keys differ in that alone. */
import { own } from '../own';

/** Without regard to capitals and accents. */
export const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .replaceAll('æ', 'ae')
    .replaceAll('ð', 'd')
    .replaceAll('þ', 'th')
    .replaceAll('ł', 'l');

/** Words of a folded text, punctuation and blanks taken away. */
export const words = (text: string): string[] =>
  folded(text)
    .replace(/['’]/g, '')
    .match(/[\p{L}\p{N}]+/gu) ?? [];

/** Letters and figures alone: without punctuation, hyphens and blanks. */
export const unpunctuated = (text: string): string => words(text).join('');

/** The words in alphabetical order. */
export const sortedWords = (text: string): string => words(text).sort().join(' ');

/** The singular of an English word, as far as its ending tells. */
export function singular(word: string): string {
  if (word.length < 4 || !word.endsWith('s')) return word;
  if (/(ss|us|is)$/.test(word)) return word;
  if (word.endsWith('ies') && word.length > 4) return `${word.slice(0, -3)}y`;
  if (/(ches|shes|xes|sses|zes|toes|does)$/.test(word)) return word.slice(0, -2);
  return word.slice(0, -1);
}

/** The words in the singular, in alphabetical order. */
export const singularWords = (text: string): string => words(text).map(singular).sort().join(' ');

/** Written before or behind a name, and no part of it; by whom they can be said of. */
const titles: ReadonlyMap<string, 'any' | 'man' | 'woman'> = new Map([
  ...[
    'capt',
    'captain',
    'cpt',
    'col',
    'colonel',
    'lt',
    'lieut',
    'lieutenant',
    'sgt',
    'sergeant',
    'maj',
    'major',
    'gen',
    'general',
    'adm',
    'admiral',
    'dr',
    'doctor',
    'prof',
    'professor',
    'rev',
    'revd',
    'reverend',
    'hon',
    'honourable',
    'judge',
    'esq',
    'esquire',
    'phd',
    'md',
    'dipl',
    'ing',
    'mag',
  ].map((one) => [one, 'any'] as const),
  ...[
    'mr',
    'mister',
    'sir',
    'lord',
    'master',
    'herr',
    'hr',
    'monsieur',
    'don',
    'father',
    'fr',
    'brother',
    'pastor',
    'pater',
  ].map((one) => [one, 'man'] as const),
  ...[
    'mrs',
    'ms',
    'miss',
    'mistress',
    'lady',
    'dame',
    'frau',
    'fräulein',
    'fraulein',
    'madame',
    'mme',
    'mlle',
    'mademoiselle',
    'doña',
    'dona',
    'sister',
    'mother',
  ].map((one) => [one, 'woman'] as const),
]);

/** A name without its titles, and of whom these are said; undefined where it has none, or less than two words are left. */
export function untitled(text: string): { rest: string; of: 'any' | 'man' | 'woman' } | undefined {
  const all = words(text);
  const rest = all.filter((word) => !titles.has(word));
  if (rest.length === all.length || rest.length < 2) return undefined;
  const said = all.map((word) => titles.get(word)).filter((of) => of !== undefined);
  return { rest: rest.join(' '), of: said.find((of) => of !== 'any') ?? 'any' };
}

const abbreviations: Readonly<Record<string, string | undefined>> = {
  capt: 'captain',
  col: 'colonel',
  dr: 'doctor',
  rev: 'reverend',
  revd: 'reverend',
  prof: 'professor',
  jr: 'junior',
  jnr: 'junior',
  sr: 'senior',
  snr: 'senior',
  st: 'saint',
  mt: 'mount',
  rd: 'road',
  ave: 'avenue',
  bros: 'brothers',
  co: 'company',
  cos: 'companies',
  corp: 'corporation',
  inc: 'incorporated',
  ltd: 'limited',
  assn: 'association',
  assoc: 'association',
  soc: 'society',
  univ: 'university',
  inst: 'institute',
  dept: 'department',
  intl: 'international',
  natl: 'national',
  govt: 'government',
  j: 'journal',
  proc: 'proceedings',
  trans: 'transactions',
  bull: 'bulletin',
  ann: 'annals',
  lib: 'library',
  mus: 'museum',
  gdn: 'garden',
  gdns: 'gardens',
  nr: 'near',
  no: 'number',
  vol: 'volume',
  ed: 'edition',
  wm: 'william',
  chas: 'charles',
  jas: 'james',
  thos: 'thomas',
  geo: 'george',
  robt: 'robert',
  jno: 'john',
  alexr: 'alexander',
  saml: 'samuel',
  benj: 'benjamin',
};
const fillers = new Set(['the', 'of', 'and', 'for']);

/** Known abbreviations written out, small words left out, in their order. */
export function expandedWords(text: string): string {
  const all = words(text.replaceAll('&', ' and '));
  const rest = all.filter((word) => !fillers.has(word));
  return (rest.length > 1 ? rest : all)
    .map((word) => (Object.hasOwn(abbreviations, word) ? (own(abbreviations, word) as string) : word))
    .join(' ');
}

const generations: ReadonlyMap<string, string> = new Map([
  ['jr', 'jr'],
  ['jnr', 'jr'],
  ['junior', 'jr'],
  ['sr', 'sr'],
  ['snr', 'sr'],
  ['senior', 'sr'],
]);

/** What tells things of one name apart: the figures in their order, generations, and Roman numbers. Names that differ in them are different things. */
export function distinctions(text: string): string {
  const found: string[] = text.match(/\d+/g) ?? [];
  words(text).forEach((word, i) => {
    const generation = i > 0 ? generations.get(word) : undefined;
    if (generation) found.push(generation);
    else if (
      i > 0 &&
      /^(i{1,3}|iv|vi{0,3}|ix|xi{0,3}|xiv|xv)$/.test(word) &&
      new RegExp(`\\b${word.toUpperCase()}\\b`).test(text)
    )
      found.push(word);
  });
  return found.join(' ');
}

export interface PersonName {
  family: string;
  given: string[];
  /** Whether a given name is only an initial. */
  initials: boolean;
  /** `jr`, `iii` … where one is written. */
  generation: string;
}

const suffixes = new Set(['jr', 'sr', 'jnr', 'snr', 'junior', 'senior', 'ii', 'iii', 'iv']);

/** A person's name in its parts: `Pell, Alban J.`, `Alban J. Pell`, `A.J. Pell`. Undefined where it does not look like one. */
export function personName(text: string): PersonName | undefined {
  if (/\d/.test(text)) return undefined;
  const [before, after, more] = text.split(',');
  if (more !== undefined) return undefined;
  const parts = (part: string): string[] => words(part).filter((word) => !suffixes.has(word));
  let family: string[];
  let given: string[];
  if (after !== undefined && parts(after).length) [family, given] = [parts(before), parts(after)];
  else {
    const all = parts(before);
    family = all.slice(-1);
    given = all.slice(0, -1);
  }
  if (!family.length || !given.length || given.length > 4 || family.join('').length < 2) return undefined;
  return {
    family: family.join(' '),
    given,
    initials: given.some((name) => name.length === 1),
    generation: distinctions(text),
  };
}

/** Whether the given names of one can be those of the other: each initial begins the name in its place. */
export function compatible(short: PersonName, full: PersonName): boolean {
  if (short.family !== full.family || short.given.length > full.given.length || short.generation !== full.generation)
    return false;
  return short.given.every((name, i) =>
    name.length === 1 || full.given[i].length === 1 ? name[0] === full.given[i][0] : name === full.given[i],
  );
}

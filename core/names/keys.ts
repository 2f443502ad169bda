/** What is left of a written name when one kind of difference is taken away; names with equal keys differ in that alone. */

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

const abbreviations: Record<string, string> = {
  capt: 'captain', col: 'colonel', dr: 'doctor', rev: 'reverend', revd: 'reverend', prof: 'professor', jr: 'junior', jnr: 'junior', sr: 'senior',
  snr: 'senior', st: 'saint', mt: 'mount', rd: 'road', ave: 'avenue', bros: 'brothers', co: 'company', cos: 'companies', corp: 'corporation', inc: 'incorporated',
  ltd: 'limited', assn: 'association', assoc: 'association', soc: 'society', univ: 'university', inst: 'institute', dept: 'department', intl: 'international',
  natl: 'national', govt: 'government', j: 'journal', proc: 'proceedings', trans: 'transactions', bull: 'bulletin', ann: 'annals', lib: 'library',
  mus: 'museum', gdn: 'garden', gdns: 'gardens', nr: 'near', no: 'number', vol: 'volume', ed: 'edition', wm: 'william', chas: 'charles', jas: 'james',
  thos: 'thomas', geo: 'george', robt: 'robert', jno: 'john', alexr: 'alexander', saml: 'samuel', benj: 'benjamin',
}; // prettier-ignore
const fillers = new Set(['the', 'of', 'and', 'for', 'a', 'an']);

/** Known abbreviations written out, small words left out, in alphabetical order. */
export const expandedWords = (text: string): string =>
  words(text.replaceAll('&', ' and '))
    .filter((word) => !fillers.has(word))
    .map((word) => abbreviations[word] ?? word)
    .sort()
    .join(' ');

/** The figures in a text, in their order: names that differ in them are different things. */
export const figures = (text: string): string => (text.match(/\d+/g) ?? []).join(' ');

export interface PersonName {
  family: string;
  given: string[];
  /** Whether a given name is only an initial. */
  initials: boolean;
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
  return { family: family.join(' '), given, initials: given.some((name) => name.length === 1) };
}

/** Whether the given names of one can be those of the other: each initial begins the name in its place. */
export function compatible(short: PersonName, full: PersonName): boolean {
  if (short.family !== full.family || short.given.length > full.given.length) return false;
  return short.given.every((name, i) =>
    name.length === 1 || full.given[i].length === 1 ? name[0] === full.given[i][0] : name === full.given[i],
  );
}

/** Which names are perhaps the same, and why. */
import {
  type PersonName,
  compatible,
  distinctions,
  expandedWords,
  folded,
  personName,
  singularWords,
  sortedWords,
  unpunctuated,
  untitled,
  words,
} from './keys';
import { pairKey } from './names';
import { slips } from './slips';

export const reasons = ['case', 'punctuation', 'order', 'plural', 'title', 'abbreviation', 'initials', 'slip'] as const;
export type Reason = (typeof reasons)[number];

export const reasonTitles: Record<Reason, string> = {
  case: 'Capitals and accents',
  punctuation: 'Punctuation and blanks',
  order: 'Word order',
  plural: 'Singular and plural',
  title: 'Titles',
  abbreviation: 'Abbreviations',
  initials: 'Initials',
  slip: 'A slip of the pen',
};

export interface Named {
  form: string;
  count: number;
  /** Whether it names a record of its own: two such are never the same. */
  known?: boolean;
}

export interface Suggestion {
  from: string;
  to: string;
  reason: Reason;
  /** From 0 to 1; joined with all of its kind only from {@link sureEnough} on. */
  confidence: number;
}

export const sureEnough = 0.5;

const keys: Partial<Record<Reason, (text: string) => string>> = {
  case: folded,
  punctuation: unpunctuated,
  order: sortedWords,
  plural: singularWords,
  title: (text) => untitled(text)?.rest ?? words(text).join(' '),
  abbreviation: (text) => expandedWords(text).split(' ').sort().join(' '),
};
const surety: Record<Reason, number> = {
  case: 0.98,
  punctuation: 0.95,
  order: 0.9,
  plural: 0.85,
  title: 0.8,
  abbreviation: 0.8,
  initials: 0.8,
  slip: 0.75,
};

/** Known forms first, then the more frequent, then the one with small letters, then by letter. */
function better(a: Named, b: Named): number {
  const shouts = (text: string): number =>
    text.length > 3 && text === text.toUpperCase() && text !== text.toLowerCase() ? 1 : 0;
  return (
    Number(b.known ?? false) - Number(a.known ?? false) ||
    b.count - a.count ||
    shouts(a.form) - shouts(b.form) ||
    (a.form < b.form ? -1 : 1)
  );
}

/**
 * Suggestions for the forms, by reason, the surest first. For each kind of difference forms are sorted into blocks by a key that the difference does
 * not change; nothing is compared with everything. What was joined for a surer reason stands together for the next.
 */
export async function suggestions(
  forms: readonly Named[],
  rejected: ReadonlySet<string>,
  breathe: (share: number) => Promise<void> | void = () => undefined,
): Promise<Suggestion[]> {
  const found: Suggestion[] = [];
  /** Forms that no suggestion has taken up yet. */
  let left = forms.filter(({ form }) => form !== '');
  const people = mostlyPeople(left);
  const pairable = (from: Named, to: Named): boolean =>
    !(from.known && to.known) && !rejected.has(pairKey(from.form, to.form));
  let share = 0;
  for (const [reason, keyOf] of Object.entries(keys) as [Reason, (text: string) => string][]) {
    await breathe((share += 0.05));
    const blocks = new Map<string, Named[]>();
    for (const one of left) {
      const bare = keyOf(one.form);
      if (bare === '') continue;
      const key = `${bare}\n${distinctions(one.form)}`;
      const block = blocks.get(key);
      if (block) block.push(one);
      else blocks.set(key, [one]);
    }
    const taken = new Set<string>();
    for (const block of blocks.values()) {
      if (block.length < 2) continue;
      block.sort(better);
      for (const one of block.slice(1)) {
        const to = block.find((other) => other !== one && !taken.has(other.form) && pairable(one, other));
        if (!to || better(to, one) > 0) continue;
        taken.add(one.form);
        found.push({
          from: one.form,
          to: to.form,
          reason,
          confidence: surety[reason] - doubt(reason, one.form, to.form, people),
        });
      }
    }
    left = left.filter(({ form }) => !taken.has(form));
  }
  const short = byInitials(left, pairable);
  found.push(...short);
  const shortened = new Set(short.filter(({ confidence }) => confidence >= sureEnough).map(({ from }) => from));
  left = left.filter(({ form }) => !shortened.has(form));
  await breathe(0.35);
  found.push(...(await bySlips(left, pairable, (part) => breathe(0.35 + 0.65 * part))));
  const place = (reason: Reason): number => reasons.indexOf(reason);
  return found.sort(
    (a, b) => place(a.reason) - place(b.reason) || b.confidence - a.confidence || (a.from < b.from ? -1 : 1),
  );
}

/** How much less sure a reason is for these two forms. */
function doubt(reason: Reason, from: string, to: string, people: boolean): number {
  switch (reason) {
    case 'plural': {
      // A plural of a name in capitals is rather another family: Peter and Peters.
      const all = from.split(/\s+/);
      return all.every((word) => /^\p{Lu}/u.test(word)) && (people || all.length > 1) ? 0.45 : 0;
    }
    case 'order':
      // Two words the other way round are rather two things, unless a comma says that a family name goes first.
      return words(from).length > 2 || turned(from, to) || turned(to, from) ? 0 : 0.45;
    case 'title': {
      const [a, b] = [untitled(from)?.of ?? 'any', untitled(to)?.of ?? 'any'];
      // A woman may be called by her husband's name; a man and a woman are two.
      return a === b || (a !== 'woman' && b !== 'woman') ? 0 : 0.5;
    }
    case 'abbreviation':
      return expandedWords(from) === expandedWords(to) ? 0 : 0.4;
    default:
      return 0;
  }
}

/** Whether one is the other with the part behind a comma put first. */
function turned(a: string, b: string): boolean {
  const [before, after, more] = a.split(',');
  return after !== undefined && more === undefined && words(`${after} ${before}`).join(' ') === words(b).join(' ');
}

/** Whether most of the forms look like names of persons: two capitalised words or more. */
const mostlyPeople = (forms: readonly Named[]): boolean =>
  forms.filter(({ form }) => (form.match(/(^|[\s.,])\p{Lu}/gu) ?? []).length >= 2 && personName(form)).length * 2 >=
  forms.length;

function byInitials(forms: readonly Named[], pairable: (from: Named, to: Named) => boolean): Suggestion[] {
  const blocks = new Map<string, { one: Named; name: PersonName }[]>();
  for (const one of forms) {
    const name = personName(one.form);
    if (!name) continue;
    const key = `${name.family} ${name.given[0][0]}`;
    const block = blocks.get(key);
    if (block) block.push({ one, name });
    else blocks.set(key, [{ one, name }]);
  }
  const found: Suggestion[] = [];
  for (const block of blocks.values()) {
    for (const { one, name } of block) {
      if (!name.initials || one.known) continue;
      const fuller = block.filter(
        (other) =>
          other.one !== one &&
          other.name.given.join('').length > name.given.join('').length &&
          compatible(name, other.name) &&
          pairable(one, other.one),
      );
      if (!fuller.length) continue;
      const [to] = fuller.sort((a, b) => better(a.one, b.one));
      // Several that it could be: shown, but not joined with the others of its kind.
      const confidence = fuller.length === 1 ? surety.initials : 0.7 / fuller.length;
      found.push({
        from: one.form,
        to: to.one.form,
        reason: 'initials',
        confidence: Math.min(confidence, surety.initials),
      });
    }
  }
  return found;
}

async function bySlips(
  forms: readonly Named[],
  pairable: (from: Named, to: Named) => boolean,
  breathe: (share: number) => Promise<void> | void,
): Promise<Suggestion[]> {
  const best = new Map<string, Suggestion & { towards: Named }>();
  const uses = new Map<string, number>();
  for (const { form } of forms) for (const word of new Set(words(form))) uses.set(word, (uses.get(word) ?? 0) + 1);
  for (const { a, b, errors } of await slips(
    forms.map(({ form }) => form),
    breathe,
  )) {
    const [to, from] = better(forms[a], forms[b]) <= 0 ? [forms[a], forms[b]] : [forms[b], forms[a]];
    if (!pairable(from, to)) continue;
    const confidence = slipConfidence(from, to, errors, uses);
    if (confidence < 0.25) continue;
    const other = best.get(from.form);
    if (other && (other.confidence > confidence || (other.confidence === confidence && better(other.towards, to) <= 0)))
      continue;
    best.set(from.form, { from: from.form, to: to.form, reason: 'slip', confidence, towards: to });
  }
  return Array.from(best.values(), ({ towards: _towards, ...suggestion }) => suggestion);
}

/** Below so many letters a word with another letter is another word, and an initial another name. */
const shortWord = 4;

/**
 * Less sure for two errors, for another first letter, for short words, where both are frequent, and where the word that differs stands in other names as
 * well: a slip makes a word that nobody else has. 0 where the difference is in an initial or a word of a few letters.
 */
function slipConfidence(from: Named, to: Named, errors: 1 | 2, uses: ReadonlyMap<string, number>): number {
  let confidence = errors === 1 ? surety.slip : 0.55;
  const [a, b] = [words(from.form), words(to.form)];
  const [x, y] = [a.join(' '), b.join(' ')];
  if (x[0] !== y[0]) confidence -= 0.2;
  if (Math.max(x.length, y.length) < 6) confidence -= 0.3;
  if (Math.min(x.length, y.length) >= 10) confidence += 0.05;
  if (from.count > 3) confidence -= 0.5 * Math.min(1, from.count / Math.max(1, to.count));
  if (a.length !== b.length) return confidence;
  for (const [i, word] of a.entries()) {
    const other = b[i];
    if (word === other) continue;
    if (Math.max(word.length, other.length) < shortWord) return 0;
    if (Math.min(word.length, other.length) < shortWord) confidence -= word.length === other.length ? 0.5 : 0.4;
    const single = a.length === 1;
    if (!single && (uses.get(word) ?? 0) > 1 && (uses.get(other) ?? 0) > 1) confidence -= 0.35;
    // Anna and Anne, Hansen and Hanson: another vowel at the end of a short word is another name.
    if (
      !single &&
      Math.min(word.length, other.length) >= shortWord &&
      Math.max(word.length, other.length) < 6 &&
      word[0] === other[0]
    )
      confidence -= 0.15;
  }
  return confidence;
}

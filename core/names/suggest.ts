/** Which names are perhaps the same, and why. */
import { type PersonName, compatible, expandedWords, figures, folded, personName, singularWords, sortedWords, unpunctuated } from './keys'; // prettier-ignore
import { pairKey } from './names';
import { slips } from './slips';

export const reasons = ['case', 'punctuation', 'order', 'plural', 'abbreviation', 'initials', 'slip'] as const;
export type Reason = (typeof reasons)[number];

export const reasonTitles: Record<Reason, string> = {
  case: 'Capitals and accents',
  punctuation: 'Punctuation and blanks',
  order: 'Word order',
  plural: 'Singular and plural',
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
  abbreviation: expandedWords,
};
const surety: Record<Reason, number> = {
  case: 0.98,
  punctuation: 0.95,
  order: 0.9,
  plural: 0.85,
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
  const pairable = (from: Named, to: Named): boolean =>
    !(from.known && to.known) && !rejected.has(pairKey(from.form, to.form));
  let share = 0;
  for (const [reason, keyOf] of Object.entries(keys) as [Reason, (text: string) => string][]) {
    await breathe((share += 0.05));
    const blocks = new Map<string, Named[]>();
    for (const one of left) {
      const key = keyOf(one.form);
      if (key === '') continue;
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
        found.push({ from: one.form, to: to.form, reason, confidence: surety[reason] - personal(reason, one.form) });
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

/** A plural of a name in capitals is rather another family: Peter and Peters. */
const personal = (reason: Reason, form: string): number =>
  reason === 'plural' && form.split(/\s+/).every((word) => /^\p{Lu}/u.test(word)) ? 0.25 : 0;

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
        (other) => other.one !== one && other.name.given.join('').length > name.given.join('').length && compatible(name, other.name) && pairable(one, other.one),
      ); // prettier-ignore
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
  for (const { a, b, errors } of await slips(
    forms.map(({ form }) => form),
    breathe,
  )) {
    // prettier-ignore
    const [to, from] = better(forms[a], forms[b]) <= 0 ? [forms[a], forms[b]] : [forms[b], forms[a]];
    if (!pairable(from, to)) continue;
    const confidence = slipConfidence(from, to, errors);
    if (confidence < 0.25) continue;
    const other = best.get(from.form);
    if (other && (other.confidence > confidence || (other.confidence === confidence && better(other.towards, to) <= 0)))
      continue;
    best.set(from.form, { from: from.form, to: to.form, reason: 'slip', confidence, towards: to });
  }
  return Array.from(best.values(), ({ towards: _towards, ...suggestion }) => suggestion);
}

/** Less sure for two errors, for another first letter, for short names, and where both are frequent. */
function slipConfidence(from: Named, to: Named, errors: 1 | 2): number {
  let confidence = errors === 1 ? surety.slip : 0.55;
  const [a, b] = [folded(from.form), folded(to.form)];
  if (a[0] !== b[0]) confidence -= 0.2;
  if (Math.max(a.length, b.length) < 6) confidence -= 0.2;
  if (Math.min(a.length, b.length) >= 10) confidence += 0.05;
  if (figures(from.form) !== '') confidence -= 0.1;
  if (from.count > 3) confidence -= 0.5 * Math.min(1, from.count / Math.max(1, to.count));
  return confidence;
}

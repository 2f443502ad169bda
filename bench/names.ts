/** Suggestions of spellings, against comparing all with all. */
import { distance } from 'fastest-levenshtein';
import { suggestions } from '@/core/names';
import { type Random, seeded } from '@/core/random';
import { type Line, milliseconds } from './clock';

const letters = 'abcdefghijklmnoprstuvy';
const vowels = 'aeiou';

/** 50,000 distinct names; one in five is another's with a slip, a plural, capitals or its words turned round. */
export function manyNames(random: Random, many = 50000): string[] {
  const syllables = Array.from(
    { length: 400 },
    () => letters[random.below(letters.length)] + vowels[random.below(5)] + letters[random.below(letters.length)],
  );
  const word = (): string =>
    Array.from({ length: 1 + random.below(3) }, () => syllables[random.below(syllables.length)]).join('');
  const names = new Set<string>();
  while (names.size < many * 0.8) names.add(`${word()} ${word()}`);
  const sound = [...names];
  while (names.size < many) {
    const name = sound[random.below(sound.length)];
    const at = 1 + random.below(name.length - 1);
    names.add(
      [name.slice(0, at) + name.slice(at + 1), name.toUpperCase(), name.split(' ').reverse().join(', '), `${name}s`][
        random.below(4)
      ],
    );
  }
  return [...names];
}

export async function namesLines(): Promise<Line[]> {
  const names = manyNames(seeded(3));
  const forms = names.map((form, i) => ({ form, count: 1 + (i % 5) }));
  const ours = await milliseconds(() => suggestions(forms, new Set()), 2);
  // All pairs of a sample, each with one edit distance; the whole would take the square of the ratio as long.
  const sample = names.slice(0, 3000);
  const some = await milliseconds(() => {
    let near = 0;
    for (let i = 0; i < sample.length; i++) for (let j = 0; j < i; j++) if (distance(sample[i], sample[j]) <= 2) near++;
    return near;
  }, 1);
  const all = some * (names.length / sample.length) ** 2;
  return [
    {
      what: 'suggestions on 50,000 names',
      ours,
      against: { what: 'all pairs (by a sample of 3,000)', took: all },
      aim: '50× or more',
    },
  ];
}

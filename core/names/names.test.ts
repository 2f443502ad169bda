import fc from 'fast-check';
import { distance } from 'fastest-levenshtein';
import { type Named, pairKey, suggestions, sureEnough } from '.';
import { type Random, seeded } from '../random';
import { personName, singular } from './keys';
import { errorsBetween, slips } from './slips';
import { found } from './samples';

const named = (...forms: (string | [string, number, boolean?])[]): Named[] =>
  forms.map((one) =>
    typeof one === 'string' ? { form: one, count: 1 } : { form: one[0], count: one[1], known: one[2] },
  );

/** Persons with given and family names that are near each other, in the spellings of careless clerks. */
function madePeople(random: Random): { forms: Named[]; truth: Map<string, number> } {
  const given = [
    'Anna',
    'Anne',
    'Hanna',
    'Johanna',
    'Marie',
    'Maria',
    'Marianne',
    'Karl',
    'Karla',
    'Jens',
    'Jena',
    'Peter',
    'Petra',
    'Wilhelm',
    'Wilhelmina',
    'Søren',
    'Élise',
    'Elisa',
    'Bertil',
    'Bertilde',
    'Magnus',
    'Ingrid',
    'Ingmar',
    'Sigurd',
    'Sigrid',
    'Torvald',
    'Thea',
    'Theodor',
    'Ludvig',
    'Oline',
  ];
  const family = [
    'Hansen',
    'Hanson',
    'Jansen',
    'Petersen',
    'Pettersen',
    'Lindqvist',
    'Lindgren',
    'Bergström',
    'Bergman',
    'Aasgaard',
    'Østerby',
    'Vestergaard',
    'Norrby',
    'Sundby',
    'Holmberg',
    'Holmgren',
    'Kjeldsen',
    'Krogh',
    'Müller',
    'Möller',
    'Ravn',
    'Thorsen',
    'Torgersen',
    'Ulriksen',
    'Winther',
    'Ytterdal',
    'Zetterlund',
  ];
  const pick = <T>(list: readonly T[]): T => list[random.below(list.length)];
  const people = new Set<string>();
  while (people.size < 160) people.add(`${pick(given)} ${pick(family)}`);
  const all = [...people].map((name) => name.split(' ') as [string, string]);
  const truth = new Map<string, number>();
  const forms: Named[] = [];
  const add = (form: string, person: number, count: number): void => {
    if (truth.has(form)) return;
    truth.set(form, person);
    forms.push({ form, count });
  };
  all.forEach(([first, last], p) => add(`${first} ${last}`, p, 3 + random.below(20)));
  all.forEach(([first, last], p) => {
    const slip = (word: string): string => {
      const at = 2 + random.below(word.length - 3);
      return random.below(2)
        ? word.slice(0, at) + word.slice(at + 1)
        : word.slice(0, at) + word[at + 1] + word[at] + word.slice(at + 2);
    };
    const alone = all.filter(([a, b]) => b === last && a[0] === first[0]).length === 1;
    switch (random.below(7)) {
      case 0:
        return add(`${last}, ${first}`, p, 1);
      case 1:
        return add(`${first} ${last}`.toUpperCase(), p, 1);
      case 2:
        return alone ? add(`${first[0]}. ${last}`, p, 1) : undefined;
      case 3:
        return add(`${pick(['Dr', 'Capt.', 'Prof.'])} ${first} ${last}`, p, 1);
      case 4:
        return last.length > 6 ? add(`${first} ${slip(last)}`, p, 1) : undefined;
      case 5:
        return add(
          `${first} ${last}`
            .normalize('NFKD')
            .replace(/[\u0300-\u036f]/g, '')
            .replaceAll('ø', 'o')
            .replaceAll('Ø', 'O'),
          p,
          1,
        );
      default:
        return add(`${first}  ${last}.`, p, 1);
    }
  });
  return { forms, truth };
}

describe('what is perhaps the same', () => {
  test.each<[string, Named[], string[]]>([
    ['capitals and accents', named(['Zoë Pell', 4], 'ZOE PELL'), ['case: ZOE PELL → Zoë Pell']],
    [
      'punctuation',
      named(['scarlet runner', 9], 'scarlet-runner', 'scarlet  runner'),
      ['punctuation: scarlet  runner → scarlet runner', 'punctuation: scarlet-runner → scarlet runner'],
    ],
    ['word order', named(['oats, black', 57], ['black oats', 14]), ['order: black oats → oats, black']],
    [
      'singular and plural',
      named(['field bean', 106], ['field beans', 22], 'cherry', ['cherries', 3]),
      ['plural: cherry → cherries', 'plural: field beans → field bean'],
    ],
    [
      'initials',
      named('Alban Pell', ['A. Pell', 9], 'Pell, A.'),
      ['order: Pell, A. → A. Pell', 'initials: A. Pell → Alban Pell'],
    ],
    [
      'abbreviations',
      named(['Captain Lorne', 3], 'Capt. Lorne', ['Growers Union & Co', 4], 'The Growers Union and Company'),
      ['abbreviation: Capt. Lorne → Captain Lorne', 'abbreviation: The Growers Union and Company → Growers Union & Co'],
    ],
    [
      'letters swapped, left out, added',
      named(['field bean', 106], 'feild bean', 'field ben', 'fieeld bean'),
      ['slip: feild bean → field bean', 'slip: field ben → field bean', 'slip: fieeld bean → field bean'],
    ],
    [
      'two errors in a long name',
      named(['Sunniva Marwick', 30], 'Sunniwa Marrick'),
      ['slip: Sunniwa Marrick → Sunniva Marwick'],
    ],
    ['different figures are different things', named('Keeper 12', 'Keeper 13', 'ledger 1911', 'ledger 1912'), []],
    ['short words that differ by a letter are others', named('pea', 'tea', 'oat', 'cat'), []],
    [
      'two records of their own are two',
      named(['Petra Orde', 2, true], ['Petra Horde', 2, true], ['petra orde', 1, true]),
      [],
    ],
    [
      'the known form is preferred to the more frequent',
      named(['Alban Pell', 1, true], ['Pell, Alban', 8]),
      ['order: Pell, Alban → Alban Pell'],
    ],
    ['nothing to suggest', named('kale', 'neep', ''), []],
  ])('%s', async (_what, forms, expected) => expect((await found(forms)).sort()).toEqual([...expected].sort()));

  test.each([
    ['Mark 11-2', 'Mark 1-12'],
    ['Alban Pell Jr', 'Alban Pell Sr'],
    ['Henry II', 'Henry III'],
    ['Green Hill', 'Hill Green'],
    ['A. Pell', 'B. Pell'],
    ['J. R. Orde', 'J. P. Orde'],
    ['A. Pell Jr', 'Alban Pell Sr'],
    ['Mr Alban Pell', 'Mrs Alban Pell'],
    ['A Pell', 'The Pell'],
    ['Bank of Ness', 'Ness Bank'],
  ])('%s and %s are not among the sure ones', async (a, b) => {
    const all = await suggestions(named([a, 5], b), new Set());
    expect(all.filter(({ confidence }) => confidence >= sureEnough)).toEqual([]);
  });

  test('titles are no part of a name', async () => {
    const pairs = await found(
      named(['Alban Pell', 5], 'Capt. Alban Pell', 'Dr Alban Pell', ['Tove Wick', 2], 'Frau Tove Wick'),
    );
    expect(pairs).toEqual(
      expect.arrayContaining(['title: Capt. Alban Pell → Alban Pell', 'title: Dr Alban Pell → Alban Pell']),
    );
    const sure = (await suggestions(named(['Tove Wick', 2], 'Frau Tove Wick'), new Set())).filter(
      ({ confidence }) => confidence >= sureEnough,
    );
    expect(sure).toEqual([]);
  });

  test.each([11, 12, 13])(
    'on made lists of persons the sure ones are right, and most are found (list %d)',
    async (seed) => {
      const { forms, truth } = madePeople(seeded(seed));
      const sure = (await suggestions(forms, new Set())).filter(({ confidence }) => confidence >= sureEnough);
      const right = sure.filter(({ from, to }) => truth.get(from) === truth.get(to)).length;
      expect(right / sure.length).toBeGreaterThanOrEqual(0.97);
      // A person of k spellings takes k − 1 joins.
      const wanted = forms.length - new Set(truth.values()).size;
      expect(right / wanted).toBeGreaterThanOrEqual(0.87);
    },
  );

  test('an initial that could be several is shown, but not among the sure ones', async () => {
    const all = await suggestions(named('Alban Pell', 'Agnes Pell', 'A. Pell'), new Set());
    expect(all.filter(({ reason }) => reason === 'initials')).toMatchObject([{ from: 'A. Pell', confidence: 0.35 }]);
  });

  test('two frequent names that differ by a letter are less sure than a rare one', async () => {
    const sure = async (count: number): Promise<number> =>
      (await suggestions(named(['Hesper Corrie', 60], ['Hesper Corrye', count]), new Set()))[0]?.confidence ?? 0;
    expect(await sure(1)).toBeGreaterThan(0.6);
    expect(await sure(50)).toBeLessThan(0.5);
  });

  test('what was rejected is not suggested again', async () => {
    expect(await found(named('peas', ['pea', 3]), [pairKey('pea', 'peas')])).toEqual([]);
  });

  test('names of persons in their parts', () => {
    expect(personName('Pell, Alban J.')).toEqual({
      family: 'pell',
      given: ['alban', 'j'],
      initials: true,
      generation: '',
    });
    expect(personName('A.J. Pell Jr')).toEqual({ family: 'pell', given: ['a', 'j'], initials: true, generation: 'jr' });
    expect([personName('kale'), personName('Ward 3 B'), personName('a, b, c')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });

  test.each([
    ['peas', 'pea'],
    ['berries', 'berry'],
    ['radishes', 'radish'],
    ['potatoes', 'potato'],
    ['cress', 'cress'],
    ['crocus', 'crocus'],
    ['oats', 'oat'],
  ])('%s is %s', (many, one) => expect(singular(many)).toBe(one));

  test('every pair one error apart is found, as comparing all with all finds them', async () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'd'), minLength: 4, maxLength: 8 });
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(word, { maxLength: 40 }), async (texts) => {
        const expected = texts.flatMap((a, i) =>
          texts.slice(i + 1).flatMap((b) => (errorsBetween(a, b) === 1 ? [pairKey(a, b)] : [])),
        );
        const ours = (await slips(texts, () => undefined))
          .filter(({ errors }) => errors === 1)
          .map(({ a, b }) => pairKey(texts[a], texts[b]));
        expect(ours.sort()).toEqual(expected.sort());
      }),
      { numRuns: 60 },
    );
  });

  test('a swap of neighbours is one error, everything else is Levenshtein’s', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 6 }), fc.string({ maxLength: 6 }), (a, b) => {
        const errors = errorsBetween(a, b);
        const plain = distance(a, b);
        if (errors === undefined) expect(plain === 0 || plain > 2).toBe(true);
        else expect(errors === plain || (errors === 1 && plain === 2)).toBe(true);
      }),
    );
    expect(errorsBetween('feild', 'field')).toBe(1);
  });
});

import fc from 'fast-check';
import { type Table } from '../tables';
import { type NamesList, namedTable } from '../names';
import { atOnce } from '../measure';
import { projection } from '.';
import { edges, made, said, table, texts } from './samples';

describe('narrowing before pairs', () => {
  const words = (rows: string[][]): Table => table('papers', { words: 'list', more: 'list', year: 'date' }, rows);
  const spelled = words([['bean;kale'], ['bean;neep'], ['beans;kale'], ['beans;oat'], ['kale']]);
  const ask = (change: object = {}): object => ({ make: 'incidence', table: 'papers', right: ['words'], ...change });

  test('two spellings with 2 records each and a minimum of 3: absent before joining, there with 4 after', async () => {
    const before = await made([spelled], ask({ minRecords: 3 }));
    expect(before.network.labels).toEqual(['kale']);
    const lists: NamesList[] = [
      {
        name: 'Words',
        version: 1,
        columns: [{ table: 'papers', column: 'words' }],
        entries: { beans: 'bean' },
        rejected: [],
      },
    ];
    const after = await made([namedTable(spelled, 'papers', lists)], ask({ minRecords: 3 }));
    expect(after.network.labels).toEqual(['bean', 'kale']);
    expect(edges(after.network)).toEqual(['bean-kale:2']);
    const { labels, records, state, strength } = after.candidates;
    expect(labels.map((label, i) => `${label} ${records[i]} ${state[i]} ${strength[i]}`)).toEqual([
      'bean 4 1 2',
      'kale 3 1 2',
      'neep 1 0 0',
      'oat 1 0 0',
    ]);
  });

  test('a record with 60 authors, left out by “more than 25”, changes exactly its own pairs', async () => {
    const many = Array.from({ length: 60 }, (_, i) => `w${i}`).join(';');
    const rows = [['w0;w1'], ['w1;w2;w3'], ['w0;w1']];
    const all = (await made([words([...rows, [many]])], ask({ mostValues: 25 }))).network;
    const without = (await made([words(rows)], ask())).network;
    expect(edges(all)).toEqual(edges(without));
    const full = (await made([words([...rows, [many]])], ask())).network;
    expect(full.source).toHaveLength((60 * 59) / 2);
    expect(said(await made([words([...rows, [many]])], ask({ mostValues: 25 })))).toContain(
      '1 record with more than 25 values left out.',
    );
  });

  test('one by one, and the strongest only', async () => {
    const rows = words([['a;b;c'], ['a;b'], ['a;c;d'], ['e']]);
    expect((await made([rows], ask({ leftOut: ['a'] }))).network.labels).toEqual(['b', 'c', 'd', 'e']);
    const strong = await made([rows], ask({ strongest: 2 }));
    // Sums of pairs: a 2+1+2 = 5, b 2+1 = 3, c 2+2 = 4, d 2, e 0.
    expect([...strong.candidates.strength]).toEqual([5, 3, 4, 2, 0]);
    expect(strong.network.labels).toEqual(['a', 'c']);
    expect(said(strong)).toContain('3 nodes are not among the strongest');
  });

  test('several columns of words count as one; a word twice in a record counts once', async () => {
    const rows = words([['a;b;a', 'b;c']]);
    expect(edges((await made([rows], ask({ right: ['words', 'more'] }))).network)).toEqual(['a-b:1', 'a-c:1', 'b-c:1']);
  });

  test('first and last dates of the records; columns gathered as asked; nothing fits is a sentence', async () => {
    const rows = words([
      ['a;b', '', '1911'],
      ['a;b', 'x', '1909'],
    ]);
    const { network } = await made([rows], ask());
    expect([texts(network.edgeColumns, 'first year'), texts(network.edgeColumns, 'last year')]).toEqual([
      ['1909'],
      ['1911'],
    ]);
    const gathered = await made(
      [rows],
      ask({
        gather: [
          { column: 'more', as: 'list' },
          { column: 'year', as: 'count' },
        ],
      }),
    );
    expect(texts(gathered.network.edgeColumns, 'list more')).toEqual(['x']);
    expect(texts(gathered.network.edgeColumns, 'count year')).toEqual(['2']);
    await expect(made([rows], ask({ gather: [{ column: 'more', as: 'mean' }] }))).rejects.toThrow(
      /“more” holds no numbers/,
    );
  });

  test('nobody passes, all too large, empty: no network, and a sentence among the notes', async () => {
    const rows = words([['a;b'], ['a;c'], ['']]);
    expect(said(await made([rows], ask({ minRecords: 9 })))).toContain('No node passes.');
    expect(said(await made([rows], ask({ mostValues: 1 })))).toContain('Every record is over the limit.');
    expect(said(await made([rows], ask()))).toContain('1 record without a value left out.');
    expect((await made([words([])], ask())).network.ids).toEqual([]);
  });
});

describe('normalised weights', () => {
  // Occurrences a 3, b 2, c 2; pairs ab 2, ac 1, bc 1; sums of pairs a 3, b 3, c 2; in all 4.
  const papers = table('p', { w: 'list' }, [['a;b'], ['a;b;c'], ['a'], ['c']]);
  test.each([
    ['association strength', [(2 * 4 * 2) / 9, (2 * 4 * 1) / 6, (2 * 4 * 1) / 6]],
    ['cosine', [2 / Math.sqrt(6), 1 / Math.sqrt(6), 1 / 2]],
    ['jaccard', [2 / 3, 1 / 4, 1 / 3]],
    ['inclusion', [1, 1 / 2, 1 / 2]],
  ])('%s', async (normalise, wanted) => {
    const { network } = await made([papers], { make: 'incidence', table: 'p', right: ['w'], normalise });
    wanted.forEach((value, e) => expect(network.weight[e]).toBeCloseTo(value, 12));
    expect(texts(network.edgeColumns, 'shared')).toEqual(['2', '1', '1']);
    // A minimum reads the counts, not what they are normalised to.
    const heavy = await made([papers], { make: 'incidence', table: 'p', right: ['w'], normalise, minWeight: 2 });
    expect(heavy.network.weight).toHaveLength(1);
    expect(heavy.network.weight[0]).toBeCloseTo(wanted[0], 12);
  });
});

test('projection: the same as counting pairs one by one, in full and in fractions', async () => {
  const records = fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 8 }), { maxLength: 6 }), { maxLength: 12 });
  await fc.assert(
    fc.asyncProperty(records, fc.constantFrom('full' as const, 'fractional' as const), async (lists, counting) => {
      const offsets = Uint32Array.from([0, ...lists.map((_, i) => lists.slice(0, i + 1).flat().length)]);
      const found = await projection(
        { offsets, items: Uint32Array.from(lists.flat()) },
        9,
        { counting, minWeight: 0 },
        atOnce,
      );
      const counts = new Map<string, number>();
      for (const one of lists) {
        const sorted = [...one].sort((a, b) => a - b);
        sorted.forEach((a, i) =>
          sorted
            .slice(i + 1)
            .forEach((b) =>
              counts.set(
                `${a} ${b}`,
                (counts.get(`${a} ${b}`) ?? 0) + (counting === 'full' ? 1 : 1 / (one.length - 1)),
              ),
            ),
        );
      }
      expect(found.source).toHaveLength(counts.size);
      found.source.forEach((a, e) => {
        expect(found.weight[e]).toBeCloseTo(counts.get(`${a} ${found.target[e]}`) as number, 9);
        for (const x of found.shared.items.subarray(found.shared.offsets[e], found.shared.offsets[e + 1])) {
          expect(lists[x]).toEqual(expect.arrayContaining([a, found.target[e]]));
        }
      });
    }),
  );
});

import fc from 'fast-check';
import { type Column, type ColumnType, type Table, TableBuilder, cellText, column, rowsOf } from '../tables';
import { type Network, components } from '../graph';
import { type NamesList, namedTable } from '../names';
import { atOnce } from '../measure';
import { Fault } from '../fault';
import {
  type Made,
  type Question,
  describer,
  makeTies,
  offer,
  projection,
  questionOf,
  sampleTies,
  tieWords,
  tiesSchema,
} from '.';

function table(name: string, names: Record<string, ColumnType>, rows: string[][], identity?: string[]): Table {
  const builder = new TableBuilder(
    name,
    Object.entries(names).map(([key, type]) => ({ name: key, type })),
  );
  for (const row of rows) builder.push(row);
  return { ...builder.done(), identity };
}

const made = (tables: Table[], settings: object): Promise<Made> =>
  makeTies(tiesSchema.parse({ id: 's1', kind: 'ties', on: true, ...settings }), {
    ...atOnce,
    step: 's1',
    table(key) {
      const found = tables.find((one) => one.name === key);
      if (!found) throw new Fault(`no table ${key}`);
      return found;
    },
  });
const edges = (net: Network): string[] =>
  Array.from(net.source, (a, e) => `${net.labels[a]}-${net.labels[net.target[e]]}:${net.weight[e]}`);
const texts = (columns: readonly Column[], name: string): string[] => {
  const col = column({ columns }, name);
  return col ? Array.from({ length: rowsOf(col) }, (_, r) => cellText(col, r)) : [];
};
const behind = (net: Network, e: number): number[] =>
  net.edgeRecords
    ? [...net.edgeRecords.items.subarray(net.edgeRecords.offsets[e], net.edgeRecords.offsets[e + 1])]
    : [];
const said = ({ notes }: Made): string => notes.map(({ text }) => text).join(' ');

describe('seven people, two societies', () => {
  const rows = ['A', 'B', 'C', 'D', 'E']
    .map((p) => [p, 'first'])
    .concat(['D', 'E', 'F', 'G'].map((p) => [p, 'second']));
  const memberships = table('memberships', { person: 'text', society: 'text' }, rows);
  const ask = (change: object): object => ({
    make: 'incidence',
    table: 'memberships',
    left: ['person'],
    right: ['society'],
    ...change,
  });

  test('two-mode: nine nodes on two sides, nine ties', async () => {
    const { network } = await made([memberships], ask({ result: 'two-mode' }));
    expect(network.ids).toEqual(['A', 'B', 'C', 'D', 'E', 'F', 'G', 'first', 'second']);
    expect(network.sides).toEqual(['person', 'society']);
    expect(texts(network.nodeColumns, 'kind')).toEqual([...Array<string>(7).fill('person'), 'society', 'society']);
    expect(edges(network)).toHaveLength(9);
  });
  test('to people: 15 ties, D–E with 2', async () => {
    const { network } = await made([memberships], ask({ result: 'left' }));
    expect(edges(network)).toHaveLength(15);
    expect(edges(network).filter((one) => !one.endsWith(':1'))).toEqual(['D-E:2']);
    const de = edges(network).indexOf('D-E:2');
    expect(texts(network.edgeColumns, 'shared society')[de]).toBe('first; second');
    expect(behind(network, de).sort()).toEqual([3, 4, 5, 6]);
  });
  test('to societies: one tie of 2', async () => {
    const { network } = await made([memberships], ask({ result: 'right' }));
    expect(edges(network)).toEqual(['first-second:2']);
    expect(texts(network.edgeColumns, 'shared person')).toEqual(['D; E']);
  });
  test('fractional: each society gives each pair 1/(k − 1)', async () => {
    const { network } = await made([memberships], ask({ result: 'left', counting: 'fractional' }));
    const weight = (ends: string): number =>
      Number(
        edges(network)
          .find((one) => one.startsWith(ends))
          ?.split(':')[1],
      );
    expect(weight('A-B')).toBeCloseTo(1 / 4, 12);
    expect(weight('D-E')).toBeCloseTo(1 / 4 + 1 / 3, 12);
    expect(weight('F-G')).toBeCloseTo(1 / 3, 12);
  });
  test('a society with more members than may be ties nobody', async () => {
    const { network } = await made([memberships], ask({ result: 'left', mostRecords: 4 }));
    expect(edges(network)).toHaveLength(6);
    expect(network.ids).toHaveLength(7);
  });
  test('two-mode in fractions: each record gives 1 in all to the ties that stay', async () => {
    const meetings = table('meetings', { id: 'text', present: 'list' }, [
      ['M1', 'A; B; C'],
      ['M2', 'A; B'],
      ['M3', 'A'],
    ]);
    const two = async (minRecords: number): Promise<string[]> =>
      edges(
        (
          await made([meetings], {
            make: 'incidence',
            table: 'meetings',
            right: ['present'],
            result: 'two-mode',
            counting: 'fractional',
            label: 'id',
            minRecords,
          })
        ).network,
      );
    expect(await two(1)).toEqual([`M1-A:${1 / 3}`, `M1-B:${1 / 3}`, `M1-C:${1 / 3}`, 'M2-A:0.5', 'M2-B:0.5', 'M3-A:1']);
    expect(await two(2)).toEqual(['M1-A:0.5', 'M1-B:0.5', 'M2-A:0.5', 'M2-B:0.5', 'M3-A:1']);
  });
  test('a minimum weight that no pair reaches is said; the nodes stay', async () => {
    const found = await made([memberships], ask({ result: 'left', minWeight: 9 }));
    expect([found.network.ids.length, found.network.source.length]).toEqual([7, 0]);
    expect(said(found)).toMatch(/^No edge reaches the minimum weight/);
  });
  test('a name on both sides is two nodes', async () => {
    const odd = table('memberships', { person: 'text', society: 'text' }, [['Holm', 'Holm']]);
    const { network } = await made([odd], ask({ result: 'two-mode' }));
    expect(network.ids).toEqual(['Holm', 'Holm (society)']);
    expect(network.labels).toEqual(['Holm', 'Holm']);
  });
});

describe('references cited together', () => {
  const list = (prefix: string, n: number): string[] => Array.from({ length: n }, (_, i) => `${prefix}${i}`);
  const papers = table('papers', { id: 'text', refs: 'list' }, [
    ['P1', list('a', 40).join(';')],
    ['P2', [...list('b', 53), 'x', 'y'].join(';')],
    ['P3', [...list('c', 46), 'x', 'y'].join(';')],
  ]);
  const ask = (change: object = {}): object => ({ make: 'incidence', table: 'papers', right: ['refs'], ...change });

  test('141 nodes, 3,392 ties, one of them 2; components of 40 and 101', async () => {
    const { network } = await made([papers], ask());
    expect([network.ids.length, network.source.length]).toEqual([141, 3392]);
    expect(edges(network).filter((one) => !one.endsWith(':1'))).toEqual(['x-y:2']);
    expect([...components(network).sizes]).toEqual([101, 40]);
    expect(behind(network, edges(network).indexOf('x-y:2'))).toEqual([1, 2]);
  });
  test('only the connected part; how much it would leave out is said before', async () => {
    expect(said(await made([papers], ask()))).toContain(
      'holds 101 of 141 nodes; “only the connected part” would leave out 40',
    );
    expect((await made([papers], ask({ part: 'largest' }))).network.ids).toHaveLength(101);
  });
  test('a minimum weight, and the ties under it counted', async () => {
    const { network } = await made([papers], ask({ minWeight: 2 }));
    expect(edges(network)).toEqual(['x-y:2']);
    expect(network.ids).toHaveLength(141);
  });
  test('bibliographic coupling: the two papers that share two references', async () => {
    const { network } = await made([papers], ask({ result: 'left', label: 'id' }));
    expect(network.ids).toEqual(['P1', 'P2', 'P3']);
    expect(edges(network)).toEqual(['P2-P3:2']);
    expect(texts(network.edgeColumns, 'shared refs')).toEqual(['x; y']);
    expect(behind(network, 0)).toEqual([1, 2]);
  });
});

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

describe('direct', () => {
  const people = table(
    'people',
    { id: 'text', name: 'text', born: 'number' },
    [
      ['K1', 'Ann', '1880'],
      ['K2', 'Bo', ''],
    ],
    ['id'],
  );
  const gardens = table('gardens', { name: 'text', born: 'text', kind: 'text' }, [['Walled', 'early', 'nursery']]);
  const sent = table('sent', { from: 'text', to: 'list', packets: 'number' }, [
    ['Ann', 'Bo;Cy', '2'],
    ['Bo', 'Ann', '4'],
    ['Ann', 'Bo', '3'],
  ]);
  const ask = (change: object = {}): object => ({ table: 'sent', from: 'from', to: 'to', ...change });

  test('several values at an end make a tie each', async () => {
    expect(edges((await made([sent], ask())).network)).toEqual(['Ann-Bo:2', 'Ann-Cy:1', 'Bo-Ann:1']);
  });
  test.each([
    ['sum', ['Ann-Bo:5', 'Ann-Cy:2', 'Bo-Ann:4']],
    ['mean', ['Ann-Bo:2.5', 'Ann-Cy:2', 'Bo-Ann:4']],
    ['max', ['Ann-Bo:3', 'Ann-Cy:2', 'Bo-Ann:4']],
  ])('weight by %s', async (weightBy, wanted) => {
    expect(edges((await made([sent], ask({ weight: 'packets', weightBy }))).network)).toEqual(wanted);
  });
  test('opposite directions merged or kept', async () => {
    expect(edges((await made([sent], ask({ directed: false }))).network)).toEqual(['Ann-Bo:3', 'Ann-Cy:1']);
    expect(edges((await made([sent], ask({ directed: false, opposite: 'keep' }))).network)).toEqual([
      'Ann-Bo:2',
      'Ann-Cy:1',
      'Bo-Ann:1',
    ]);
  });
  test('a minimum of records, a minimum weight, the strongest', async () => {
    expect((await made([sent], ask({ minRecords: 2 }))).network.labels).toEqual(['Ann', 'Bo']);
    expect(edges((await made([sent], ask({ minWeight: 2 }))).network)).toEqual(['Ann-Bo:2']);
    expect((await made([sent], ask({ strongest: 2 }))).network.labels).toEqual(['Ann', 'Bo']);
  });
  test('kinds from several tables, their columns joined; columns of one name and different types become texts', async () => {
    const tended = table('tended', { keeper: 'text', garden: 'text' }, [
      ['K1', 'Walled'],
      ['Bo', 'Heath'],
    ]);
    const { network } = await made([tended, people, gardens], {
      table: 'tended',
      from: 'keeper',
      to: 'garden',
      directed: false,
      kinds: ['keeper', 'garden'],
      nodes: { table: 'people', match: 'name' },
      others: { table: 'gardens', match: 'name' },
    });
    expect(network.ids).toEqual(['K1', 'K2', 'Walled', 'Heath']);
    expect(network.sides).toEqual(['keeper', 'garden']);
    expect(texts(network.nodeColumns, 'kind')).toEqual(['keeper', 'keeper', 'garden', 'garden']);
    expect(texts(network.nodeColumns, 'born')).toEqual(['1880', '', 'early', '']);
    expect(texts(network.nodeColumns, 'kind of garden')).toEqual(['', '', 'nursery', '']);
    expect(edges(network)).toEqual(['Ann-Walled:1', 'Bo-Heath:1']);
  });
  test('ends looked up in several tables, the first that has them', async () => {
    const mixed = table('mixed', { from: 'text', to: 'text' }, [
      ['Ann', 'Walled'],
      ['Walled', 'Bo'],
    ]);
    const { network } = await made([mixed, people, gardens], {
      ...ask({ table: 'mixed' }),
      nodes: [
        { table: 'people', match: 'name', kind: 'keeper' },
        { table: 'gardens', match: 'name', kind: 'garden' },
      ],
    });
    expect(texts(network.nodeColumns, 'kind')).toEqual(['keeper', 'keeper', 'garden']);
    expect(network.sides).toBeUndefined();
    expect(edges(network)).toEqual(['Ann-Walled:1', 'Walled-Bo:1']);
  });
  test('the records in which a node stands', async () => {
    const { network } = await made([sent], ask());
    const { offsets, items } = network.nodeRecords ?? { offsets: [], items: new Uint32Array(0) };
    expect([...items.subarray(offsets[0], offsets[1])]).toEqual([0, 1, 2]);
    expect([...items.subarray(offsets[2], offsets[3])]).toEqual([0]);
  });
});

describe('who cites whom', () => {
  const papers = table(
    'papers',
    { id: 'text', doi: 'text', authors: 'list', year: 'text', title: 'text', refs: 'list' },
    [
      [
        'P1',
        'https://doi.org/10.5555/Abc.1',
        'Pell, Alban',
        '1911',
        'On grey bere and its keeping',
        'P1; P2; Oxley S. 1909, A note on neeps in peat',
      ],
      ['P2', '', 'Ragna Wick', '1908', 'Kale', 'Nobody, 1900'],
      [
        'P3',
        '',
        'Signe Oxley',
        '1909',
        'A note on neeps in peat',
        'doi:10.5555/abc.1; p2; Pell, Bere, 1911, quite another book about boats and ropes',
      ],
    ],
    ['id'],
  );
  const ask = (change: object = {}): object => ({
    make: 'citation',
    table: 'papers',
    references: 'refs',
    doi: 'doi',
    authors: 'authors',
    year: 'year',
    title: 'title',
    ...change,
  });

  test('by key, DOI, and author, year and title; the rest is listed', async () => {
    const found = await made([papers], ask({ unmatched: 'leave' }));
    expect(edges(found.network)).toEqual(['P1-P2:1', 'P1-P3:1', 'P3-P1:1', 'P3-P2:1']);
    expect(found.network.directed).toBe(true);
    expect(said(found)).toContain('3 by key, 1 by author, year and title, 1 by DOI');
    expect(said(found)).toContain('2 references are not in the table and left out.');
    expect(said(found)).toContain('1 reference of a record to itself left out.');
  });
  test('references outside become nodes where asked', async () => {
    const { network } = await made([papers], ask());
    expect(network.ids).toHaveLength(5);
    expect(texts(network.nodeColumns, 'kind').slice(3)).toEqual(['outside', 'outside']);
  });
});

test('the sides of a two-mode network are called as asked, whatever its tables are called', async () => {
  const members = table('members', { who: 'text', club: 'text' }, [['Ann', 'Bean Club']]);
  const people = table('people', { name: 'text' }, [['Ann'], ['Bo']]);
  const { network } = await made([members, people], {
    make: 'incidence',
    table: 'members',
    left: ['who'],
    right: ['club'],
    result: 'two-mode',
    kinds: ['keeper', 'society'],
    nodes: { table: 'people', match: 'name', kind: 'person' },
  });
  expect(texts(network.nodeColumns, 'kind')).toEqual(network.sides);
});

test('a table that a reference points to, one of joined names, or one called alike describes the nodes', () => {
  const keepers = {
    key: 'keepers',
    columns: [
      { name: 'id', type: 'text' as const, id: true },
      { name: 'name', type: 'text' as const },
    ],
  };
  const sent = {
    key: 'sent',
    columns: [
      { name: 'from', type: 'reference' as const, table: 'keepers', by: 'id' },
      { name: 'to', type: 'text' as const },
      { name: 'keeper', type: 'text' as const },
      { name: 'words', type: 'list' as const },
    ],
  };
  const joined = [
    {
      columns: [
        { table: 'sent', column: 'to' },
        { table: 'keepers', column: 'name' },
      ],
    },
  ];
  const of = (i: number, names: typeof joined = []): unknown =>
    describer('sent', sent.columns[i], [keepers, sent], names);
  expect(of(0)).toEqual({ table: 'keepers', match: 'id', label: 'name' });
  expect(of(1)).toBeUndefined();
  expect(of(1, joined)).toEqual({ table: 'keepers', match: 'name' });
  expect(of(2)).toEqual({ table: 'keepers', match: 'name' });
  const offered = (question: Question): unknown => offer(question, [keepers, sent], []);
  expect(offered('sent')).toMatchObject({ table: 'sent', from: 'from', to: 'to' });
  expect(offered('words')).toMatchObject({ make: 'incidence', right: ['words'], result: 'right' });
  expect(offered('cites')).toBeUndefined();
  expect(questionOf({ make: 'incidence', result: 'left', right: ['references'] })).toBe('coupled');
  expect(questionOf({ make: 'incidence', result: 'right', right: ['present'] })).toBe('together');
  expect(questionOf({ question: 'cited' })).toBe('cited');
});

test('ties in words: records, weight and years', async () => {
  const sent = table('consignments', { from: 'text', to: 'text', packets: 'number', on: 'date' }, [
    ['Alban Pell', 'Ragna Wick', '4', '1911'],
    ['Alban Pell', 'Ragna Wick', '10', '1913'],
    ['Ragna Wick', 'Alban Pell', '1', '1912'],
  ]);
  const { network } = await made([sent], { table: 'consignments', from: 'from', to: 'to', weight: 'packets' });
  expect(sampleTies(network, 10).map((e) => tieWords(network, e, 'consignments'))).toEqual([
    'Alban Pell → Ragna Wick: 2 consignments, 14 packets, 1911–1913',
    'Ragna Wick → Alban Pell: 1 consignment, 1 packets, 1912',
  ]);
});

import {} from '../tables';
import { type Question, describer, offer, questionOf, sampleTies, tieWords } from '.';
import { behind, edges, made, said, table, texts } from './samples';

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

import { type Network, network, nodeCount, subnetwork, components, coreNumbers } from '../graph';
import { type Column, cellText } from '../tables';
import { seeded } from '../random';
import { type ConditionGroup, type KeepRule, conditionWords, disparity, keepKindOf, keepRuleSchema } from '.';

const lists = [
  {
    id: 'L',
    name: 'List',
    version: 1,
    nodes: [
      { id: '1', label: '1' },
      { id: '9', label: 'gone' },
    ],
  },
];
const context = { step: 's', shortlist: (id: string) => lists.find((one) => one.id === id) ?? lists[0] };

/** Ids of the nodes and `a-b` of the edges that stay. */
function kept(net: Network, rule: object): { nodes: string[]; edges: string[] } {
  const parsed: KeepRule = keepRuleSchema.parse(rule);
  const { nodes, edges } = keepKindOf(parsed).marks(net, parsed, context);
  const part = subnetwork(net, nodes, edges);
  return { nodes: part.ids, edges: Array.from(part.source, (a, e) => `${part.ids[a]}-${part.ids[part.target[e]]}`) };
}

// 0→1→2→3 and 0→2, a loop at 3, twice 4→5 (2 each), 6 alone.
const net = network({
  nodes: 7,
  edges: [[0, 1], [1, 2], [2, 3], [0, 2], [3, 3], [4, 5], [4, 5]],
  weight: [1, 5, 1, 3, 1, 2, 2],
  directed: true,
}); // prettier-ignore
const none = network({ nodes: 0, edges: [] });
const one = network({ nodes: 1, edges: [] });

test.each([
  [{ by: 'component' }, '0123'],
  [{ by: 'component', min: 2 }, '012345'],
  [{ by: 'degree', min: 3 }, '23'],
  [{ by: 'degree', min: 0, max: 2 }, '01456'],
  [{ by: 'strength', min: 4, max: 6 }, '0145'],
  [{ by: 'core', k: 2 }, '012'],
  [{ by: 'ego', nodes: ['3'], distance: 1 }, '23'],
  [{ by: 'ego', nodes: ['3'], distance: 2, direction: 'in' }, '0123'],
  [{ by: 'ego', nodes: ['0', '3'], distance: 1 }, '0123'],
  [{ by: 'ego', nodes: ['0', '3'], distance: 1, as: 'overlap' }, '2'],
  [{ by: 'ego', nodes: ['4', 'gone'], distance: 5 }, '45'],
  [{ by: 'reach', nodes: ['1'], direction: 'out' }, '123'],
  [{ by: 'reach', nodes: ['2'], direction: 'in' }, '012'],
  [{ by: 'between', from: ['0'], to: ['3'] }, '023'],
  [{ by: 'between', from: ['0'], to: ['3'], longest: 3 }, '0123'],
  [{ by: 'between', from: ['3'], to: ['0'] }, ''],
  [{ by: 'between', from: ['3'], to: ['0'], directed: false }, '023'],
  [{ by: 'nodes', nodes: ['1', '2'] }, '12'],
  [{ by: 'nodes', nodes: ['1', '2'], leave: true }, '03456'],
  [{ by: 'shortlist', shortlist: 'L' }, '1'],
  [{ by: 'shortlist', shortlist: 'L', leave: true }, '023456'],
  [{ by: 'isolates' }, '012345'],
])('%j keeps %s', (rule, wanted) => {
  expect(kept(net, rule).nodes.join('')).toBe(wanted);
  if (!('nodes' in rule) && rule.by !== 'between') {
    expect(kept(none, rule).nodes).toEqual([]);
    expect(kept(one, rule).nodes.length).toBeLessThanOrEqual(1);
  }
});

test('chosen nodes that are not there, or none, are said', () => {
  expect(() => kept(net, { by: 'ego', nodes: [] })).toThrow(/No nodes are chosen yet/);
  expect(() => kept(net, { by: 'reach', nodes: ['gone'] })).toThrow(/None of the chosen nodes is in the network/);
});

test('edges by weight, and each node’s strongest: nodes stay', () => {
  expect(kept(net, { by: 'weight', min: 3 })).toEqual({ nodes: net.ids, edges: ['1-2', '0-2'] });
  expect(kept(net, { by: 'strongest', count: 1 }).edges).toEqual(['1-2', '2-3', '0-2', '4-5']);
});

test('a sample: so many nodes, the same for the same seed', () => {
  const take = (seed: number): string[] => kept(net, { by: 'sample', count: 3, seed }).nodes;
  expect(take(1)).toHaveLength(3);
  expect(take(1)).toEqual(take(1));
  expect(new Set([1, 2, 3, 4, 5].map((seed) => take(seed).join())).size).toBeGreaterThan(1);
  expect(kept(net, { by: 'sample', count: 99 }).nodes).toHaveLength(7);
});

test('core numbers against peeling node by node', () => {
  const random = seeded(3);
  const edges = Array.from({ length: 90 }, () => [random.below(30), random.below(30)] as const);
  const mixed = network({ nodes: 30, edges });
  const numbers = coreNumbers(mixed);
  for (let k = 1; k < 8; k++) {
    const left = new Set(mixed.ids.keys());
    for (let gone = true; gone;) {
      gone = false;
      for (const v of left) {
        const near = new Set(edges.flatMap(([a, b]) => (a === v && b !== v ? [b] : b === v && a !== v ? [a] : [])));
        if ([...near].filter((u) => left.has(u)).length < k) gone = left.delete(v) || gone;
      }
    }
    expect(Array.from(numbers.keys()).filter((v) => numbers[v] >= k)).toEqual([...left]);
  }
});

describe('the backbone', () => {
  // A star with weights 1, 1, 8 out of its centre: p of the heavy edge is (1 − 0.8)² = 0.04, of the light ones 0.81.
  const star = network({
    nodes: 4,
    edges: [
      [0, 1],
      [0, 2],
      [0, 3],
    ],
    weight: [1, 1, 8],
  });
  test('significance by hand; the leaves, with one edge, say nothing', () => {
    expect(Array.from(disparity(star), (p) => Number(p.toFixed(12)))).toEqual([0.81, 0.81, 0.04]);
    expect(kept(star, { by: 'backbone', level: 0.05 }).edges).toEqual(['0-3']);
    // Under the level, not at it: here the heavy edge's is exactly a half squared.
    const even = network({
      nodes: 4,
      edges: [
        [0, 1],
        [0, 2],
        [0, 3],
      ],
      weight: [1, 1, 2],
    });
    expect(disparity(even)[2]).toBe(0.25);
    expect(kept(even, { by: 'backbone', level: 0.25 }).edges).toEqual([]);
    expect(kept(even, { by: 'backbone', level: 0.2500001 }).edges).toEqual(['0-3']);
  });
  test('parallel edges count as one; loops are never in it; directed reads out of the source and into the target', () => {
    const doubled = network({ nodes: 4, edges: [[0, 1], [0, 2], [0, 3], [3, 0], [0, 0]], weight: [1, 1, 4, 4, 9] }); // prettier-ignore
    expect(Array.from(disparity(doubled), (p) => Number(p.toFixed(12)))).toEqual([0.81, 0.81, 0.04, 0.04, 1]);
    const directed = network({
      nodes: 4,
      edges: [
        [0, 1],
        [2, 1],
        [3, 1],
      ],
      weight: [1, 1, 8],
      directed: true,
    });
    expect(Array.from(disparity(directed), (p) => Number(p.toFixed(12)))).toEqual([0.81, 0.81, 0.04]);
  });
  test('a weight of 0 is an error that names the edge', () => {
    const bad = network({ nodes: 2, edges: [[0, 1]], weight: [0] });
    expect(() => disparity(bad)).toThrow(/weights above 0; the edge 0 – 1 has 0/);
  });
});

describe('conditions', () => {
  const columns: Column[] = [
    { type: 'text', name: 'island', codes: Int32Array.of(0, 1, 0, -1, 1, 0, 0), dictionary: ['Ness', 'Holm'] },
    { type: 'number', name: 'born', values: Float64Array.of(1870, 1880, NaN, 1890, 1900, 1910, 1920) },
    {
      type: 'list',
      name: 'words',
      offsets: Uint32Array.of(0, 1, 3, 3, 3, 3, 3, 3),
      codes: Uint32Array.of(0, 0, 1),
      dictionary: ['bean', 'kale'],
    },
    { type: 'yesno', name: 'owner', values: Int8Array.of(1, 0, -1, 1, 0, 0, 0) },
    {
      type: 'date',
      name: 'came',
      day: Float64Array.of(-21551, -21200, NaN, 0, 1, 2, 3),
      precision: Uint8Array.of(3, 3, 0, 3, 3, 3, 3),
      doubtful: new Uint8Array(7),
    },
  ];
  const held = { ...net, nodeColumns: columns };
  const where = (...rules: object[]): string =>
    kept(held, { by: 'condition', where: { match: 'all', rules } }).nodes.join('');
  test.each([
    [{ column: 'island', is: 'is', value: 'ness' }, '0256'],
    [{ column: 'island', is: 'is not', value: 'Ness' }, '134'],
    [{ column: 'island', is: 'contains', value: 'ol' }, '14'],
    [{ column: 'island', is: 'begins with', value: 'ne' }, '0256'],
    [{ column: 'island', is: 'empty' }, '3'],
    [{ column: 'island', is: 'filled' }, '012456'],
    [{ column: 'born', is: 'at least', value: '1890' }, '3456'],
    [{ column: 'born', is: 'less than', value: '1890' }, '01'],
    [{ column: 'born', is: 'between', value: '1880', to: '1900' }, '134'],
    [{ column: 'born', is: 'is', value: '1,870' }, ''],
    [{ column: 'words', is: 'is', value: 'kale' }, '1'],
    [{ column: 'words', is: 'is not', value: 'kale' }, '023456'],
    [{ column: 'words', is: 'contains', value: 'ea' }, '01'],
    [{ column: 'owner', is: 'is', value: 'yes' }, '03'],
    [{ column: 'came', is: 'before', value: '1912' }, '01'],
    [{ column: 'came', is: 'is', value: '1911' }, '1'],
    [{ column: 'came', is: 'is', value: '1970-01' }, '3456'],
    [{ column: 'came', is: 'after', value: '1970-01-02' }, '56'],
    [{ column: 'came', is: 'between', value: '1911', to: '1970-01-01' }, '13'],
    [{ about: 'degree', is: 'at least', value: '3' }, '23'],
    [{ about: 'strength', is: 'more than', value: '7' }, '2'],
    [{ about: 'name', is: 'is', value: '5' }, '5'],
    [{ about: 'shortlist', is: 'in', value: 'L' }, '1'],
    [{ about: 'shortlist', is: 'not in', value: 'L' }, '023456'],
  ])('%j: %s', (rule, wanted) => expect(where(rule)).toBe(wanted));

  test('all and any, in groups; an empty group holds for all', () => {
    const rule = (island: string): object => ({ column: 'island', is: 'is', value: island });
    expect(
      where(rule('Ness'), {
        match: 'any',
        rules: [
          { about: 'degree', is: 'at least', value: '3' },
          { column: 'owner', is: 'is', value: 'yes' },
        ],
      }),
    ).toBe('02');
    expect(where({ match: 'any', rules: [rule('Ness'), rule('Holm')] })).toBe('012456');
    expect(where()).toBe('0123456');
  });
  test('edges by condition; all nodes stay', () => {
    const { nodes, edges } = kept(net, {
      by: 'condition',
      on: 'edges',
      where: { match: 'all', rules: [{ about: 'weight', is: 'at least', value: '3' }] },
    });
    expect([nodes.length, edges]).toEqual([nodeCount(net), ['1-2', '0-2']]);
  });
  test('what cannot be compared is said', () => {
    expect(() => where({ column: 'born', is: 'at least', value: 'old' })).toThrow(/“old” is no number/);
    expect(() => where({ column: 'came', is: 'before', value: 'soon' })).toThrow(/“soon” is no date/);
    expect(() => where({ column: 'fame', is: 'is', value: 'x' })).toThrow(/no column “fame”/);
  });
  test('in words', () => {
    const group = {
      match: 'all',
      rules: [
        { about: 'column', column: 'island', is: 'is', value: 'Ness', to: '' },
        { match: 'any', rules: [{ about: 'degree', column: '', is: 'between', value: '2', to: '5' }] },
      ],
    } as ConditionGroup;
    expect(conditionWords(group)).toBe('island is Ness and (degree between 2 and 5)');
  });
});

test('components are what the largest is of', () => expect([...components(net).sizes]).toEqual([4, 2, 1]));

test('ego networks of several nodes say near whom each node lies, those near several as a class of their own', () => {
  const rule: KeepRule = keepRuleSchema.parse({ by: 'ego', nodes: ['0', '4'], distance: 1 });
  const tied = network({
    nodes: 6,
    edges: [
      [0, 1],
      [1, 4],
      [4, 5],
      [2, 3],
    ],
  });
  const { columns = [] } = keepKindOf(rule).marks(tied, rule, context);
  expect(columns.map((col) => [col.name, ...[0, 1, 2, 3, 4, 5].map((v) => cellText(col, v))])).toEqual([
    ['near', '0', 'several', '', '', '4', '4'],
  ]);
  const single: KeepRule = keepRuleSchema.parse({ by: 'ego', nodes: ['0'], distance: 1 });
  expect(keepKindOf(single).marks(tied, single, context).columns).toEqual([]);
});

test('chosen nodes with the ties between certain pairs alone', () => {
  expect(
    kept(net, {
      by: 'nodes',
      nodes: ['0', '1', '2'],
      ties: [
        ['1', '0'],
        ['1', '2'],
      ],
    }),
  ).toEqual({ nodes: ['0', '1', '2'], edges: ['0-1', '1-2'] });
});

test('chosen edges alone, each as it runs, parallel ones by their record', () => {
  const both: Network = {
    ...network({ nodes: 3, directed: true, edges: [[0, 1], [1, 0], [0, 1], [1, 2]] }), // prettier-ignore
    edgeRecords: { tables: ['t'], offsets: Uint32Array.of(0, 1, 2, 3, 4), items: Uint32Array.of(7, 8, 9, 10) },
  };
  const edges = (...ids: object[]) => keepKindOf(keepRuleSchema.parse({ by: 'nodes', nodes: ['0', '1', '2'], edges: ids })).marks(both, keepRuleSchema.parse({ by: 'nodes', nodes: ['0', '1', '2'], edges: ids }), context).edges; // prettier-ignore
  expect([...(edges({ from: '1', to: '0' }) ?? [])]).toEqual([0, 1, 0, 0]);
  expect([...(edges({ from: '0', to: '1', record: { table: 't', row: 9 } }, { from: '1', to: '2' }) ?? [])]).toEqual([0, 0, 1, 1]); // prettier-ignore
  expect([...(edges({ from: '2', to: '0' }) ?? [])]).toEqual([0, 0, 0, 0]);
});

test('what lies on walks is more than what lies on simple paths', () => {
  // 0 – 1 – 2, and 3 hangs on 1: a walk may go there and back, a path may not.
  const hanging = network({
    nodes: 4,
    edges: [
      [0, 1],
      [1, 2],
      [1, 3],
    ],
  });
  const rule = { by: 'between', from: ['0'], to: ['2'], longest: 4, directed: false };
  expect(kept(hanging, rule).nodes).toEqual(['0', '1', '2', '3']);
  expect(kept(hanging, { ...rule, simple: true }).nodes).toEqual(['0', '1', '2']);
});

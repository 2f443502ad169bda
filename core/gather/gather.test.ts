import { type Network, network, nodeCount } from '../graph';
import { ringOfCliques } from '../groups/samples';
import { atOnce } from '../measure';
import { seeded } from '../random';
import { type Column, cellText } from '../tables';
import {
  type GatherAsk,
  circleId,
  circlePath,
  circlesOf,
  fewNodes,
  gathered,
  mostCircles,
  openedOnes,
  tellingWords,
} from '.';

const ask = (more: Partial<GatherAsk> = {}): GatherAsk => ({ resolution: 1, seed: 1, open: [], ...more });
const made = async (net: Network, more: Partial<GatherAsk> = {}, words?: string): Promise<Network> =>
  gathered(net, await circlesOf(net, ask(more), atOnce), 's1', words);
const text = (name: string, values: readonly string[]): Column => {
  const dictionary = [...new Set(values)].filter((value) => value !== '');
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
const value = (net: Network, name: string, v: number): string => {
  const col = net.nodeColumns.find((one) => one.name === name);
  return col ? cellText(col, v) : 'no column';
};

/** Two triangles with a tie between them and one node beside: a b c – d e f, g. */
const two: Network = {
  ...network({
    nodes: 7,
    edges: [
      [0, 1],
      [1, 2],
      [2, 0],
      [3, 4],
      [4, 5],
      [5, 3],
      [2, 3],
      [1, 4],
      [0, 0],
    ],
    weight: [5, 1, 1, 1, 1, 4, 2, 3, 1],
  }),
  ids: ['a', 'b', 'c', 'd', 'e', 'f', 'g'],
  labels: ['Ann', 'Bob', 'Cy', 'Dot', 'Eve', 'Flo', 'Gus'],
  edgeColumns: [
    text('sure', [...Array<string>(6).fill('recorded'), 'hearsay', 'hearsay', 'recorded']),
    { type: 'number', name: 'year', values: Float64Array.of(1, 1, 1, 1, 1, 1, 1909, 1911, 1) },
  ],
  nodeColumns: [
    text('side', ['west', 'west', 'west', 'east', 'east', 'east', '']),
    text('isle', ['Ness', 'Ness', 'Ness', 'Holm', 'Ness', 'Holm', 'Holm']),
  ],
};

describe('circles of a column, worked by hand', () => {
  test('are nodes with their size, what is inside, and summed ties between them', async () => {
    const net = await made(two, { column: 'side' });
    expect(net.ids).toEqual(['◯ 1', '◯ 2', 'g']);
    expect(net.labels).toEqual(['west', 'east', 'Gus']);
    expect([...net.source, ...net.target, ...net.weight]).toEqual([0, 1, 5]);
    // Both ties between them are hearsay, of different years.
    expect(net.edgeColumns.map((col) => [col.name, cellText(col, 0)])).toEqual([
      ['sure', 'hearsay'],
      ['year', ''],
      ['ties', '2'],
    ]);
    expect([0, 1, 2].map((v) => value(net, 'members', v))).toEqual(['3', '3', '1']);
    // The loop of Ann is inside, and no pair.
    expect([0, 1, 2].map((v) => value(net, 'ties inside', v))).toEqual(['4', '3', '']);
    expect([0, 1, 2].map((v) => value(net, 'density inside', v))).toEqual(['1', '1', '']);
    // Ties inside weigh 6, 6 and 2 in the west; 5, 2 and 5 in the east.
    expect([0, 1, 2].map((v) => value(net, 'strongest', v))).toEqual(['Ann, Bob, Cy', 'Dot, Flo, Eve', '']);
    expect([0, 1, 2].map((v) => value(net, 'side', v))).toEqual(['west', 'east', '']);
    expect([0, 1, 2].map((v) => value(net, 'isle', v))).toEqual(['Ness', '', 'Holm']);
  });

  test('values that none of them has stand in no dictionary, and marks stay with theirs', async () => {
    const values = Array.from({ length: 7 }, (_, v) => `own ${v}`);
    const mark = (id: number) => ({ id, slot: id, named: false });
    const codes = Int32Array.of(5, 5, 5, 2, 2, 2, 6);
    const dictionary = Array.from({ length: 40 }, (_, i) => `value ${i}`);
    const net = await made(
      {
        ...two,
        nodeColumns: [
          ...two.nodeColumns,
          { ...text('own', values), dictionary: [...values, ...dictionary] } as Column,
          { type: 'text', name: 'group', codes, dictionary, marks: dictionary.map((_, i) => mark(i)) },
        ],
      },
      { column: 'side' },
    );
    const [own, group] = net.nodeColumns.filter(({ name }) => name === 'own' || name === 'group');
    expect(own).toMatchObject({ dictionary: ['own 6'], codes: Int32Array.of(-1, -1, 0) });
    expect(group).toMatchObject({
      dictionary: ['value 2', 'value 5', 'value 6'],
      codes: Int32Array.of(1, 0, 2),
      marks: [mark(2), mark(5), mark(6)],
    });
  });

  test('an open one shows its members, with their own ties and loops', async () => {
    const net = await made(two, { column: 'side', open: ['1'] });
    expect(net.ids).toEqual(['◯ 2', 'a', 'b', 'c', 'g']);
    const ties = Array.from(net.source, (a, e) => `${net.ids[a]}-${net.ids[net.target[e]]} ${net.weight[e]}`);
    expect(ties.sort()).toEqual(['a-a 1', 'a-b 5', 'a-c 1', 'b-c 1', '◯ 2-b 3', '◯ 2-c 2']);
    expect(value(net, 'isle', 1)).toBe('Ness');
  });

  test('of directed ties the two ways stay apart, and a pair may be tied twice', async () => {
    const directed = { ...two, directed: true };
    const net = await made(
      {
        ...directed,
        source: Uint32Array.from(directed.source, (v, e) => (e === 7 ? 4 : v)),
        target: Uint32Array.from(directed.target, (v, e) => (e === 7 ? 1 : v)),
      },
      { column: 'side' },
    );
    expect(Array.from(net.source, (a, e) => [a, net.target[e], net.weight[e]])).toEqual([
      [0, 1, 2],
      [1, 0, 3],
    ]);
    expect(value(net, 'density inside', 0)).toBe('0.5');
  });

  test('records behind what becomes one are united, each once', async () => {
    const rows = (lists: number[][]) => ({
      tables: ['t'],
      offsets: Uint32Array.from([0, ...lists.map((_, i) => lists.slice(0, i + 1).flat().length)]),
      items: Uint32Array.from(lists.flat()),
    });
    const net = await made(
      {
        ...two,
        nodeRecords: rows([[3], [1, 3], [2], [4], [4], [9], [7]]),
        edgeRecords: rows([[0], [1], [2], [3], [4], [5], [8, 6], [6], [7]]),
      },
      { column: 'side' },
    );
    expect(net.nodeRecords).toMatchObject({
      offsets: Uint32Array.of(0, 3, 5, 6),
      items: Uint32Array.of(1, 2, 3, 4, 9, 7),
    });
    expect(net.edgeRecords).toMatchObject({ offsets: Uint32Array.of(0, 2), items: Uint32Array.of(6, 8) });
  });
});

/** Communities in communities: `outer` × `inner` cliques; much more ties within the outer ones than between. */
function nested(outer: number, inner: number, size: number): Network {
  const random = seeded(3);
  const edges: [number, number][] = [];
  const n = outer * inner * size;
  for (let c = 0; c < outer * inner; c++)
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) edges.push([c * size + i, c * size + j]);
  const block = inner * size;
  for (let o = 0; o < outer; o++)
    for (let k = 0; k < 6 * block; k++)
      edges.push([o * block + Math.floor(random.unit() * block), o * block + Math.floor(random.unit() * block)]);
  for (let k = 0; k < n / 10; k++) edges.push([Math.floor(random.unit() * n), Math.floor(random.unit() * n)]);
  return network({ nodes: n, edges: edges.filter(([a, b]) => a !== b) });
}

describe('circles that are found', () => {
  const net = nested(4, 8, 20);

  test('the outer groups first, the inner ones in each, and members in these', async () => {
    const top = await circlesOf(net, ask(), atOnce);
    expect(top.closed).toHaveLength(4);
    for (const { members } of top.closed) expect(new Set([...members].map((v) => Math.floor(v / 160))).size).toBe(1);
    const opened = await circlesOf(net, ask({ open: ['1'] }), atOnce);
    const inner = opened.closed.filter(({ path }) => path.startsWith('1.'));
    expect(inner).toHaveLength(8);
    for (const { members } of inner) expect(new Set([...members].map((v) => Math.floor(v / 20))).size).toBe(1);
    const whole = await circlesOf(net, ask({ open: ['1', '1.2'] }), atOnce);
    expect([...whole.alone]).toEqual([...inner[1].members].sort((a, b) => a - b));
    expect(whole.opened.map(({ path }) => path)).toEqual(['1', '1.2']);
  });

  test('what is in a circle does not depend on which others are open, and paths that lead nowhere do no harm', async () => {
    const [one, both] = [ask({ open: ['2'] }), ask({ open: ['9.9', '3', '2'] })];
    const inTwo = ({ closed }: Awaited<ReturnType<typeof circlesOf>>) =>
      closed.filter(({ path }) => path.startsWith('2.'));
    expect(inTwo(await circlesOf(net, both, atOnce))).toEqual(inTwo(await circlesOf(net, one, atOnce)));
  });

  test('every node stands in one circle or for itself, whatever is open', async () => {
    for (const open of [[], ['1'], ['1', '1.1', '1.2'], ['1', '2', '3', '4']]) {
      const { closed, alone } = await circlesOf(net, ask({ open }), atOnce);
      const all = [...closed.flatMap(({ members }) => [...members]), ...alone].sort((a, b) => a - b);
      expect(all).toEqual(Array.from({ length: nodeCount(net) }, (_, v) => v));
      const drawn = gathered(net, { closed, alone }, 's');
      const inside = drawn.nodeColumns.find(({ name }) => name === 'ties inside');
      const within = inside?.type === 'number' ? inside.values.reduce((sum, v) => sum + (v || 0), 0) : 0;
      expect(within + drawn.weight.reduce((sum, w) => sum + w, 0)).toBe(net.source.length);
    }
  });

  test('very many groups: the smallest stand in one circle, which opens into them', async () => {
    // 80 parts of sizes 2 to 6.
    const edges: [number, number][] = [];
    let n = 0;
    for (let part = 0; part < 80; part++) {
      const size = 2 + (part % 5);
      for (let i = 1; i < size; i++) edges.push([n, n + i]);
      n += size;
    }
    const many = network({ nodes: n, edges });
    const { closed } = await circlesOf(many, ask(), atOnce);
    expect(closed).toHaveLength(mostCircles);
    expect(closed[mostCircles - 1].path).toBe('rest');
    expect(closed[mostCircles - 1].parts).toHaveLength(80 - mostCircles + 1);
    expect((await made(many)).labels[mostCircles - 1]).toBe('21 small groups');
    const open = await circlesOf(many, ask({ open: ['rest'] }), atOnce);
    expect(open.closed).toHaveLength(80);
    expect(open.closed.at(-1)?.path).toBe('rest.21');
  });

  test('a circle without groups in it opens into its nodes, however many', async () => {
    const size = fewNodes + 20;
    const whole = network({
      nodes: size,
      edges: Array.from({ length: size }, (_, i) =>
        Array.from({ length: i }, (__, j): [number, number] => [i, j]),
      ).flat(),
    });
    const { closed, alone } = await circlesOf(
      {
        ...whole,
        nodeColumns: [
          text(
            'one',
            Array.from({ length: size }, () => 'x'),
          ),
        ],
      },
      ask({ column: 'one', open: ['1'] }),
      atOnce,
    );
    expect([closed.length, alone.length]).toEqual([0, size]);
  });

  test('nothing, one node, isolates', async () => {
    expect(nodeCount(await made(network({ nodes: 0, edges: [] })))).toBe(0);
    expect((await made(network({ nodes: 1, edges: [] }))).ids).toEqual(['0']);
    expect(nodeCount(await made(network({ nodes: 3, edges: [] })))).toBe(3);
    expect((await made(ringOfCliques(3, 5))).ids).toEqual(['◯ 1', '◯ 2', '◯ 3']);
  });
});

describe('open circles', () => {
  test('are called as while they were closed, whatever they lie in', async () => {
    const net = { ...nested(4, 8, 20), labels: Array.from({ length: 640 }, (_, v) => `node ${v}`) };
    const names = async (open: string[]) => openedOnes(net, (await circlesOf(net, ask({ open }), atOnce)).opened);
    const label = async (open: string[], path: string): Promise<string> => {
      const drawn = await made(net, { open });
      return drawn.labels[drawn.ids.indexOf(circleId(path))];
    };
    const opened = await names(['1', '1.2', '3']);
    expect(opened.map(({ path, members }) => [path, members])).toEqual([
      ['1', 160],
      ['1.2', 20],
      ['3', 160],
    ]);
    expect(opened.map(({ name }) => name)).toEqual([
      await label([], '1'),
      await label(['1'], '1.2'),
      await label([], '3'),
    ]);
    expect(new Set(opened.map(({ name }) => name)).size).toBe(3);
  });

  test('have the names of a column, or the words that tell them from the rest', async () => {
    const sides = await circlesOf(two, ask({ column: 'side', open: ['1'] }), atOnce);
    expect(openedOnes(two, sides.opened)).toEqual([{ path: '1', name: 'west', members: 3 }]);
    const said = text(
      'said',
      Array.from({ length: 60 }, (_, i) => (i < 20 ? 'kale growing' : i < 40 ? 'boats' : 'peat')),
    );
    const net = { ...ringOfCliques(3, 20), nodeColumns: [said] };
    const { opened } = await circlesOf(net, ask({ open: ['1'] }), atOnce);
    expect(openedOnes(net, opened, 'said')[0].name).toMatch(/^(growing, kale|boats|peat)$/);
  });
});

test('a node that is called as a circle is not mixed up with it', async () => {
  const net = { ...two, ids: ['a', 'b', 'c', 'd', 'e', 'f', circleId('1')] };
  await expect(made(net, { column: 'side' })).rejects.toThrow(
    'A node has the id “◯ 1”, which is that of a circle. Give it another one.',
  );
});

test('ids of circles say where they lie, and no other id does', () => {
  expect(circlePath(circleId('2.rest.1'))).toBe('2.rest.1');
  expect(circlePath('circle 1')).toBeUndefined();
});

describe('telling words', () => {
  test('against a value worked by hand', () => {
    // "kale" twice here, never there; "seed" once each; n = 3 and 1, prior counts 2 and 2 of 4.
    const [here] = tellingWords(['kale seed', 'kale', 'seed'], [0, 0, 1], 2, 9);
    const z = (Math.log(4 / (3 + 4 - 4)) - Math.log(2 / (1 + 4 - 2))) / Math.sqrt(1 / 4 + 1 / 2);
    expect(z).toBeCloseTo(0.8004, 4);
    // Too little to tell anything.
    expect(here).toEqual([]);
  });

  test('words of one group come first, with their strength; those of all tell nothing', () => {
    const texts = [
      ...Array.from({ length: 40 }, (_, i) => `bere ${i % 2 ? 'kale' : 'oats'} Seed`),
      ...Array.from({ length: 60 }, () => 'seed lobster creel'),
    ];
    const found = tellingWords(
      texts,
      texts.map((_, i) => (i < 40 ? 0 : 1)),
      2,
      2,
    );
    expect(found[0].map(({ word }) => word)).toEqual(['bere', 'kale']);
    expect(found[1].map(({ word }) => word)).toEqual(['creel', 'lobster']);
    expect(found.flat().every(({ z }) => z > 1.96)).toBe(true);
  });

  test('circles are called by them', async () => {
    const words = text(
      'said',
      Array.from({ length: 60 }, (_, i) => (i < 20 ? 'kale growing' : i < 40 ? 'boats' : 'peat')),
    );
    const net = { ...ringOfCliques(3, 20), nodeColumns: [words] };
    expect((await made(net, {}, 'said')).labels.sort()).toEqual(['boats', 'growing, kale', 'peat']);
  });
});

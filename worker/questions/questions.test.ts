import { type Network, network } from '@/core/graph';
import { alone } from './question';
import { type Questions, answer } from '.';

const ask = <K extends keyof Questions>(
  kind: K,
  net: Network,
  what: Questions[K]['ask'],
): Promise<Questions[K]['answer']> => answer(kind, net, what, alone, () => undefined);

/** Two triangles and a tie between them; islands and ages. */
const net: Network = {
  ...network({ nodes: 6, edges: [[0, 1], [1, 2], [2, 0], [3, 4], [4, 5], [5, 3], [2, 3]], weight: [1, 2, 3, 1, 1, 1, 9] }), // prettier-ignore
  labels: ['Ann', 'Bo', 'Cy', 'Di', 'Ed', 'Fay'],
  nodeColumns: [
    { type: 'text', name: 'island', codes: Int32Array.of(0, 0, 0, 1, 1, 1), dictionary: ['Ness', 'Voe'] },
    { type: 'number', name: 'age', values: Float64Array.of(1, 2, 3, 4, 5, 6) },
    { type: 'number', name: 'rank', values: Float64Array.of(6, 5, 4, 3, 2, 1) },
  ],
};
const groups = { method: 'leiden', resolution: 1, seed: 1, weights: false, directed: false } as const;

test('figures of a column only where it fits, undefined ones with their reason', async () => {
  const all = await ask('figures', net, { by: 'island' });
  expect(all.external_internal.value).toBeCloseTo(-5 / 7, 12);
  expect(all.number_assortativity).toBeUndefined();
  expect((await ask('figures', net, { by: 'age' })).number_assortativity.value).toBeGreaterThan(0);
  expect((await ask('figures', network({ nodes: 2, edges: [] }), {})).transitivity).toMatchObject({
    value: null,
    why: expect.stringMatching(/two neighbours/) as string,
  });
});

test('two measures, two groupings', async () => {
  expect(await ask('relate', net, { a: 'age', b: 'rank', top: 2 })).toMatchObject({
    rho: -1,
    tau: -1,
    top: { both: [] },
    firstTop: ['5', '4'],
  });
  await expect(ask('relate', net, { a: 'age', b: 'island', top: 2 })).rejects.toThrow(/no numbers “island”/);
  expect(await ask('agreement', net, { a: 'island', b: 'age' })).toMatchObject({ rows: ['Ness', 'Voe'], left: 0 });
});

test('rows of nodes and ties, searched and sorted', async () => {
  expect([...(await ask('rows', net, { of: 'nodes', sort: 'age', descending: true }))]).toEqual([5, 4, 3, 2, 1, 0]);
  expect([...(await ask('rows', net, { of: 'nodes', search: 'ness', sort: 'rank' }))]).toEqual([2, 1, 0]);
  // Ties are found by the names of their ends.
  expect([...(await ask('rows', net, { of: 'edges', search: ' cy ' }))]).toEqual([1, 2, 6]);
  expect([...(await ask('rows', net, { of: 'edges', sort: 'gone' }))]).toHaveLength(7);
});

test('paths in words with the ties along them; ends that have left are said', async () => {
  const { rows, edges } = await ask('paths', net, {
    find: 'shortest',
    from: ['0'],
    to: ['5'],
    either: false,
    as: 'none',
  });
  expect(rows.map(({ nodes, weights }) => [nodes.map(({ label }) => label).join(' '), weights])).toEqual([
    ['Ann Cy Di Fay', [3, 9, 1]],
  ]);
  expect(edges).toEqual([2, 6, 5]);
  await expect(
    ask('paths', net, { find: 'all', from: ['gone'], to: ['5'], either: false, longest: 3 }),
  ).rejects.toThrow(/both ends/);
  expect(await ask('paths', net, { find: 'flow', from: ['0'], to: ['5'], capacities: 'weights' })).toMatchObject({
    flow: { value: 2, connectivity: 1 },
  });
  expect(await ask('paths', net, { find: 'tree', which: 'maximum' })).toMatchObject({ tree: { ties: 5, weight: 16 } });
  expect((await ask('paths', net, { find: 'cycles', either: false, longest: 6 })).rows).toHaveLength(2);
});

test('contacts of two groups, and of several against one', async () => {
  const [ness, voe] = [
    ['0', '1', '2'],
    ['3', '4', '5'],
  ];
  expect(await ask('contacts', net, { first: ness, second: voe, by: 'island' })).toMatchObject({
    direct: [{ from: 'Cy', to: 'Di', weight: 9, value: 'Voe' }],
    thirds: [],
    kinds: [{ value: 'Voe', direct: 1 }],
  });
  expect(await ask('contacts', net, { first: ['0', '1'], second: voe })).toMatchObject({
    direct: [],
    thirds: [{ label: 'Cy', first: 2, second: 1, pairs: 2 }],
  });
  expect(
    await ask('touching', net, {
      groups: [
        { name: 'Ness', nodes: ness },
        { name: 'Voe', nodes: voe },
      ],
      one: voe,
    }),
  ).toEqual([{ name: 'Ness', nodes: 3, direct: 1, thirds: 0, pairs: 0 }]);
});

test('a group is parted even where the usual resolution would leave it whole', async () => {
  const parts = await ask('parts', net, { ...groups, nodes: ['0', '1', '2'] });
  expect(new Set(Object.values(parts)).size).toBeGreaterThan(1);
  expect((await ask('aim', net, { ...groups, wanted: 2 })).groups).toBe(2);
  expect((await ask('merges', net, { ...groups, count: 2 })).merges).toHaveLength(5);
});

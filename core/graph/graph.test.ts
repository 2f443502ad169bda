import fc from 'fast-check';
import { type Column, cellText } from '../tables';
import {
  mainPart,
  type Network,
  adjacency,
  components,
  foundByName,
  network,
  nodeColumn,
  pastedNames,
  scopedName,
  simpleAdjacency,
  subnetwork,
  withColumn,
} from '.';

/** Two triangles joined, a loop, a parallel pair, an isolate: 0-1-2-0, 2-3 twice, 3-3, 4 alone. */
const mixed = (directed: boolean): Network =>
  network({
    nodes: 5,
    edges: [
      [0, 1],
      [1, 2],
      [2, 0],
      [2, 3],
      [3, 2],
      [3, 3],
    ],
    weight: [1, 2, 3, 4, 5, 6],
    directed,
  });

const rows = ({ offsets, to, weight }: ReturnType<typeof adjacency>): [number, number][][] =>
  Array.from({ length: offsets.length - 1 }, (_, v) =>
    Array.from(to.subarray(offsets[v], offsets[v + 1]), (u, k): [number, number] => [u, weight[offsets[v] + k]]),
  );

test('as it is: loops and parallel edges stand in the rows', () => {
  expect(rows(adjacency(mixed(true), 'out'))[3]).toEqual([
    [2, 5],
    [3, 6],
  ]);
  expect(rows(adjacency(mixed(true), 'in'))[3]).toEqual([
    [2, 4],
    [3, 6],
  ]);
  expect(rows(adjacency(mixed(false)))[3]).toHaveLength(4);
});

test('the simple view drops loops, merges parallel edges, sums weights and sorts', () => {
  expect(rows(simpleAdjacency(mixed(false)))).toEqual([
    [[1, 1], [2, 3]],
    [[0, 1], [2, 2]],
    [[0, 3], [1, 2], [3, 9]],
    [[2, 9]],
    [],
  ]); // prettier-ignore
  expect(rows(simpleAdjacency(mixed(true), 'out'))[2]).toEqual([
    [0, 3],
    [3, 4],
  ]);
});

test('rows are built once for a network', () => {
  const net = mixed(true);
  expect(adjacency(net, 'out')).toBe(adjacency(net, 'out'));
  expect(adjacency(net, 'out')).not.toBe(adjacency({ ...net, directed: false }, 'out'));
});

test('components by size; direction ignored', () => {
  const { of, sizes } = components(mixed(true));
  expect([...of]).toEqual([0, 0, 0, 0, 1]);
  expect([...sizes]).toEqual([4, 1]);
  expect(components(network({ nodes: 0, edges: [] })).sizes).toHaveLength(0);
});

test('the main part is the largest component where it holds at least half of the nodes and is not all', () => {
  const of = (nodes: number, ...edges: [number, number][]) => {
    const main = mainPart(network({ nodes, edges }));
    return main && [...main];
  };
  expect(of(4, [1, 2], [2, 3])).toEqual([0, 1, 1, 1]);
  expect(of(4, [0, 1], [2, 3])).toEqual([1, 1, 0, 0]);
  expect(of(3, [0, 1], [1, 2])).toBeUndefined();
  expect(of(5, [0, 1])).toBeUndefined();
  expect(of(0)).toBeUndefined();
  expect(of(1)).toBeUndefined();
});

test('components agree with reachability', () => {
  const edges = fc.array(fc.tuple(fc.nat(11), fc.nat(11)), { maxLength: 50, size: 'max' });
  fc.assert(
    fc.property(edges, (pairs) => {
      const net = network({ nodes: 12, edges: pairs, directed: true });
      const reach = Array.from({ length: 12 }, (_, v) => new Set([v]));
      for (let i = 0; i < 12; i++)
        for (const [a, b] of pairs)
          for (const set of reach) {
            if (set.has(a) || set.has(b)) set.add(a).add(b);
          }
      const { of } = components(net);
      for (let a = 0; a < 12; a++) for (let b = 0; b < 12; b++) expect(of[a] === of[b]).toBe(reach[a].has(b));
    }),
  );
});

test('a part keeps ids, columns, weights, positions and the records behind', () => {
  const net: Network = {
    ...mixed(true),
    nodeColumns: [{ type: 'number', name: 'x', values: Float64Array.of(0, 10, 20, 30, 40) }],
    edgeRecords: {
      tables: ['t'],
      offsets: Uint32Array.of(0, 1, 3, 3, 4, 5, 6),
      items: Uint32Array.of(9, 8, 7, 6, 5, 4),
    },
    positions: Float32Array.of(0, 0, 1, 1, 2, 2, 3, 3, 4, 4),
  };
  const part = subnetwork(net, Uint8Array.of(0, 1, 1, 1, 0));
  expect(part.ids).toEqual(['1', '2', '3']);
  expect([...part.source]).toEqual([0, 1, 2, 2]);
  expect([...part.target]).toEqual([1, 2, 1, 2]);
  expect([...part.weight]).toEqual([2, 4, 5, 6]);
  expect(nodeColumn(part, 'x')).toMatchObject({ values: Float64Array.of(10, 20, 30) });
  expect([...(part.positions ?? [])]).toEqual([1, 1, 2, 2, 3, 3]);
  expect([...(part.edgeRecords?.offsets ?? [])]).toEqual([0, 2, 3, 4, 5]);
  expect([...(part.edgeRecords?.items ?? [])]).toEqual([8, 7, 6, 5, 4]);
});

test('all of it is the network itself', () => {
  const net = mixed(false);
  expect(subnetwork(net, new Uint8Array(5).fill(1))).toBe(net);
});

test('a column that came with the data is never replaced; both have names that tell them apart', () => {
  const col = (value: number): Column => ({ type: 'number', name: 'degree', values: new Float64Array(5).fill(value) });
  const given = { ...mixed(false), nodeColumns: [col(1), { ...col(2), name: 'degree (given)' }] };
  const net = withColumn(withColumn(given, 'nodes', col(3), 's2'), 'nodes', col(4), 's3');
  expect(net.nodeColumns.map(({ name }) => name)).toEqual(['degree (given 2)', 'degree (given)', 'degree']);
  expect(net.nodeColumns.map((one) => cellText(one, 0))).toEqual(['1', '2', '4']);
  const smaller = subnetwork(net, Uint8Array.of(1, 1, 0, 0, 0));
  expect(smaller.nodeColumns.map((one) => scopedName(smaller, one))).toEqual([
    'degree (given 2)',
    'degree (given)',
    'degree (of 5 nodes)',
  ]);
});

test('a column replaces one of its name and says what it was computed on', () => {
  const col = { type: 'number', name: 'x', values: new Float64Array(5) } as const;
  const net = withColumn(withColumn(mixed(false), 'nodes', col, 's1'), 'nodes', col, 's2');
  expect(net.nodeColumns.map(({ computed }) => computed)).toEqual([{ step: 's2', nodes: 5, edges: 6 }]);
  expect(() => nodeColumn(net, 'y', 's3')).toThrow(/no column “y”/);
});

describe('nodes found by their names', () => {
  const labels = ['Hesper Corrie', 'Corrie', 'Ann Hesperby', 'Hesper', 'hésper vale', 'Unhesper'];
  test('the name itself first, then its beginning, then a word of it, then anywhere', () => {
    const { places, all } = foundByName(labels, 'hesper', 10);
    expect(places.map((v) => labels[v])).toEqual([
      'Hesper',
      'hésper vale',
      'Hesper Corrie',
      'Ann Hesperby',
      'Unhesper',
    ]);
    expect(all).toBe(5);
    expect(foundByName(labels, 'hesper', 2).places).toHaveLength(2);
    expect(foundByName(labels, '  ', 2)).toEqual({ places: [], all: 0 });
  });
  test('several pasted: by name or id, and those that are missing', () => {
    const ids = labels.map((_, i) => `K${i}`);
    expect(pastedNames(ids, labels, 'Corrie\nK3; nobody\tHESPER')).toEqual({ places: [1, 3], missed: ['nobody'] });
  });
});

import fc from 'fast-check';
import { type Network, edgeIdOf, network, withColumn } from '../graph';
import { among, around, edgesOf, readingTable, selected, strongest } from '.';

/** a→b 3, b→a 1, a→c 5, c→c 9, b→c 1, b→c 2; d stands alone. */
const net = (directed = true): Network => ({
  ...network({
    nodes: 4,
    directed,
    edges: [
      [0, 1],
      [1, 0],
      [0, 2],
      [2, 2],
      [1, 2],
      [1, 2],
    ],
    weight: [3, 1, 5, 9, 1, 2],
  }),
  ids: ['a', 'b', 'c', 'd'],
  edgeRecords: {
    tables: ['letters'],
    offsets: Uint32Array.of(0, 1, 2, 3, 4, 5, 6),
    items: Uint32Array.of(0, 1, 2, 3, 4, 5),
  },
});

const drawn = fc
  .record({ n: fc.integer({ min: 1, max: 12 }), pairs: fc.array(fc.tuple(fc.nat(11), fc.nat(11)), { maxLength: 40 }) })
  .map(({ n, pairs }) => network({ nodes: n, edges: pairs.map(([a, b]): [number, number] => [a % n, b % n]) }));

describe('edges at a node', () => {
  test('are those that begin or end there, ascending, a loop once', () => {
    expect([...edgesOf(net(), 2)]).toEqual([2, 3, 4, 5]);
    expect([...edgesOf(net(), 3)]).toEqual([]);
    fc.assert(
      fc.property(drawn, (one) => {
        for (let v = 0; v < one.ids.length; v++) {
          const all = Array.from(one.source.keys()).filter((e) => one.source[e] === v || one.target[e] === v);
          expect([...edgesOf(one, v)]).toEqual(all);
        }
      }),
    );
  });
});

describe('what stands out', () => {
  test('around a node: its ties and neighbours', () => {
    expect(around(net(), 0)).toEqual({ nodes: Uint8Array.of(1, 1, 1, 0), edges: Uint32Array.of(0, 1, 2) });
    expect(around(net(), 3)).toEqual({ nodes: Uint8Array.of(0, 0, 0, 1), edges: new Uint32Array(0) });
  });

  test('among nodes: every edge with both ends there', () => {
    fc.assert(
      fc.property(drawn, fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (one, marks) => {
        const nodes = Uint8Array.from(one.ids, (_, v) => (marks[v] ? 1 : 0));
        const all = Array.from(one.source.keys()).filter((e) => nodes[one.source[e]] && nodes[one.target[e]]);
        expect([...among(one, nodes)]).toEqual(all);
      }),
    );
  });

  test('two nodes with the ties among them, or with those named', () => {
    expect(selected(net(), { nodes: ['b', 'c', 'gone'] })).toEqual({
      nodes: Uint8Array.of(0, 1, 1, 0),
      edges: Uint32Array.of(3, 4, 5),
    });
    const named = selected(net(), { nodes: ['b', 'c'], edges: [edgeIdOf(net(), 5)] });
    expect([...(named?.edges ?? [])]).toEqual([5]);
  });

  test('an edge with its ends; what a record made; nothing for one node and for none', () => {
    expect(selected(net(), { nodes: [], edges: [edgeIdOf(net(), 2)] })).toEqual({
      nodes: Uint8Array.of(1, 0, 1, 0),
      edges: Uint32Array.of(2),
    });
    expect(selected(net(), { nodes: [], records: [{ table: 'letters', row: 4 }] })?.edges).toEqual(Uint32Array.of(4));
    expect(selected(net(), { nodes: ['a'] })).toBeUndefined();
    expect(selected(net(), { nodes: [] })).toBeUndefined();
    expect(selected(net(), { nodes: [], edges: [], records: [] })).toBeUndefined();
  });
});

describe('the strongest ties', () => {
  test('by weight, both directions of a pair together and opened by the heavier edge', () => {
    expect(strongest(net(), 0)).toMatchObject([
      { other: 2, weight: 5, sign: '→', edge: 2 },
      { other: 1, weight: 4, sign: '⇄', edge: 0 },
    ]);
    expect(strongest(net(), 2)).toMatchObject([
      { other: 2, weight: 9, sign: '↻', edge: 3 },
      { other: 0, weight: 5, sign: '←', edge: 2 },
      { other: 1, weight: 3, sign: '←', edge: 5 },
    ]);
  });

  test('without direction', () => {
    expect(strongest(net(false), 1).map(({ other, sign, weight }) => ({ other, sign, weight }))).toEqual([
      { other: 0, sign: '–', weight: 4 },
      { other: 2, sign: '–', weight: 3 },
    ]);
    expect(strongest(net(), 3)).toEqual([]);
  });
});

describe('nodes and edges as rows', () => {
  const named: Network = { ...net(), labels: ['Ann', 'Bo', 'Cy', 'Di'] };

  test('names first, then what was computed, then ids and what was given; a column that repeats the names is left out', () => {
    const given: Network = {
      ...named,
      nodeColumns: [
        { type: 'text', name: 'name', dictionary: named.labels, codes: Int32Array.of(0, 1, 2, 3) },
        { type: 'number', name: 'born', values: Float64Array.of(1, 2, 3, 4) },
      ],
    };
    const measured = withColumn(
      given,
      'nodes',
      { type: 'number', name: 'degree', values: Float64Array.of(3, 2, 4, 0) },
      's',
    );
    expect(readingTable(measured, 'nodes').columns.map(({ name }) => name)).toEqual(['label', 'degree', 'id', 'born']);
    expect(readingTable({ ...measured, labels: measured.ids }, 'nodes').columns.map(({ name }) => name)).not.toContain(
      'id',
    );
  });

  test('edges tell who is tied by name', () => {
    const { columns, rows } = readingTable(named, 'edges');
    expect(rows).toBe(6);
    const source = columns.find(({ name }) => name === 'source');
    expect(source?.type === 'text' && source.dictionary[source.codes[2]]).toBe('Ann');
  });
});

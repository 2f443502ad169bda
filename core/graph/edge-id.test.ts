import { type Network, edgeIdOf, edgePlaces, edgesAt, madeOf, network } from '.';

/** a→b twice (records 4 and 7 of the letters), b→a (2), b→c (records 5 and 9), and a loop at c (1). */
const made = (directed = true): Network => ({
  ...network({
    nodes: 4,
    directed,
    edges: [
      [0, 1],
      [0, 1],
      [1, 0],
      [1, 2],
      [2, 2],
    ],
  }),
  ids: ['a', 'b', 'c', 'alone'],
  edgeRecords: {
    tables: ['letters', 'visits'],
    offsets: Uint32Array.of(0, 1, 2, 3, 5, 6),
    items: Uint32Array.of(4, 7, 2, 5, 9, 1),
    from: Uint8Array.of(0, 0, 0, 0, 1, 0),
  },
  nodeRecords: { tables: ['people'], offsets: Uint32Array.of(0, 1, 2, 3, 4), items: Uint32Array.of(0, 1, 2, 3) },
});

describe('an edge is known by its ends', () => {
  test('every edge is found again by its id, parallel ones by their record', () => {
    for (const directed of [true, false]) {
      const net = made(directed);
      for (let e = 0; e < 5; e++) expect([...edgesAt(net, [edgeIdOf(net, e)])]).toEqual([e]);
    }
  });

  test('after edges before it are gone it is found at its new place', () => {
    const net = made();
    const id = edgeIdOf(net, 3);
    const after: Network = {
      ...net,
      source: Uint32Array.of(1, 2),
      target: Uint32Array.of(2, 2),
      edgeRecords: { tables: ['letters'], offsets: Uint32Array.of(0, 1, 2), items: Uint32Array.of(5, 1) },
    };
    expect([...edgesAt(after, [id])]).toEqual([0]);
    expect([...edgesAt(after, [edgeIdOf(net, 0)])]).toEqual([]);
  });

  test('an edge that stands alone between its ends is it, whatever record is behind it now', () => {
    expect([...edgesAt(made(), [{ from: 'b', to: 'c', record: { table: 'letters', row: 99 } }])]).toEqual([3]);
    expect([...edgesAt(made(), [{ from: 'a', to: 'b', record: { table: 'visits', row: 4 } }])]).toEqual([]);
    expect([...edgesAt(made(), [{ from: 'a', to: 'b' }])]).toEqual([0]);
  });

  test('the place of each in the order asked, −1 for what is gone', () => {
    const net = made();
    expect([...edgePlaces(net, [edgeIdOf(net, 4), { from: 'gone', to: 'a' }, edgeIdOf(net, 1)])]).toEqual([4, -1, 1]);
  });

  test('direction counts where edges have one, and only there', () => {
    expect([...edgesAt(made(), [{ from: 'c', to: 'b' }])]).toEqual([]);
    expect([...edgesAt(made(false), [{ from: 'c', to: 'b' }])]).toEqual([3]);
  });

  test('several at once, each once; nodes that are gone and networks without records are no trouble', () => {
    const net = made();
    expect([
      ...edgesAt(net, [edgeIdOf(net, 4), edgeIdOf(net, 1), edgeIdOf(net, 4), { from: 'gone', to: 'a' }]),
    ]).toEqual([1, 4]);
    const bare = network({ nodes: 2, edges: [[0, 1]] });
    expect(edgeIdOf(bare, 0)).toEqual({ from: '0', to: '1' });
    expect([...edgesAt(bare, [{ from: '0', to: '1', record: { table: 'letters', row: 1 } }])]).toEqual([0]);
    expect([...edgesAt(network({ nodes: 0, edges: [] }), [{ from: 'a', to: 'b' }])]).toEqual([]);
  });
});

describe('what records made', () => {
  test('their edges with both ends, and their nodes', () => {
    const { nodes, edges } = madeOf(made(), [
      { table: 'visits', row: 9 },
      { table: 'people', row: 3 },
      { table: 'letters', row: 8 },
    ]);
    expect([...edges]).toEqual([3]);
    expect([...nodes]).toEqual([0, 1, 1, 1]);
  });

  test('a row of another table of the same number is another record', () => {
    expect([...madeOf(made(), [{ table: 'letters', row: 9 }]).edges]).toEqual([]);
  });
});

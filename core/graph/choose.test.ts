import { insideLine, inverted, network, together, withNeighbours } from '.';

const net = network({
  nodes: 5,
  edges: [
    [0, 1],
    [2, 1],
    [3, 3],
  ],
  directed: true,
});

test('inverted, and with neighbours either way', () => {
  expect(inverted(net, ['1', '4', 'gone'])).toEqual(['0', '2', '3']);
  expect(withNeighbours(net, ['1'])).toEqual(['0', '1', '2']);
  expect(withNeighbours(net, ['3', '4'])).toEqual(['3', '4']);
  expect(withNeighbours(net, [])).toEqual([]);
  // Along ties in view alone.
  expect(withNeighbours(net, ['1'], new Uint8Array(net.source.length))).toEqual(['1']);
});

test('union, overlap, difference', () => {
  const lists = [
    ['a', 'b', 'c'],
    ['b', 'c', 'd'],
    ['c', 'e'],
  ];
  expect(together(lists, 'union')).toEqual(['a', 'b', 'c', 'd', 'e']);
  expect(together(lists, 'overlap')).toEqual(['c']);
  expect(together(lists, 'difference')).toEqual(['a']);
  expect(together([], 'union')).toEqual([]);
});

test('inside a drawn line, also one that is bent inwards', () => {
  // A letter U: the point between its arms is outside.
  const u = [0, 0, 10, 0, 10, 10, 7, 10, 7, 3, 3, 3, 3, 10, 0, 10];
  expect(insideLine(Float32Array.of(1, 5, 5, 5, 8, 9, 5, 1, 20, 1), u)).toEqual([0, 2, 3]);
  expect(insideLine(Float32Array.of(1, 1), [])).toEqual([]);
});

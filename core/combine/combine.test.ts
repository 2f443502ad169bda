import { type Network, network } from '../graph';
import { combined } from '.';

const ask = { by: 'id', prefer: 'this', names: ['one', 'two'] } as const;
const named = (net: Network, ...ids: string[]): Network => ({ ...net, ids, labels: ids });
const ties = ({ source, target, weight, ids }: Network): string[] =>
  Array.from(source, (a, e) => `${ids[a]}-${ids[target[e]]} ${weight[e]}`);

describe('directions', () => {
  const arrows = named(
    network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 0],
        [1, 2],
      ],
      weight: [1, 2, 4],
      directed: true,
    }),
    'a',
    'b',
    'c',
  );
  const lines = named(
    network({
      nodes: 3,
      edges: [
        [1, 0],
        [2, 1],
      ],
      weight: [8, 16],
    }),
    'a',
    'b',
    'c',
  );

  test('both with directions: opposite edges stay apart', () => {
    const { network: both } = combined(arrows, { ...lines, directed: true }, { ...ask, names: ['one', 'two'] });
    expect(both.directed).toBe(true);
    expect(ties(both).sort()).toEqual(['a-b 1', 'b-a 10', 'b-c 4', 'c-b 16']);
  });

  test.each([
    ['the first', arrows, lines],
    ['the second', lines, arrows],
  ])(
    'only %s with directions: together there are none, and an edge is the same whichever way it stands',
    (_name, one, two) => {
      const { network: both } = combined(one, two, { ...ask, names: ['one', 'two'] });
      expect(both.directed).toBe(false);
      // The two directions of a pair are parallel edges of the one network; each place is matched once.
      const weights = Array.from(both.weight).reduce((sum, w) => sum + w, 0);
      expect(weights).toBe(31);
      const pairs = new Set(
        Array.from(both.source, (a, e) => [both.ids[a], both.ids[both.target[e]]].sort().join('-')),
      );
      expect([...pairs].sort()).toEqual(['a-b', 'b-c']);
    },
  );
});

test('where each node and edge comes from, and whose value is taken', () => {
  const column = (...values: string[]) =>
    ({ type: 'text', name: 'island', dictionary: values, codes: Int32Array.from(values.keys()) }) as const;
  const one = { ...named(network({ nodes: 2, edges: [[0, 1]] }), 'a', 'b'), nodeColumns: [column('Ness', 'Holm')] };
  const two = { ...named(network({ nodes: 2, edges: [[0, 1]] }), 'b', 'c'), nodeColumns: [column('Skerry', 'Voe')] };
  const mine = combined(one, two, { ...ask, names: ['one', 'two'] });
  expect(mine.conflicts).toEqual(['b, island: Holm, Skerry']);
  expect([...mine.nodes[0]]).toEqual([0, 1, -1]);
  expect([...mine.nodes[1]]).toEqual([-1, 0, 1]);
  const [islands] = mine.network.nodeColumns;
  expect(islands.type === 'text' && Array.from(islands.codes, (code) => islands.dictionary[code])).toEqual([
    'Ness',
    'Holm',
    'Voe',
  ]);
  const theirs = combined(one, two, { ...ask, prefer: 'other', names: ['one', 'two'] });
  const [other] = theirs.network.nodeColumns;
  expect(other.type === 'text' && Array.from(other.codes, (code) => other.dictionary[code])).toEqual([
    'Ness',
    'Skerry',
    'Voe',
  ]);
});

test('nothing with nothing, and with itself', () => {
  const none = network({ nodes: 0, edges: [] });
  expect(combined(none, none, { ...ask, names: ['one', 'two'] }).network.ids).toEqual([]);
  const one = named(network({ nodes: 2, edges: [[0, 1]], weight: [3] }), 'a', 'b');
  expect(ties(combined(one, one, { ...ask, names: ['one', 'two'] }).network)).toEqual(['a-b 6']);
});

/** Parts of networks, against what was worked out by hand. */
import { edgeIdOf, network } from '../graph';
import { TableBuilder } from '../tables';
import { type Wish, fileNames, portionsOf, recordFiles, withColumns } from '.';

/** a–b–c–d in a row, a–c beside, d with a loop, e alone; two ties from a to b. */
const net = {
  ...network({
    nodes: 5,
    edges: [
      [0, 1],
      [0, 1],
      [1, 2],
      [2, 3],
      [0, 2],
      [3, 3],
    ],
    directed: true,
  }),
  ids: ['a', 'b', 'c', 'd', 'e'],
  labels: ['Ann', 'Bo', 'Cy', 'Di', 'Eva'],
  nodeColumns: [
    { type: 'text' as const, name: 'group', dictionary: ['1', '2'], codes: Int32Array.of(0, 0, 1, 1, -1) },
    { type: 'number' as const, name: 'degree', values: Float64Array.of(3, 3, 3, 3, 0) },
  ],
  edgeRecords: {
    tables: ['sent', 'other'],
    from: Uint8Array.of(0, 0, 0, 1, 0, 0),
    offsets: Uint32Array.of(0, 1, 2, 3, 4, 5, 6),
    items: Uint32Array.of(4, 0, 1, 0, 2, 3),
  },
};
const told = (wish: Wish): string[] =>
  portionsOf(net, wish).map(
    ({ name, net: part }) =>
      `${name}: ${part.labels.join(' ')} | ${Array.from(part.source, (v, e) => part.ids[v] + part.ids[part.target[e]]).join(' ')}`,
  );

test.each([
  [{ of: 'all' }, [': Ann Bo Cy Di Eva | ab ab bc cd ac dd']],
  [{ of: 'nodes', ids: ['c', 'a', 'nobody'] }, [': Ann Cy | ac']],
  [{ of: 'edges', edges: [edgeIdOf(net, 1), edgeIdOf(net, 5)] }, [': Ann Bo Di | ab dd']],
  [
    { of: 'view', nodes: Uint8Array.of(1, 1, 1, 0, 0), edges: Uint8Array.of(1, 0, 1, 1, 1, 1) },
    [': Ann Bo Cy | ab bc ac'],
  ],
  [{ of: 'values', column: 'group' }, ['1: Ann Bo | ab ab', '2: Cy Di | cd dd']],
  [
    {
      of: 'lists',
      lists: [
        { name: 'x', ids: ['d', 'e'] },
        { name: 'none', ids: ['z'] },
      ],
    },
    ['x: Di Eva | dd'],
  ],
  // All neighbours whatever the direction, with the ties among them.
  [{ of: 'ego', ids: ['b', 'e', 'z'], steps: 1 }, ['Bo: Ann Bo Cy | ab ab bc ac', 'Eva: Eva | ']],
  [{ of: 'ego', ids: ['d'], steps: 2 }, ['Di: Ann Bo Cy Di | ab ab bc cd ac dd']],
] as [Wish, string[]][])('%j', (wish, parts) => expect(told(wish)).toEqual(parts));

test.each([
  [{ of: 'nodes', ids: [] }, /Nothing of what was chosen/],
  [{ of: 'values', column: 'shoe size' }, /no column “shoe size”/],
  [{ of: 'view', nodes: new Uint8Array(4), edges: new Uint8Array(6) }, /changed meanwhile/],
  [{ of: 'ego', ids: Array.from({ length: 3000 }, (_, i) => `${i}`), steps: 1 }, /would make 3,000 files/],
] as [Wish, RegExp][])('%j is refused in a sentence', (wish, sentence) => {
  expect(() => portionsOf(net, wish)).toThrow(sentence);
});

test('an empty network is taken as it is', () => {
  const empty = network({ nodes: 0, edges: [] });
  expect(portionsOf(empty, { of: 'all' })).toEqual([{ name: '', net: empty }]);
  expect(() => portionsOf(empty, { of: 'values', column: 'group' })).toThrow(/no column/);
});

test('the columns that were chosen, in their own order', () => {
  const few = withColumns(net, { nodes: ['degree', 'none'], edges: [] });
  expect(few.nodeColumns.map(({ name }) => name)).toEqual(['degree']);
  expect(few.source).toBe(net.source);
});

test('records behind a part: each once, in the order of their table', async () => {
  const table = (key: string) => {
    const builder = new TableBuilder(key, [{ name: 'row', type: 'text' }]);
    for (let r = 0; r < 6; r++) builder.push([`${key} ${r}`]);
    return builder.done();
  };
  const [{ net: part }] = portionsOf(net, { of: 'nodes', ids: ['a', 'b', 'c'] });
  expect(await recordFiles(part, table, 'ties')).toEqual([
    { key: 'sent', csv: 'row\r\nsent 0\r\nsent 1\r\nsent 2\r\nsent 4\r\n' },
  ]);
  // A node alone has no ties; the records that it stands in are still its own.
  const nodeRecords = { tables: ['sent'], offsets: Uint32Array.of(0, 2), items: Uint32Array.of(5, 0) };
  const lone = { ...network({ nodes: 1, edges: [] }), nodeRecords };
  expect(await recordFiles(lone, table, 'ties')).toEqual([]);
  expect(await recordFiles(lone, table, 'nodes')).toEqual([{ key: 'sent', csv: 'row\r\nsent 0\r\nsent 5\r\n' }]);
  expect((await recordFiles(net, table, 'ties')).map(({ key }) => key)).toEqual(['sent', 'other']);
  expect(await recordFiles(network({ nodes: 1, edges: [] }), table, 'nodes')).toEqual([]);
});

test('names of files', () => {
  expect(fileNames(['a/b', 'A b', '', '..x', 'é種', 'x'.repeat(300)])).toEqual([
    'a b',
    'A b (2)',
    'unnamed',
    'x',
    'é種',
    'x'.repeat(100),
  ]);
});

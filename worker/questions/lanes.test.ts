import { type Network, network } from '@/core/graph';
import { type Sifting, noSifting } from '@/core/sift';
import { type Column, type Table, datePrecision } from '@/core/tables';
import { alone, answer } from '.';
import type { LanesAnswer, LanesAsk } from './lanes';

const dates = (name: string, ...days: number[]): Column => ({
  type: 'date',
  name,
  day: Float64Array.from(days),
  precision: Uint8Array.from(days, (day) => (Number.isNaN(day) ? 0 : datePrecision.day)),
  doubtful: new Uint8Array(days.length),
});
const letters: Table = {
  name: 'letters',
  rows: 5,
  columns: [
    dates('sent', 30, 10, 20, NaN, 40),
    { type: 'number', name: 'pages', values: Float64Array.of(1, 2, 3, 4, 5) },
  ],
  misfits: [],
};
const net: Network = {
  ...network({
    nodes: 5,
    directed: true,
    edges: [
      [0, 1],
      [1, 2],
      [2, 0],
      [0, 3],
    ],
  }),
  nodeColumns: [dates('born', 1, 2, 3, 4, 5), dates('died', 9, NaN, 9, 9, 9)],
  edgeRecords: { tables: ['letters'], offsets: Uint32Array.of(0, 2, 3, 4, 5), items: Uint32Array.of(0, 1, 2, 3, 4) },
};
const around = { ...alone, table: () => letters };
const ask = async (more: Partial<LanesAsk> = {}, of = net): Promise<LanesAnswer> => {
  const found = await answer(
    'lanes',
    of,
    { sifting: noSifting, order: { then: { by: 'events' } }, ...more },
    around,
    () => undefined,
  );
  if (!('events' in found)) throw new Error('no lanes');
  return found;
};

test('a lane for each node that something happened to, with its events in order', async () => {
  const found = await ask();
  expect(found.when).toEqual({ of: 'records', table: 'letters', column: 'sent' });
  expect([...found.nodes]).toEqual([0, 1, 2, 3]);
  expect([...found.events.row]).toEqual([1, 2, 0, 4]);
  expect([found.events.undated, found.left]).toEqual([1, 0]);
});

test('only the nodes that are asked for, also those without an event, and what leads elsewhere is counted', async () => {
  const found = await ask({ only: ['0', '1', '4'], order: { then: { by: 'name' } } });
  expect([...found.nodes]).toEqual([0, 1, 4]);
  expect([[...found.events.row], found.events.outside]).toEqual([[1, 0], 2]);
});

test('as the sifts leave it', async () => {
  const sifting: Sifting = {
    ...noSifting,
    sifts: [
      { id: 'a', on: true, kind: 'numbers', of: 'records', table: 'letters', column: 'pages', from: 2, to: 3 } as never,
    ],
  };
  const found = await ask({ sifting });
  expect([[...found.events.row], [...found.nodes]]).toEqual([
    [1, 2],
    [1, 0, 2],
  ]);
});

test('lives beside the lanes, and none where their columns are gone', async () => {
  const found = await ask({ life: { column: 'born', until: 'died' } });
  expect(found.lives).toEqual([{ column: 'born', until: 'died' }]);
  expect([[...(found.life?.from ?? [])], [...(found.life?.until ?? [])]]).toEqual([
    [1, 2, 3, 4],
    [10, Infinity, 10, 10],
  ]);
  expect((await ask({ life: { column: 'born', until: 'gone' } })).life).toBeUndefined();
});

test('things with a time of their own cross the lanes of those tied to them', async () => {
  const meetings: Network = {
    ...network({
      nodes: 4,
      edges: [
        [0, 2],
        [1, 2],
        [1, 3],
      ],
    }),
    sides: ['keeper', 'meeting'],
    nodeColumns: [dates('held', NaN, NaN, 70, 60)],
  };
  const found = await ask({}, meetings);
  expect(found.when).toEqual({ of: 'nodes', column: 'held' });
  expect([[...found.nodes], [...found.events.row]]).toEqual([
    [1, 0],
    [3, 2],
  ]);
});

test('where nothing says when, that is the answer; a column or a table that is gone is told', async () => {
  const bare = network({ nodes: 2, edges: [[0, 1]] });
  const never = await answer(
    'lanes',
    bare,
    { sifting: noSifting, order: { then: { by: 'name' } } },
    around,
    () => undefined,
  );
  expect(never).toEqual({ never: true });
  await expect(ask({ when: { of: 'records', table: 'letters', column: 'received' } })).rejects.toThrow(
    /no column “received”/,
  );
  await expect(ask({ when: { of: 'records', table: 'others', column: 'sent' } })).rejects.toThrow(
    /no longer rest on the table/,
  );
});

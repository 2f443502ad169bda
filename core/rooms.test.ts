/** What CONTRIBUTING.md shows is enough: something new is a file of its own and a line in its registry, and everything else takes it from there. */
import * as z from 'zod';
import { network } from './graph';
import type { Channel } from './style/channel';
import type { Layout } from './arrange/layout';
import type { WrittenFormat } from './formats/write/format';

const mockRing = z.object({
  radius: z
    .number()
    .min(1)
    .max(900)
    .default(100)
    .meta({ title: 'Radius', slide: [1, 300, 1] }),
});
const mockArc: Layout<'arc', typeof mockRing> = {
  key: 'arc',
  title: 'Arc',
  help: 'All nodes on one arc, in their order.',
  schema: mockRing,
  summary: ({ radius }) => `arc of ${radius}`,
  needs: (net) =>
    net.ids.length > 500 ? 'An arc of more than 500 nodes cannot be read. Narrow the network.' : undefined,
  place: (net, { radius }) =>
    Promise.resolve(
      Float32Array.from(
        { length: 2 * net.ids.length },
        (_, i) => radius * [Math.cos, Math.sin][i % 2]((Math.PI * (i >> 1)) / net.ids.length),
      ),
    ),
};
jest.mock('./arrange/registry', () => {
  const actual = jest.requireActual<{ layouts: object }>('./arrange/registry');
  return { layouts: { ...actual.layouts, arc: mockArc } };
});

const mockHalo = z
  .discriminatedUnion('by', [
    z.object({
      by: z.literal('all').meta({ title: 'one for all' }),
      width: z.number().min(0).max(20).meta({ title: 'Width', first: 0 }),
    }),
    z.object({
      by: z.literal('amount').meta({ title: 'by amount' }),
      column: z.string().meta({ title: 'Column', column: { of: 'nodes', as: 'amount', wish: 'degree' } }),
    }),
  ])
  .default({ by: 'all', width: 0 });
const mockChannel: Channel<typeof mockHalo> = {
  whose: 'nodes',
  title: 'Halo',
  schema: mockHalo,
  turn: 35,
  columns: (rule) => (rule.by === 'amount' ? [{ of: 'nodes', name: rule.column, at: 'column' }] : []),
  fill(net, rule, looks) {
    Object.assign(looks, { halo: new Float32Array(net.ids.length).fill(rule.by === 'all' ? rule.width : 3) });
    return rule.by === 'all' ? [] : [{ kind: 'sizes', title: 'Halo', low: '0', high: '1', min: 0, max: 3 }];
  },
};
jest.mock('./style/channels', () => {
  const actual = jest.requireActual<{ channels: object }>('./style/channels');
  return { channels: { ...actual.channels, halo: mockChannel } };
});

const net = {
  ...network({
    nodes: 4,
    edges: [
      [0, 1],
      [1, 2],
    ],
  }),
  nodeColumns: [{ type: 'number' as const, name: 'degree', values: Float64Array.of(1, 2, 1, 0) }],
};
const table = {
  name: 'ties',
  rows: 2,
  columns: ['from', 'to'].map((name, i) => ({
    type: 'text' as const,
    name,
    dictionary: ['a', 'b', 'c'],
    codes: Int32Array.of(i, i + 1),
  })),
  misfits: [],
};

test('a layout: trails hold it, run it, say it; its settings make a form', async () => {
  const { layouts } = await import('./arrange');
  const { fieldsOf } = await import('./settings');
  const { readTrail, runTrail, sourceOf, stored, summaryOf } = await import('./trail');
  const steps = [
    { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
    { id: 's2', kind: 'arrange', on: true, method: 'arc', settings: { radius: 50 } },
  ];
  const trail = readTrail({ version: 2, steps });
  expect(readTrail(JSON.parse(JSON.stringify(stored(trail))))).toEqual(trail);
  expect(summaryOf(trail.steps[1])).toBe('arc of 50');
  const { state, reports } = await runTrail(
    sourceOf([{ key: 'ties', version: '1' }], () => table),
    trail,
  );
  expect(reports[1]).toMatchObject({ result: 'settled' });
  const at = state?.network.positions ?? [];
  for (let v = 0; 2 * v < at.length; v++) expect(Math.hypot(at[2 * v], at[2 * v + 1])).toBeCloseTo(50, 3);
  const { arc } = layouts as unknown as { arc: Layout };
  expect(fieldsOf(arc.schema)).toEqual([{ key: 'radius', kind: 'slide', title: 'Radius', from: 1, to: 300, step: 1 }]);
  expect(() => readTrail({ version: 2, steps: [steps[0], { ...steps[1], settings: { radius: 0 } }] })).toThrow(
    /settings\.radius/,
  );
});

test('what a layout lacks is told at its step', async () => {
  const { stepKinds } = await import('./trail');
  const large = network({ nodes: 501, edges: [] });
  const run = stepKinds.arrange.run as unknown as (state: object, step: object, context: object) => Promise<unknown>;
  const step = { id: 's2', kind: 'arrange', on: true, method: 'arc', settings: { radius: 50 }, placed: {} };
  await expect(run({ network: large }, step, { step: 's2' })).rejects.toThrow(/more than 500 nodes/);
});

test('a channel: styles hold it, looks are filled by it, the legend and the editor have it', async () => {
  const { channelEntries, dress, plainStyle, rulesIn, withoutMissing } = await import('./style');
  const { waysOf } = await import('./settings');
  expect(plainStyle).toMatchObject({ halo: { by: 'all', width: 0 } });
  const style = { ...plainStyle, halo: { by: 'amount', column: 'degree' } } as typeof plainStyle;
  const looks = dress(net, style);
  expect(looks).toMatchObject({ halo: new Float32Array(4).fill(3) });
  expect(looks.legend.map(({ title }) => title)).toEqual(['Halo']);
  expect(rulesIn(style)).toBe(1);
  expect(withoutMissing(style, () => false)).toEqual(plainStyle);
  const [, channel] = channelEntries.find(([key]) => (key as string) === 'halo') ?? [];
  const [all, amount] = (channel && waysOf(channel.schema)) ?? [];
  expect([all.title, amount.title]).toEqual(['one for all', 'by amount']);
  expect(amount.begin(() => ['born', 'degree'])).toEqual({ by: 'amount', column: 'degree' });
});

test('a channel’s columns follow when a column of a table gets another name', async () => {
  const { readTrail } = await import('./trail');
  const { withColumns, stepsThatRead } = await import('./trail/columns');
  const trail = readTrail({
    version: 2,
    steps: [
      {
        id: 's1',
        kind: 'ties',
        on: true,
        table: 'ties',
        from: 'from',
        to: 'to',
        nodes: { table: 'people', match: 'name' },
      },
      { id: 's2', kind: 'style', on: true, halo: { by: 'amount', column: 'born' } },
    ],
  });
  expect(withColumns(trail, 'people', (name) => `${name} in`).steps[1]).toMatchObject({ halo: { column: 'born in' } });
  expect(stepsThatRead(trail, 'people', 'born')).toEqual(['Style']);
});

test('a written format is taken from its registry by all who write', async () => {
  const { writtenFormat, writtenFormats } = await import('./formats/write/registry');
  const files = await Promise.all(
    writtenFormats.map(async (format: WrittenFormat) => [format.file, (await format.write(net)).length] as const),
  );
  expect(files.map(([file]) => file)).toEqual([
    'nodes.csv',
    'edges.csv',
    'network.xlsx',
    'network.graphml',
    'network.json',
    'network.ndjson',
  ]);
  for (const [, length] of files) expect(length).toBeGreaterThan(20);
  expect(new Set(writtenFormats.map(({ key }) => key)).size).toBe(writtenFormats.length);
  expect(writtenFormat('nodes')?.type).toBe('text/csv');
  expect(writtenFormat('constructor')).toBeUndefined();
});

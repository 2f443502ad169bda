import { strFromU8, unzipSync } from 'fflate';
import { TableBuilder } from '@/core/tables';
import { toArrow } from '@/core/formats';
import { type StepReport, stepKinds, trailSchema } from '@/core/trail';
import type { Network } from '@/core/graph';
import { frameOf } from '@/core/scene';
import type { Looks } from '@/core/style';
import { type Drawn, unpack } from './parcel';
import type { Result } from './protocol';
import { TrailRunner } from './trail-runner';

const builder = new TableBuilder('ties', [
  { name: 'from', type: 'text' },
  { name: 'to', type: 'text' },
]);
for (let i = 0; i < 300; i++) builder.push([`n${i % 97}`, `n${(i * 31) % 89}`]);
let table: Uint8Array;
beforeAll(async () => {
  table = await toArrow(builder.done());
});

let asked: string[];
let study = 0;
beforeEach(() => {
  asked = [];
  study++;
  globalThis.fetch = ((address: string) => {
    asked.push(address);
    return Promise.resolve(
      address.includes('/tables/')
        ? new Response(table as Uint8Array<ArrayBuffer>)
        : Response.json({}, { status: 404 }),
    );
  }) as typeof fetch;
});

const trail = (change: object = {}, iterations = 60) =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'arrange', on: true, method: 'force', settings: { iterations } },
      { id: 's3', kind: 'style', on: true, ...change },
    ],
  });

function opened(layout: string | null = null) {
  const runner = new TrailRunner();
  runner.open({
    study: `s${study}`,
    network: 'n',
    layout,
    names: [],
    shortlists: [],
    networks: [],
    tables: [{ key: 'ties', name: 'Ties', version: 1, rows: 300, columns: [] }],
  });
  /** What the page has of each result: the network where it is another one than before. */
  const results: (Result & { network?: Network; looks?: Looks; main?: Uint8Array })[] = [];
  let held: Drawn | undefined;
  const reports: StepReport[] = [];
  let positions = 0;
  const listener = {
    progress: () => undefined,
    away: () => undefined,
    texts: () => undefined,
    report: (one: StepReport) => void reports.push(one),
    result(one: Result): void {
      const next = one.parcel ? unpack(one.parcel, held) : undefined;
      results.push({
        ...one,
        network: next?.network === held?.network ? undefined : next?.network,
        looks: next?.looks,
        main: next?.main,
      });
      held = next ?? held;
    },
    positions: () => void positions++,
  };
  return { runner, results, reports, listener, streamed: () => positions };
}

test('a stand-in comes first, then the settled network; edits of the style send no network again', async () => {
  const { runner, results, listener } = opened();
  expect(await runner.run(trail(), listener)).toBe('done');
  expect(results.map(({ partial }) => partial)).toEqual([true, true, false]);
  // The picture waits for no figures: they are told right after it.
  expect(results.map(({ network, figures }) => [network?.ids.length, figures?.edges?.value])).toEqual([
    [97, undefined],
    [undefined, 297],
    [97, 297],
  ]);
  expect(results[2].network?.positions).not.toEqual(results[0].network?.positions);
  await runner.run(trail({ curve: 0.3 }), listener);
  expect(results[3].partial).toBe(false);
  expect(Math.min(...(results[3].looks?.bow ?? []))).toBe(0.3);
  expect(results[3].network).toBeUndefined();
  expect(asked.filter((address) => address.includes('/tables/'))).toHaveLength(1);
});

test('where figures are shown already, those of a stand-in that is brief wait for the real thing', async () => {
  const { runner, results, listener } = opened();
  await runner.run(trail(), listener);
  const before = results.length;
  const [ties, ...rest] = trail().steps;
  const keep = { id: 'k', kind: 'keep', on: true, rule: { by: 'degree', min: 7 } };
  const narrowed = trailSchema.parse({ steps: [ties, keep, ...rest] });
  await runner.run(narrowed, listener);
  const [standIn, real, ...more] = results.slice(before);
  expect([standIn.partial, real.partial, more.length]).toEqual([true, false, 0]);
  expect(standIn.figures).toBeUndefined();
  expect(real.figures?.nodes?.value).toBe(standIn.network?.ids.length);
  expect(standIn.network?.ids.length).toBeLessThan(97);
});

/** Waits for what a run brings about by itself. */
async function until(come: () => boolean): Promise<void> {
  for (let turns = 0; !come() && turns < 1000; turns++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(come()).toBe(true);
}

test('with a network comes which of its nodes the first view is of', async () => {
  const { runner, results, listener } = opened();
  await runner.run(trail(), listener);
  expect(results.map(({ main }) => main)).toEqual([undefined, undefined, undefined]);
  const whole = table;
  const two = new TableBuilder('ties', [
    { name: 'from', type: 'text' },
    { name: 'to', type: 'text' },
  ]);
  for (const pair of ['x y', 'a b', 'b c', 'c d']) two.push(pair.split(' '));
  table = await toArrow(two.done());
  study++;
  const apart = opened();
  await apart.runner.run(trail(), apart.listener);
  table = whole;
  const { network, main, looks, frame } = apart.results[0];
  expect(network && looks && frameOf({ network, looks, main })).toEqual(frame);
  expect(network?.ids.filter((_, v) => main?.[v] === 1).map((id) => id.split(' ').at(-1))).toEqual([
    'a',
    'b',
    'c',
    'd',
  ]);
});

test('what was worked ahead is at hand when it is asked for', async () => {
  const made = jest.spyOn(stepKinds.keep, 'run');
  const [ties, ...drawing] = trail().steps;
  const kept = (min: number) =>
    trailSchema.parse({ steps: [ties, { id: 's4', kind: 'keep', on: true, rule: { by: 'degree', min } }, ...drawing] });
  const { runner, listener, results } = opened();
  await runner.ahead([kept(2)]);
  expect(made).not.toHaveBeenCalled();
  await runner.run(kept(1), listener);
  await runner.ahead([kept(2), kept(3)]);
  expect(made).toHaveBeenCalledTimes(3);
  const shown = results.length;
  await runner.run(kept(3), listener);
  expect(made).toHaveBeenCalledTimes(3);
  expect(results[shown].network?.ids.length).toBeGreaterThan(0);
});

test('a later run takes over; a stop ends one', async () => {
  const { runner, results, listener, streamed } = opened();
  const first = runner.run(trail({}, 4000), listener);
  await until(() => streamed() > 0);
  const second = runner.run(trail({}, 5), listener);
  expect(await first).toBe('stopped');
  expect(await second).toBe('done');
  expect(results.at(-1)?.partial).toBe(false);
  const third = runner.run(trail({ curve: 0.2 }, 4000), listener);
  const before = streamed();
  await until(() => streamed() > before);
  runner.stop();
  expect(await third).toBe('stopped');
});

test('positions that the server keeps are taken, and nothing is laid out', async () => {
  const first = opened();
  await first.runner.run(trail(), first.listener);
  const { layout, network } = first.results[2];
  const kept = Float32Array.from(network?.positions ?? []);
  const plain = globalThis.fetch;
  globalThis.fetch = ((address: string) =>
    address.includes('/positions/') ? Promise.resolve(new Response(kept)) : plain(address)) as typeof fetch;
  const second = opened(layout);
  await second.runner.run(trail(), second.listener);
  expect(second.results.map(({ partial }) => partial)).toEqual([false]);
  expect(second.results[0].network?.positions).toEqual(kept);
});

test('a fault stands in its report, and what is before it is shown', async () => {
  const { runner, results, listener } = opened();
  await runner.run(trail({ nodeColour: { by: 'category', column: 'gone' } }), listener);
  expect(results.at(-1)?.reports[2].fault).toMatch(/no column “gone”/);
  expect(results.at(-1)?.network?.ids).toHaveLength(97);
});

test('tells editors what the network holds before a step, and readers what its records say', async () => {
  const { runner, listener } = opened();
  await runner.run(trail(), listener);
  const before = await runner.holdings({ steps: trail().steps.slice(0, 1) });
  // It is not described anew.
  expect(await runner.holdings({ steps: trail().steps.slice(0, 1) })).toBe(before);
  expect([before.nodes, before.directed, before.edgeColumns.map(({ name }) => name)]).toEqual([97, true, ['records']]);
  expect(await runner.records('ties', [2, 0])).toEqual({
    columns: ['from', 'to'],
    rows: [
      { row: 2, cells: ['n2', 'n62'] },
      { row: 0, cells: ['n0', 'n0'] },
    ],
  });
});

test('a trail without a layout is shown on an even spread', async () => {
  const { runner, results, listener } = opened();
  const bare = trailSchema.parse({ steps: trail().steps.slice(0, 1) });
  expect(await runner.run(bare, listener)).toBe('done');
  const at = results.at(-1)?.network?.positions ?? results[0].network?.positions;
  expect(at).toHaveLength(2 * 97);
  expect(new Set(at).size).toBeGreaterThan(97);
});

test('takes parts of the network, chosen columns, and the records behind them; several files as one ZIP', async () => {
  const { runner, results, listener } = opened();
  await runner.run(trail(), listener);
  const take = async (more: object): Promise<Blob> => runner.take({ kind: 'data', format: 'nodes', ...more });
  const one = await take({ wish: { of: 'nodes', ids: ['n0', 'n2'] }, columns: { nodes: [], edges: [] } });
  expect(await one.text()).toBe('id,label\r\nn0,n0\r\nn2,n2\r\n');
  const files = async (blob: Blob): Promise<string[]> => {
    expect(blob.type).toBe('application/zip');
    return Object.keys(unzipSync(new Uint8Array(await blob.arrayBuffer())));
  };
  const ego = { of: 'ego', ids: ['n0', 'n2'], steps: 1 };
  expect(await files(await take({ wish: ego }))).toEqual(['n0 nodes.csv', 'n2 nodes.csv']);
  expect(await files(await take({ format: 'records', wish: ego }))).toEqual(['n0 ties.csv', 'n2 ties.csv']);
  // Of selected nodes all records that one of them stands in.
  const behind = (await (await take({ format: 'records', wish: { of: 'nodes', ids: ['n2', 'n62'] } })).text()).trim();
  const [header, ...rows] = behind.split('\r\n');
  expect([header, rows[0]]).toEqual(['from,to', 'n2,n62']);
  expect(rows.filter((row) => !/\bn(2|62)\b/.test(row))).toEqual([]);
  const view = {
    of: 'view',
    nodes: new Uint8Array(97).fill(1),
    edges: new Uint8Array(results.at(-1)?.network?.source.length ?? 0),
  };
  const none = take({ format: 'records', wish: view });
  await expect(none).rejects.toThrow(/No records stand behind this/);
  const workbook = new Uint8Array(await (await take({ format: 'xlsx' })).arrayBuffer());
  expect(strFromU8(unzipSync(workbook)['xl/workbook.xml'])).toContain('name="nodes"');
});

test('takes the network away as data and as a picture; before a run it says so', async () => {
  const { runner, listener } = opened();
  await expect(runner.take({ kind: 'data', format: 'nodes' })).rejects.toThrow(/no network to take away yet/);
  await runner.run(trail(), listener);
  expect(await (await runner.take({ kind: 'data', format: 'nodes' })).text()).toMatch(/^id,label/);
  expect(await (await runner.take({ kind: 'data', format: 'edges' })).text()).toMatch(/^source,target,weight,records/);
  expect(await (await runner.take({ kind: 'data', format: 'graphml' })).text()).toContain('<graphml');
  await expect(runner.take({ kind: 'data', format: 'toString' })).rejects.toThrow('There is no format “toString”.');
  expect(await (await runner.take({ kind: 'svg', width: 400, height: 300, title: 'T' })).text()).toContain(
    '<title>T</title>',
  );
});

const measured = (rule?: object) =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' },
      { id: 's2', kind: 'measure', on: true, measures: ['degree'] },
      ...(rule ? [{ id: 's3', kind: 'keep', on: true, rule }] : []),
      { id: 's4', kind: 'arrange', on: true, method: 'force', settings: { iterations: 5 } },
      { id: 's5', kind: 'style', on: true, nodeSize: { by: 'amount', column: 'degree' } },
    ],
  });

test('counts come as soon as their step has run; a step that was stopped is passed over and said, until it is resumed', async () => {
  const { runner, results, reports, listener } = opened();
  await runner.run(measured(), listener);
  expect(reports.map(({ id }) => id)).toContain('s1');
  expect(results.at(-1)?.network?.nodeColumns.map(({ name }) => name)).toEqual(['degree']);
  const again = opened();
  await again.runner.run(measured(), again.listener);
  again.runner.stop('s4');
  const other = measured({ by: 'degree', min: 2 });
  await again.runner.run(other, again.listener);
  again.runner.stop('s4');
  expect(await again.runner.run(other, again.listener)).toBe('done');
  // Its result was at hand, so there was nothing to pass over.
  expect(again.results.at(-1)?.reports.find(({ id }) => id === 's4')?.stopped).toBeUndefined();
});

test('a step that lacks a choice is no failure: what follows it is drawn; one that fails leaves the last whole picture', async () => {
  const { runner, results, listener } = opened();
  await runner.run(measured({ by: 'ego', nodes: [] }), listener);
  const last = results.at(-1);
  expect(last?.reports.find(({ id }) => id === 's3')).toMatchObject({ lacking: true });
  expect(last?.reports.find(({ id }) => id === 's5')?.result).toBe('legend on');
  expect(last?.looks).toBeDefined();
  await runner.run(measured({ by: 'degree', min: 10_000 }), listener);
  expect(results.at(-1)?.reports.at(-1)).toMatchObject({ id: 's3', lacking: false });
  expect(results.at(-1)?.network).toBeUndefined();
});

test('nodes that are drawn stay where they are until the new layout is there', async () => {
  const { runner, results, listener } = opened();
  await runner.run(measured(), listener);
  const before = results.at(-1)?.network;
  await runner.run(measured({ by: 'degree', min: 3 }), listener);
  const sketch = results.filter(({ partial }) => partial).at(-1)?.network;
  const v = before?.ids.indexOf(sketch?.ids[0] ?? '') ?? -1;
  expect([...(sketch?.positions?.slice(0, 2) ?? [])]).toEqual([...(before?.positions?.slice(2 * v, 2 * v + 2) ?? [])]);
});

test('the picture of many ties has the machine to itself for a moment before its nodes move', async () => {
  const waits = jest.spyOn(globalThis, 'setTimeout');
  const waited = (): boolean => waits.mock.calls.some(([, ms = 0]) => ms >= 100 && ms < 1000);
  const few = opened();
  await few.runner.run(trail(), few.listener);
  expect(waited()).toBe(false);
  const many = new TableBuilder('ties', [
    { name: 'from', type: 'text' },
    { name: 'to', type: 'text' },
  ]);
  for (let a = 0; a < 220; a++) for (let b = 0; b < a; b++) many.push([`n${a}`, `n${b}`]);
  table = await toArrow(many.done());
  study++;
  const { runner, results, listener } = opened();
  const drawn = listener.result.bind(listener);
  const before: boolean[] = [];
  await runner.run(trail({}, 2), {
    ...listener,
    result(one) {
      before.push(waited());
      drawn(one);
    },
  });
  expect(results.map(({ partial }) => partial)).toEqual([true, true, false]);
  // The stand-in waits for nothing; what comes last has waited.
  expect(before).toEqual([false, false, true]);
  waits.mockRestore();
});

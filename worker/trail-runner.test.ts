import { TableBuilder } from '@/core/tables';
import { toArrow } from '@/core/formats';
import { trailSchema } from '@/core/trail';
import type { Result } from './protocol';
import { TrailRunner } from './trail-runner';

const builder = new TableBuilder('ties', [
  { name: 'from', type: 'text' },
  { name: 'to', type: 'text' },
]);
for (let i = 0; i < 300; i++) builder.push([`n${i % 97}`, `n${(i * 31) % 89}`]);
const table = toArrow(builder.done());

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
      { id: 's2', kind: 'arrange', on: true, iterations },
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
  const results: Result[] = [];
  let positions = 0;
  const listener = {
    progress: () => undefined,
    result: (one: Result) => void results.push(one),
    positions: () => void positions++,
  };
  return { runner, results, listener, streamed: () => positions };
}

test('a stand-in comes first, then the settled network; edits of the style send no network again', async () => {
  const { runner, results, listener } = opened();
  expect(await runner.run(trail(), listener)).toBe('done');
  expect(results.map(({ partial }) => partial)).toEqual([true, false]);
  expect(results[1].network?.ids).toHaveLength(97);
  expect(results[1].network?.positions).not.toEqual(results[0].network?.positions);
  await runner.run(trail({ curve: 0.3 }), listener);
  expect(results[2]).toMatchObject({ partial: false, looks: { curve: 0.3 } });
  expect(results[2].network).toBeUndefined();
  expect(asked.filter((address) => address.includes('/tables/'))).toHaveLength(1);
});

/** Waits for what a run brings about by itself; a run that never does ends at the suite's limit of time. */
async function until(come: () => boolean): Promise<void> {
  while (!come()) await new Promise((resolve) => setTimeout(resolve, 5));
}

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
  const { layout, network } = first.results[1];
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
  const before = await runner.before(trail(), 's2');
  expect([before.nodes, before.directed, before.edgeColumns.map(({ name }) => name)]).toEqual([97, true, ['records']]);
  expect(await runner.records('ties', [2, 0])).toEqual({
    columns: ['from', 'to'],
    rows: [
      { row: 2, cells: ['n2', 'n62'] },
      { row: 0, cells: ['n0', 'n0'] },
    ],
  });
});

test('takes the network away as data and as a picture; before a run it says so', async () => {
  const { runner, listener } = opened();
  await expect(runner.take({ kind: 'nodes' })).rejects.toThrow(/no network to take away yet/);
  await runner.run(trail(), listener);
  expect(await (await runner.take({ kind: 'nodes' })).text()).toMatch(/^id,label/);
  expect(await (await runner.take({ kind: 'edges' })).text()).toMatch(/^source,target,weight,records/);
  expect(await (await runner.take({ kind: 'graphml' })).text()).toContain('<graphml');
  expect(await (await runner.take({ kind: 'svg', width: 400, height: 300, title: 'T' })).text()).toContain(
    '<title>T</title>',
  );
});

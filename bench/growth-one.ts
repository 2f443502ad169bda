/** One size of `npm run bench -- growth`, in a process of its own: `FOLDER [again]`; prints as JSON what each piece of work took, and the most memory that was held. With `again` some of it is timed anew, as the least of three runs. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writtenFormat } from '@/core/formats/write/registry';
import { bytesSource, readFile } from '@/core/formats/read';
import { circlesOf, gathered } from '@/core/gather';
import { components, edgeCount, nodeCount } from '@/core/graph';
import { findGroups } from '@/core/groups';
import { PrepareCache, prepare, remediesSchema } from '@/core/intake';
import { forceLayout } from '@/core/arrange/force';
import { layouts } from '@/core/arrange';
import { degree } from '@/core/measure/degree';
import { pagerankOf } from '@/core/measure/walk';
import { plainOptions } from '@/core/measure';
import { sceneOf } from '@/core/scene';
import { Sifter, siftingSchema } from '@/core/sift';
import { atOnce } from '@/core/split';
import { plainStyle } from '@/core/style';
import { type Table, typedTable } from '@/core/tables';
import { least } from './clock';
import { makeTies, tiesSchema } from '@/core/ties';

const [folder, more] = process.argv.slice(2);
const took: Record<string, number> = {};
async function timed<T>(what: string, work: () => Promise<T> | T): Promise<T> {
  const begun = performance.now();
  const came = await work();
  took[what] = (performance.now() - begun) / 1000;
  return came;
}

async function tableOf(name: string): Promise<Table> {
  const bytes = new Uint8Array(readFileSync(join(folder, `${name}.csv`)));
  const [part] = await readFile(bytesSource(`${name}.csv`, bytes), { settings: {}, breathe: () => undefined });
  const study = { tables: [], names: [] };
  const { table, specs } = await prepare(part, remediesSchema.parse({ name }), study, new PrepareCache());
  return typedTable(name, table, specs);
}

const tables = await timed('read', async () => ({
  entries: await tableOf('entries'),
  references: await tableOf('references'),
}));
const ties = tiesSchema.parse({
  ...{ id: 's1', kind: 'ties', on: true, table: 'references', from: 'from', to: 'to' },
  nodes: { table: 'entries', match: 'id', label: 'name' },
});
const table = (key: string): Table => tables[key as keyof typeof tables];
const { network: net } = await timed('ties', () => makeTies(ties, { step: 's1', table, breathe: () => undefined }));
await timed('components', () => components(net));
await timed('degree', () => degree.compute(net, atOnce, plainOptions));
await timed('pagerank', () => pagerankOf(net, atOnce, false));
const leiden = { method: 'leiden', resolution: 1, seed: 1, weights: true, directed: false } as const;
const groups = await timed('leiden', () => findGroups(net, leiden, atOnce));
await timed('gather', async () =>
  gathered(net, await circlesOf(net, { resolution: 1, seed: 1, open: [] }, atOnce), 's2'),
);
await timed('sift', () => {
  const sifter = new Sifter({ net, table });
  const sift = { id: 'a', kind: 'numbers', of: 'records', table: 'references', column: 'year', from: 1910, to: 1920 };
  return sifter.answer(siftingSchema.parse({ sifts: [sift] }));
});
const positions = await timed('layout', () => forceLayout(net, layouts.force.schema.parse({}), atOnce));
await timed('scene', () => sceneOf({ ...net, positions }, plainStyle));
await timed('graphml', async () => (await writtenFormat('graphml')?.write(net))?.length);
if (more === 'again') {
  // Rows of neighbours are at hand by now, as those of the other side.
  const work = {
    components: () => components({ ...net }),
    pagerank: () => pagerankOf(net, atOnce, false),
    leiden: () => findGroups(net, leiden, atOnce),
  };
  for (const [what, again] of Object.entries(work)) took[`${what} again`] = (await least(3, () => 0, again)).ms / 1000;
}
process.stdout.write(
  `\n${JSON.stringify({
    ...{ nodes: nodeCount(net), edges: edgeCount(net), groups: groups.count, quality: groups.quality },
    ...{ took, memory: process.resourceUsage().maxRSS / 1024 },
  })}\n`,
);

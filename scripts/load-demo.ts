/** Brings the database up to date and loads the demo study where no study of its name has ever been. */
import { eq } from 'drizzle-orm';
import { database, pool, study } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { createStudy } from '@/server/studies';
import { importTable } from '@/server/tables/import';
import { createNetwork } from '@/server/networks';
import { keepSnapshot } from '@/server/networks/snapshot';
import { listTables } from '@/server/tables';
import { readTable } from '@/server/tables/read';
import { edgeCount, nodeCount } from '@/core/graph';
import { thumbnail } from '@/core/figure';
import { sceneOf } from '@/core/style';
import { type Source, type Trail, digestOf, layoutKey, memoKey, runTrail } from '@/core/trail';
import { CsvReader } from '@/core/formats';
import { type Table, TypeSense } from '@/core/tables';
import { demoFiles } from '@/demo/files';
import { demoNetworks, demoStudyName } from '@/demo/trails';

async function load(): Promise<void> {
  const there = await database().select({ id: study.id }).from(study).where(eq(study.name, demoStudyName));
  if (there.length) return;
  const { id } = await createStudy(demoStudyName);
  for (const file of demoFiles()) {
    const bytes = new TextEncoder().encode(file.text);
    const senses: TypeSense[] = [];
    const reader = new CsvReader(file.name, {
      rows: (cells) => cells.forEach((cell, c) => (senses[c] ??= new TypeSense()).see(cell)),
      faulty: () => undefined,
    });
    reader.push(bytes);
    const { columns } = reader.end();
    const request = {
      name: file.name.replace(/\.csv$/, ''),
      file: file.name,
      columns: columns.map((name, c) => ({ name, type: senses[c].type() })),
      faulty: 'aside',
      size: bytes.length,
    } as const;
    await importTable(id, request, (async function* () { yield bytes; })()); // prettier-ignore
  }
  const keys = (await listTables(id)).map(({ key }) => key);
  const tables = new Map(await Promise.all(keys.map(async (key) => [key, await readTable(id, key)] as const)));
  const source: Source = { keys: () => keys, version: () => '1', table: (key) => tables.get(key) as Table };
  for (const { name, trail } of demoNetworks) {
    const made = await createNetwork(id, name, trail);
    await keepResult(id, made.id, source, trail);
  }
}

/** Runs the trail once, so that the network's card has its picture and opening it lays nothing out. */
async function keepResult(studyId: string, id: string, source: Source, trail: Trail): Promise<void> {
  const { state, digest, digests, reports } = await runTrail(source, trail);
  if (!state) return;
  const { network } = state;
  const at = trail.steps.findLastIndex((step) => step.kind === 'arrange' && step.on);
  const step = trail.steps[at];
  const groups = reports.find((report) =>
    trail.steps.some(({ id: one, kind }) => one === report.id && kind === 'groups'),
  );
  const picture = Buffer.from(await thumbnail(sceneOf(network, state.style))).toString('base64');
  const head = {
    digest,
    nodes: nodeCount(network),
    edges: edgeCount(network),
    groups: groups ? Number.parseInt(groups.result, 10) : null,
    picture: `data:image/svg+xml;base64,${picture}`,
    layout: step?.kind === 'arrange' ? digestOf(memoKey(digests[at - 1], layoutKey(step))) : null,
  };
  await keepSnapshot(studyId, id, head, Buffer.from(network.positions?.buffer ?? new ArrayBuffer(0)));
}

await migrateDatabase();
if (!process.argv.includes('--only-migrate')) await load();
await pool().end();

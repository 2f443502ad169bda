/** Brings the database up to date and loads the demo study where no study of its name has ever been. */
import './outside';
import { and, eq } from 'drizzle-orm';
import { database, member, person, pool, study } from '@/server/db';
import { migrateDatabase } from '@/server/db/migrate';
import { createKept } from '@/server/kept';
import { createStudy } from '@/server/studies';
import { storeTable } from '@/server/tables/store';
import { createFigure } from '@/server/figures';
import { fileThings } from '@/server/filing';
import { listMembers } from '@/server/people/members';
import { makeTeam } from '@/server/people/teams';
import { createShortlist } from '@/server/shortlists';
import { keepFigurePicture } from '@/server/figures/kept';
import { createNetwork } from '@/server/networks';
import { keepSnapshot } from '@/server/networks/snapshot';
import { listTables } from '@/server/tables';
import { allWrittenRows, readTable } from '@/server/tables/read';
import { openNames } from '@/server/names';
import { type Network, edgeCount, nodeCount } from '@/core/graph';
import { readOutlines } from '@/core/places';
import { thumbnail } from '@/core/figure';
import { type LaidFigure, type Made, layFigure, madeOf, networksOf } from '@/core/figure/plan';
import { sceneOf } from '@/core/scene';
import { type KnownTable, rowLines } from '@/core/intake';
import { type Source, type Trail, TrailCache, laidBy, laidIn, runTrail, sourceOf } from '@/core/trail';
import { RawBuilder, type Table } from '@/core/tables';
import { type DemoFile, demoFiles } from '@/demo/files';
import { prepared } from '@/demo/tables';
import { picture } from '@/runner/canvas';
import { demoFigures } from '@/demo/figures';
import { demoTeam, demoTeams } from '@/demo/team';
import { demoShortlists } from '@/demo/shortlists';
import { demoNetworks, demoStudyName, linked } from '@/demo/trails';

async function load(): Promise<void> {
  const there = await database().select({ id: study.id }).from(study).where(eq(study.name, demoStudyName));
  if (there.length) return;
  const { id } = await createStudy(demoStudyName);
  const teams = await addTeam(id);
  for (const file of demoFiles().filter(({ stored }) => stored)) await store(id, file);
  await keepOutlines(id);
  const heads = await listTables(id);
  const names = await openNames(id);
  const tables = new Map(await Promise.all(heads.map(async ({ key }) => [key, await readTable(id, key)] as const)));
  const versions = heads.map(({ key, version }) => ({ key, version: String(version) }));
  const networks: { id: string; name: string; trail: Trail }[] = [];
  const source = sourceOf(versions, (key) => tables.get(key) as Table, names, { networks });
  for (const { name, trail } of demoNetworks) {
    const ready = linked(trail, networks);
    const made = await createNetwork(id, name, ready);
    networks.push({ id: made.id, name, trail: ready });
    const result = await keepResult(id, made.id, source, ready);
    if (result && name === demoShortlists.of) await makeShortlists(id, result, teams);
  }
  const made = new Map<string, Made>();
  for (const { name, settings } of demoFigures) {
    const figure = settings((called) => networks.find((one) => one.name === called)?.id ?? '');
    for (const network of networks.filter((one) => networksOf(figure).includes(one.id) && !made.has(one.id))) {
      const run = await runTrail(source, network.trail);
      const one = madeOf({ ...network, version: 1 }, run, { tables: heads, names, shortlists: [], networks });
      if (one) made.set(one.id, one);
    }
    const { id: kept } = await createFigure(id, figure, name);
    await keepFigurePicture(id, kept, await pictured(layFigure(figure, (one) => made.get(one))));
  }
}

/** Those of the demo; whoever starts it goes by the first one's name, until they have given their own. */
async function addTeam(studyId: string): Promise<Map<string, string>> {
  const [{ name, email }, ...rest] = demoTeam;
  await database()
    .update(person)
    .set({ name, email })
    .where(and(eq(person.standing, true), eq(person.email, 'owner@localhost')));
  for (const one of rest) {
    const [made] = await database()
      .insert(person)
      .values({ name: one.name, email: one.email })
      .onConflictDoUpdate({ target: person.email, set: { name: one.name } })
      .returning({ id: person.id });
    await database().insert(member).values({ studyId, personId: made.id, role: one.role }).onConflictDoNothing();
  }
  const people = await listMembers(studyId);
  const teams = new Map<string, string>();
  for (const { name: called, people: names } of demoTeams) {
    const its = people.filter((one) => names.includes(one.name)).map((one) => one.id);
    teams.set(called, (await makeTeam(studyId, called, its)).id);
  }
  return teams;
}

/** Those of the demo: some for all, one for a team, one of whoever starts it alone. */
async function makeShortlists(study: string, net: Network, teams: ReadonlyMap<string, string>): Promise<void> {
  for (const { name, folder, nodes: chosen, team } of demoShortlists.lists) {
    const nodes = chosen(net).map((v) => ({ id: net.ids[v], label: net.labels[v] }));
    const { id } = await createShortlist(study, { name, folder, nodes });
    const filed = teams.get(team ?? '');
    if (team !== null)
      await fileThings(
        study,
        [{ kind: 'shortlist', id }],
        filed ? { seen: 'teams', teams: [filed] } : { seen: 'everybody' },
      );
  }
}

/** The small picture of a page for its card. */
function pictured(laid: LaidFigure): Promise<Buffer> {
  const factor = 320 / Math.max(laid.width, laid.height * 1.6);
  return picture(laid, Math.round(laid.width * factor), Math.round(laid.height * factor));
}

/** The coasts of the islands, for maps. */
async function keepOutlines(study: string): Promise<void> {
  const file = demoFiles().find(({ name }) => name === 'islands.geojson');
  if (file) await createKept(study, 'outlines', 'islands', readOutlines(new TextDecoder().decode(file.bytes)).outlines);
}

/** Stores a file as somebody would who takes everything as it is found. */
async function store(study: string, file: DemoFile): Promise<void> {
  const heads = await listTables(study);
  const tables = await Promise.all(
    heads.map(async ({ key, name, columns }): Promise<KnownTable> => {
      const builder = new RawBuilder(columns.map((column) => column.name));
      for (const cells of await allWrittenRows(study, key)) builder.push(cells);
      return { key, name, raw: builder.done(), specs: columns };
    }),
  );
  const name = file.stored ?? file.name;
  const { table, specs } = await prepared(file, name, { tables, names: await openNames(study) });
  const request = { name, origin: `from ${file.name}`, columns: specs, rows: table.rows };
  async function* rows(): AsyncGenerator<string> {
    for (const lines of rowLines(table)) yield await Promise.resolve(lines);
  }
  await storeTable(study, request, rows());
}

/** Runs the trail once, so that the network's card has its picture and opening it lays nothing out. */
async function keepResult(studyId: string, id: string, source: Source, trail: Trail): Promise<Network | undefined> {
  const cache = new TrailCache();
  const { state, digest, reports } = await runTrail(source, trail, { cache });
  if (!state) return undefined;
  const { network } = state;
  const laid = laidBy(source, trail);
  const { positions, routes } = laidIn(cache, laid) ?? {};
  const kept = routes ? undefined : positions;
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
    layout: (kept && laid?.layout) ?? null,
  };
  await keepSnapshot(studyId, id, head, Buffer.from(kept?.buffer ?? new ArrayBuffer(0)));
  return network;
}

await migrateDatabase();
if (!process.argv.includes('--only-migrate')) await load();
await pool().end();

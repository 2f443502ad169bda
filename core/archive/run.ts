/** Runs what an archive holds: its networks, and its figures on them. */
import { Fault } from '../fault';
import {
  type FigureSettings,
  type LaidFigure,
  type Made,
  heldAs,
  layFigure,
  madeOf,
  networksOf,
  readFigure,
  readHeld,
} from '../figure/plan';
import type { Crew } from '../split';
import { type Table, TableBuilder } from '../tables';
import {
  type Source,
  type Trail,
  type TrailRun,
  TrailCache,
  laidBy,
  laidIn,
  readTrailOrFault,
  runTrail,
  sourceOf,
} from '../trail';
import type { StudyArchive } from './read';

export interface ArchiveRun {
  trail: Trail;
  run: TrailRun;
  /** Undefined where the trail came to nothing. */
  made: Made | undefined;
  /** x and y of each node as the layout gave them, before anything by hand; none where the network is not laid out, or its layout also laid the ways of ties. */
  layout: Float32Array | undefined;
}

/** The study of an archive, ready to be run; each network is run once. `change` may set other settings in a network's trail. */
export async function runnable(
  archive: StudyArchive,
  {
    crew,
    change = (_network, trail) => trail,
  }: { crew?: Crew; change?: (network: { name: string }, trail: Trail) => Trail } = {},
): Promise<{
  source: Source;
  network(id: string): Promise<ArchiveRun>;
  /** Drawn from what it holds, or else from its networks as they are. */
  figure(id: string, how?: { held: boolean }): Promise<{ settings: FigureSettings; laid: LaidFigure }>;
}> {
  const tables = new Map<string, Table>();
  for (const table of archive.tables) {
    const builder = new TableBuilder(table.key, table.columns);
    for await (const rows of archive.rows(table)) for (const cells of rows) builder.push(cells);
    tables.set(table.key, builder.done());
  }
  const networks = archive.networks.map(({ id, name, version, trail: kept }) => {
    const read = readTrailOrFault(kept);
    return { id, name, version, ...('trail' in read ? { trail: change({ name }, read.trail) } : read) };
  });
  const { names, shortlists } = archive;
  const versions = archive.tables.map(({ key, version }) => ({ key, version: String(version) }));
  const source = sourceOf(versions, (key) => tables.get(key) as Table, names, { shortlists, networks });
  const cache = new TrailCache();
  const ran = new Map<string, Promise<ArchiveRun>>();
  const runOf = async (id: string): Promise<ArchiveRun> => {
    const network = networks.find((one) => one.id === id);
    if (!network) throw new Fault('The archive has no such network.');
    if ('fault' in network) throw new Fault(network.fault);
    const { trail } = network;
    const run = await runTrail(source, trail, { cache, crew });
    const { positions, routes } = laidIn(cache, laidBy(source, trail)) ?? {};
    return {
      trail,
      run,
      layout: routes ? undefined : positions,
      made: madeOf({ ...network, trail }, run, { tables: archive.tables, names, shortlists, networks }),
    };
  };
  const network = (id: string): Promise<ArchiveRun> => {
    let going = ran.get(id);
    if (!going) ran.set(id, (going = runOf(id)));
    return going;
  };
  return {
    source,
    network,
    async figure(id, { held } = { held: true }) {
      const figure = archive.figures.find((one) => one.id === id);
      if (!figure) throw new Fault('The archive has no such figure.');
      const settings = readFigure(figure.settings);
      const made = new Map<string, Made>();
      if (settings.held && held) {
        if (figure.held === undefined) throw new Fault(`What “${figure.name}” holds is not in the archive.`);
        for (const one of heldAs(readHeld(await archive.bytes(figure.held)), settings.held.of)) made.set(one.id, one);
      }
      for (const one of networksOf(settings)) {
        if (made.has(one) || !networks.some((other) => other.id === one)) continue;
        const { made: result } = await network(one).catch((error: unknown) => {
          // The page says that it has no such map, as the application does.
          if (error instanceof Fault) return { made: undefined };
          throw error;
        });
        if (result) made.set(one, result);
      }
      return { settings, laid: layFigure(settings, (one) => made.get(one)) };
    },
  };
}

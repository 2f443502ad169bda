/** Opens the archive of a study as a new study: all of it, or nothing. */
import { randomUUID } from 'node:crypto';
import { type StudyArchive, readStudyArchive } from '@/core/archive';
import { Fault, counted, listed } from '@/core/fault';
import { heldKey, readFigure, readHeld } from '@/core/figure/plan';
import { withIds } from '@/core/ids';
import { keptValues } from '@/core/kept';
import { type StoredTrail, readTrailOrFault } from '@/core/trail';
import { zipFiles } from '@/files';
import { type Body, laidDown } from '@/server/body';
import {
  database,
  figure,
  figureHeld,
  inTransaction,
  inTurn,
  kept,
  namesList,
  network,
  networkVersion,
  shortlist,
  snapshot,
  studyTable,
} from '@/server/db';
import { signedIn } from '@/server/people/person';
import { cleanName, newStudy, studyNames } from '@/server/studies';
import { packAhead } from '@/server/tables/packed';
import { newSet } from '@/server/tables/record-sets';

const largest = 2 * 1024 ** 3;
const tooLarge = 'The archive is over 2 GB, the most that can be opened here.';

export interface OpenedStudy {
  id: string;
  name: string;
  /** What is not as its owner may expect, in sentences. */
  notes: string[];
}

/** The new study. A Fault where the archive is none, was made to do harm, or does not fit; nothing is stored then. */
export async function openStudy(body: Body, fileName: string): Promise<OpenedStudy> {
  const where = fileName.replace(/\p{Cc}/gu, ' ').slice(0, 200) || 'The archive';
  return laidDown(body, largest, tooLarge, async (file) => {
    const archive = await readStudyArchive(await zipFiles(file.fd, where), where);
    const opened = await inTransaction(() => store(archive));
    for (const { key, version } of archive.tables) packAhead(opened.id, key, version);
    return opened;
  });
}

async function store(archive: StudyArchive): Promise<OpenedStudy> {
  const name = await freeName(cleanName(archive.name, 'study'));
  const id = await newStudy(name);
  const things = [...archive.shortlists, ...archive.kept, ...archive.networks, ...archive.figures];
  const ids = new Map(things.map((one) => [one.id, randomUUID() as string]));
  const known: Known = { archive, studyId: id, ownerId: (await signedIn()).id, ids, now: Date.now(), notes: [] };
  await storeTables(known);
  await storeLists(known);
  await storeKept(known);
  for (const [i, one] of archive.networks.entries()) await storeNetwork(known, one, i);
  for (const [i, one] of archive.figures.entries()) await storeFigure(known, one, i);
  if (archive.unknown.length)
    known.notes.push(
      `${counted(archive.unknown.length, 'file')} in the archive belong to nothing that is known here and were left out: ${listed(archive.unknown, 5)}.`,
    );
  return { id, name, notes: known.notes };
}

interface Known {
  archive: StudyArchive;
  studyId: string;
  ownerId: string;
  /** Ids here, by those of the archive. */
  ids: ReadonlyMap<string, string>;
  now: number;
  notes: string[];
}

const here = ({ ids }: Known, id: string): string => ids.get(id) as string;
/** It belongs to whoever opens the archive, and is for all whom they let into the study: an archive does not know people. */
const filedIn = ({ studyId, ownerId }: Known, { folder = '' }: { folder?: string }) => ({
  studyId,
  ownerId,
  folder,
  seen: 'everybody' as const,
});
/** So that pages which show the last changed first have the archive's order. */
const inOrder = ({ now }: Known, i: number): Date => new Date(now - i);

/** The name, or with a number where a study has it already. */
async function freeName(wanted: string): Promise<string> {
  await inTurn('names of studies');
  const taken = await studyNames();
  let name = wanted;
  for (let i = 2; taken.has(name); i++) name = `${wanted.slice(0, 190)} (${i})`;
  return name;
}

async function storeTables({ archive, studyId }: Known): Promise<void> {
  for (const table of archive.tables) {
    const { key, name, origin, version, columns, aside } = table;
    async function* lines(): AsyncGenerator<string[]> {
      for await (const rows of archive.rows(table)) yield rows.map((cells) => JSON.stringify(cells));
    }
    const { setId, rows } = await newSet(lines());
    const clean = cleanName(name, 'table');
    await database()
      .insert(studyTable)
      .values({ studyId, key, name: clean, origin, version, columns, aside, setId, rows });
  }
}

async function storeLists(known: Known): Promise<void> {
  const { archive, studyId, now } = known;
  for (const [i, list] of archive.names.entries()) {
    const { version, columns, rejected, entries } = list;
    const name = cleanName(list.name, 'list');
    // They are shown in the order in which they were made.
    const createdAt = new Date(now + i);
    await database().insert(namesList).values({ studyId, name, version, columns, rejected, entries, createdAt });
  }
  for (const { id, name, version, nodes, ...one } of archive.shortlists)
    await database()
      .insert(shortlist)
      .values({ id: here(known, id), ...filedIn(known, one), name: cleanName(name, 'shortlist'), version, nodes });
}

async function storeKept(known: Known): Promise<void> {
  for (const { id, kind, name, version, value, ...one } of known.archive.kept) {
    const mapped = withIds(value, known.ids);
    if (!keptValues[kind].safeParse(mapped).success)
      known.notes.push(`“${name}” cannot be read by this version of the application. It is kept as it is.`);
    const row = { id: here(known, id), ...filedIn(known, one), kind, name: cleanName(name, 'name'), version };
    await database()
      .insert(kept)
      .values({ ...row, value: mapped });
  }
}

async function storeNetwork(known: Known, one: StudyArchive['networks'][number], i: number): Promise<void> {
  const { archive, ids } = known;
  const [id, name] = [here(known, one.id), cleanName(one.name, 'network')];
  const trail = withIds(one.trail, ids) as unknown as StoredTrail;
  const read = readTrailOrFault(trail);
  if ('fault' in read) known.notes.push(`“${name}” is kept as it is, and cannot be opened: ${read.fault}`);
  const changedAt = inOrder(known, i);
  await database()
    .insert(network)
    .values({ id, ...filedIn(known, one), name, trail, version: one.version, changedAt });
  const versions = one.versions === undefined ? [] : await archive.versions(one.versions);
  if (versions.some(({ version }, at) => version > one.version || (at > 0 && version <= versions[at - 1].version)))
    throw new Fault(`The versions of “${name}” do not follow one another. Take the archive away again.`, name);
  for (const { version, at, trail: then } of versions)
    await database()
      .insert(networkVersion)
      .values({
        networkId: id,
        version,
        trail: withIds(then, ids) as unknown as StoredTrail,
        changedAt: new Date(at),
      });
  if (versions.at(-1)?.version !== one.version)
    await database().insert(networkVersion).values({ networkId: id, version: one.version, trail });
  if (!one.result) return;
  const positions = one.positions === undefined ? undefined : await archive.bytes(one.positions);
  if (positions?.length && positions.length !== 8 * one.result.nodes)
    throw new Fault(`The positions of “${name}” do not fit its nodes. Take the archive away again.`, name);
  await database()
    .insert(snapshot)
    .values({ networkId: id, ...one.result, positions: positions?.length ? Buffer.from(positions) : null });
}

const pngHead = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

async function storeFigure(known: Known, one: StudyArchive['figures'][number], i: number): Promise<void> {
  const { archive } = known;
  const [id, name] = [here(known, one.id), cleanName(one.name, 'figure')];
  const settings = withIds(one.settings, known.ids);
  const held = heldOf(settings, name, known);
  const picture = one.picture === undefined ? undefined : Buffer.from(await archive.bytes(one.picture));
  if (picture && !pngHead.every((byte, at) => picture[at] === byte))
    throw new Fault(`The picture of “${name}” is no PNG. Take the archive away again.`, name);
  const row = { id, ...filedIn(known, one), name, version: one.version, settings, changedAt: inOrder(known, i) };
  await database()
    .insert(figure)
    .values({ ...row, ...(picture ? { picture } : {}) });
  if (held === undefined) return;
  const bytes = one.held === undefined ? undefined : await archive.bytes(one.held);
  if (!bytes || heldKey(bytes) !== held)
    throw new Fault(`What “${name}” holds is not in the archive. Take the archive away again.`, name);
  readHeld(bytes);
  await database()
    .insert(figureHeld)
    .values({ figureId: id, key: held, bytes: Buffer.from(bytes) });
}

function heldOf(settings: unknown, name: string, { notes }: Known): string | undefined {
  try {
    return readFigure(settings).held?.key;
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    notes.push(`“${name}” is kept as it is. ${error.message}`);
    return undefined;
  }
}

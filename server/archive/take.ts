/** A study as one archive: read as it stands at one moment, written to a file as it is read, so that no more than a part of it is ever in memory. */
import type { FileHandle } from 'node:fs/promises';
import { and, asc, desc, eq, gt, isNull } from 'drizzle-orm';
import { type ArchivedVersion, type StudyToWrite, packed, studyFiles } from '@/core/archive';
import { readFigure } from '@/core/figure/plan';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { seenIn } from '@/server/access/things';
import { namelessFile } from '@/server/body';
import {
  database,
  figure,
  figureHeld,
  inTransaction,
  kept,
  network,
  networkVersion,
  snapshot,
  studyTable,
} from '@/server/db';
import { openNames } from '@/server/names';
import { listShortlists } from '@/server/shortlists';
import { readRows } from '@/server/tables/record-sets';

export interface TakenStudy {
  name: string;
  size: number;
  /** Open, and without a name: whoever takes it closes it. */
  file: FileHandle;
}

/** The archive of all in the study that whoever asks sees. The same study gives the same bytes. */
export async function takeStudy(studyId: string): Promise<TakenStudy> {
  const { name } = await studyFor(studyId, 'read');
  const file = await namelessFile();
  try {
    let size = 0;
    await inTransaction(async () => {
      await packed(studyFiles(await toWrite(studyId, name)), async (bytes) => {
        await file.write(bytes);
        size += bytes.length;
      });
    }, 'read');
    return { name, size, file };
  } catch (error) {
    await file.close();
    throw error;
  }
}

async function toWrite(studyId: string, name: string): Promise<StudyToWrite> {
  return {
    name,
    tables: await tablesOf(studyId),
    names: (await openNames(studyId)).map(({ id: _id, columns, ...list }) => ({ ...list, columns: [...columns] })),
    shortlists: (await listShortlists(studyId)).map(({ seen: _seen, ...list }) => list),
    kept: await keptOf(studyId),
    networks: await networksOf(studyId),
    figures: await figuresOf(studyId),
  };
}

async function tablesOf(studyId: string): Promise<StudyToWrite['tables']> {
  const tables = await database()
    .select()
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), isNull(studyTable.deletedAt)))
    .orderBy(asc(studyTable.id));
  return tables.map(({ key, name, origin, version, rows, columns, aside, setId }) => ({
    ...{ key, name, origin, version, rows, columns, aside },
    rowsWritten: () => readRows(setId, rows),
  }));
}

const inFolder = (folder: string): { folder?: string } => (folder ? { folder } : {});

/** All that is seen, also what this version of the application does not know. */
async function keptOf(studyId: string): Promise<StudyToWrite['kept']> {
  const rows = await database()
    .select({
      id: kept.id,
      kind: kept.kind,
      name: kept.name,
      folder: kept.folder,
      version: kept.version,
      value: kept.value,
    })
    .from(kept)
    .where(await seenIn('kept', studyId, 'read'))
    .orderBy(asc(kept.kind), asc(kept.name), asc(kept.id));
  return rows.map(({ id, kind, name, folder, ...row }) => ({ id, kind, name, ...inFolder(folder), ...row }));
}

async function networksOf(studyId: string): Promise<StudyToWrite['networks']> {
  const rows = await database()
    .select({
      id: network.id,
      name: network.name,
      folder: network.folder,
      version: network.version,
      trail: network.trail,
      digest: snapshot.digest,
      nodes: snapshot.nodes,
      edges: snapshot.edges,
      groups: snapshot.groups,
      picture: snapshot.picture,
      layout: snapshot.layout,
    })
    .from(network)
    .leftJoin(snapshot, eq(snapshot.networkId, network.id))
    .where(await seenIn('network', studyId, 'read'))
    .orderBy(desc(network.changedAt), network.name, network.id);
  return rows.map(({ id, name, folder, version, trail, digest, nodes, edges, groups, picture, layout }) => ({
    ...{ id, name, ...inFolder(folder), version, trail: { ...trail } },
    ...(digest !== null && nodes !== null && edges !== null && picture !== null
      ? { result: { digest, nodes, edges, groups, picture, layout } }
      : {}),
    versions: () => versionsOf(id),
    ...(layout === null ? {} : { positions: () => positionsOf(id) }),
  }));
}

/** Few at a time: a trail with much set by hand is long. */
async function* versionsOf(id: string): AsyncGenerator<ArchivedVersion> {
  for (let after = 0; ;) {
    const some = await database()
      .select()
      .from(networkVersion)
      .where(and(eq(networkVersion.networkId, id), gt(networkVersion.version, after)))
      .orderBy(asc(networkVersion.version))
      .limit(8);
    for (const { version, changedAt, trail } of some)
      yield { version, at: changedAt.toISOString(), trail: { ...trail } };
    if (!some.length) return;
    after = some[some.length - 1].version;
  }
}

async function positionsOf(id: string): Promise<Uint8Array> {
  const [row] = await database()
    .select({ positions: snapshot.positions })
    .from(snapshot)
    .where(eq(snapshot.networkId, id));
  return row.positions ?? new Uint8Array(0);
}

async function figuresOf(studyId: string): Promise<StudyToWrite['figures']> {
  const rows = await database()
    .select()
    .from(figure)
    .where(await seenIn('figure', studyId, 'read'))
    .orderBy(desc(figure.changedAt), figure.name, figure.id);
  return rows.map(({ id, name, folder, version, settings, picture }) => {
    const held = heldKeyOf(settings);
    return {
      ...{ id, name, ...inFolder(folder), version, settings: settings as Record<string, unknown> },
      ...(picture ? { picture: () => Promise.resolve(picture) } : {}),
      ...(held === undefined ? {} : { held: () => heldBytes(id, held) }),
    };
  });
}

function heldKeyOf(settings: unknown): string | undefined {
  try {
    return readFigure(settings).held?.key;
  } catch (error) {
    if (error instanceof Fault) return undefined;
    throw error;
  }
}

async function heldBytes(id: string, key: string): Promise<Uint8Array> {
  const [row] = await database()
    .select({ bytes: figureHeld.bytes })
    .from(figureHeld)
    .where(and(eq(figureHeld.figureId, id), eq(figureHeld.key, key)));
  return row.bytes;
}

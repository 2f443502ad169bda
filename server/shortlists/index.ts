/** Shortlists of a study: named sets of nodes, filed in folders. */
import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { database, shortlist } from '@/server/db';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface ShortlistRow {
  id: string;
  name: string;
  folder: string;
  version: number;
  nodes: { id: string; label: string }[];
}

const most = 1_000_000;
export const membersSchema = z.array(z.object({ id: z.string(), label: z.string() })).max(most);
export const shortlistChangeSchema = z.object({
  name: z.string().max(1000).optional(),
  folder: z.string().max(200).optional(),
  nodes: membersSchema.optional(),
});
export type ShortlistChange = z.infer<typeof shortlistChangeSchema>;
export type ShortlistSaved = { kind: 'saved'; version: number } | { kind: 'conflict'; version: number; size: number };

/** The study's shortlists by folder and name. */
export async function listShortlists(studyId: string): Promise<ShortlistRow[]> {
  await studyFor(studyId, 'read');
  return database()
    .select({
      id: shortlist.id,
      name: shortlist.name,
      folder: shortlist.folder,
      version: shortlist.version,
      nodes: shortlist.nodes,
    })
    .from(shortlist)
    .where(and(eq(shortlist.studyId, studyId), isNull(shortlist.deletedAt)))
    .orderBy(asc(shortlist.folder), asc(shortlist.name), asc(shortlist.id));
}

/** Each node once, where it stands first. */
function distinct(nodes: ShortlistRow['nodes']): ShortlistRow['nodes'] {
  const seen = new Set<string>();
  return nodes.filter(({ id }) => !seen.has(id) && seen.add(id));
}

export async function createShortlist(
  studyId: string,
  made: { name: string; folder: string; nodes: ShortlistRow['nodes'] },
): Promise<ShortlistRow> {
  await studyFor(studyId, 'edit');
  if (!made.nodes.length) throw new Fault('Nothing is selected. Select nodes first, then make the shortlist.', 'nodes');
  const [row] = await database()
    .insert(shortlist)
    .values({
      studyId,
      name: cleanName(made.name, 'shortlist'),
      folder: made.folder.trim(),
      nodes: distinct(made.nodes),
    })
    .returning();
  await touchStudy(studyId);
  await happened(studyId, `made the shortlist “${row.name}”`);
  return { id: row.id, name: row.name, folder: row.folder, version: row.version, nodes: row.nodes };
}

function place(studyId: string, id: string) {
  if (!z.uuid().safeParse(id).success) throw new NotFound('This shortlist is not there. It may have been deleted.');
  return and(eq(shortlist.id, id), eq(shortlist.studyId, studyId));
}

/** Changes it on top of the version it was decided on; another one's change in between is told instead of written over. */
export async function changeShortlist(
  studyId: string,
  id: string,
  base: number,
  change: ShortlistChange,
): Promise<ShortlistSaved> {
  await studyFor(studyId, 'edit');
  const values = {
    ...(change.name === undefined ? {} : { name: cleanName(change.name, 'shortlist') }),
    ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
    ...(change.nodes === undefined ? {} : { nodes: distinct(change.nodes) }),
    version: base + 1,
  };
  const saved = await database()
    .update(shortlist)
    .set(values)
    .where(and(place(studyId, id), eq(shortlist.version, base), isNull(shortlist.deletedAt)))
    .returning({ name: shortlist.name });
  if (saved.length) {
    await touchStudy(studyId);
    await happened(studyId, `changed the shortlist “${saved[0].name}”`, `shortlist ${id}`);
    return { kind: 'saved', version: base + 1 };
  }
  const rows = await database()
    .select()
    .from(shortlist)
    .where(and(place(studyId, id), isNull(shortlist.deletedAt)));
  if (!rows[0]) throw new NotFound('This shortlist is not there. It may have been deleted.');
  return { kind: 'conflict', version: rows[0].version, size: rows[0].nodes.length };
}

export async function deleteShortlist(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const [deleted] = await database()
    .update(shortlist)
    .set({ deletedAt: sql`now()` })
    .where(place(studyId, id))
    .returning({ name: shortlist.name });
  if (deleted) await happened(studyId, `deleted the shortlist “${deleted.name}”`);
}

/** Takes a deletion back. */
export async function restoreShortlist(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(shortlist)
    .set({ deletedAt: null })
    .where(and(place(studyId, id), isNotNull(shortlist.deletedAt)))
    .returning({ name: shortlist.name });
  if (!restored.length) throw new NotFound('There is no deleted shortlist to bring back.');
  await happened(studyId, `brought the shortlist “${restored[0].name}” back`);
}

/** Shortlists of a study: named sets of nodes, filed in folders. */
import { and, asc, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { newFiling, seenIn } from '@/server/access/things';
import { folderOf } from '@/server/filing/folder';
import { type Seen, database, shortlist } from '@/server/db';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface ShortlistRow {
  id: string;
  name: string;
  folder: string;
  seen: Seen;
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
  return database()
    .select({
      id: shortlist.id,
      name: shortlist.name,
      folder: shortlist.folder,
      seen: shortlist.seen,
      version: shortlist.version,
      nodes: shortlist.nodes,
    })
    .from(shortlist)
    .where(await seenIn('shortlist', studyId, 'read'))
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
  const { filing } = await newFiling(studyId, 'shortlist');
  if (!made.nodes.length) throw new Fault('Nothing is selected. Select nodes first, then make the shortlist.', 'nodes');
  const [row] = await database()
    .insert(shortlist)
    .values({
      studyId,
      ...filing,
      name: cleanName(made.name, 'shortlist'),
      folder: folderOf(made.folder),
      nodes: distinct(made.nodes),
    })
    .returning();
  await touchStudy(studyId);
  await happened(studyId, `made the shortlist “${row.name}”`, { thing: row.id });
  const { id, name, folder, seen, version, nodes } = row;
  return { id, name, folder, seen, version, nodes };
}

/** Changes it on top of the version it was decided on; another one's change in between is told instead of written over. */
export async function changeShortlist(
  studyId: string,
  id: string,
  base: number,
  change: ShortlistChange,
): Promise<ShortlistSaved> {
  const mine = await seenIn('shortlist', studyId, 'edit', { id });
  const values = {
    ...(change.name === undefined ? {} : { name: cleanName(change.name, 'shortlist') }),
    ...(change.folder === undefined ? {} : { folder: folderOf(change.folder) }),
    ...(change.nodes === undefined ? {} : { nodes: distinct(change.nodes) }),
    version: base + 1,
  };
  const saved = await database()
    .update(shortlist)
    .set(values)
    .where(and(mine, eq(shortlist.version, base)))
    .returning({ name: shortlist.name });
  if (saved.length) {
    await touchStudy(studyId);
    await happened(studyId, `changed the shortlist “${saved[0].name}”`, { about: `shortlist ${id}`, thing: id });
    return { kind: 'saved', version: base + 1 };
  }
  const rows = await database().select().from(shortlist).where(mine);
  if (!rows[0]) throw new NotFound('This shortlist is not there. It may have been deleted.');
  return { kind: 'conflict', version: rows[0].version, size: rows[0].nodes.length };
}

export async function deleteShortlist(studyId: string, id: string): Promise<void> {
  const [deleted] = await database()
    .update(shortlist)
    .set({ deletedAt: sql`now()` })
    .where(await seenIn('shortlist', studyId, 'edit', { id }))
    .returning({ name: shortlist.name });
  if (!deleted) throw new NotFound('This shortlist is not there. It may have been deleted.');
  await happened(studyId, `deleted the shortlist “${deleted.name}”`, { thing: id });
}

/** Takes a deletion back. */
export async function restoreShortlist(studyId: string, id: string): Promise<void> {
  const restored = await database()
    .update(shortlist)
    .set({ deletedAt: null })
    .where(await seenIn('shortlist', studyId, 'edit', { id, among: 'deleted' }))
    .returning({ name: shortlist.name });
  if (!restored.length) throw new NotFound('There is no deleted shortlist to bring back.');
  await happened(studyId, `brought the shortlist “${restored[0].name}” back`, { thing: id });
}

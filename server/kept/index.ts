/** What is kept under a name in a study, to be used in its networks: looks, palettes, what is sifted by, and outlines for maps. */
import { and, asc, eq, ne, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { type KeptKind as Kind, keptKindSchema, keptValues as values } from '@/core/kept';
import type { Outline } from '@/core/places';
import type { siftingSchema } from '@/core/sift';
import { NotFound, studyFor } from '@/server/access';
import { newFiling, seenIn } from '@/server/access/things';
import { database, kept } from '@/server/db';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export { keptKindSchema as kindSchema };

interface Named {
  id: string;
  name: string;
  version: number;
}
export type KeptRow = Named &
  (
    | { kind: 'look'; value: z.infer<typeof values.look> }
    | { kind: 'palette'; value: string[] }
    | { kind: 'sift'; value: z.infer<typeof siftingSchema> }
    | { kind: 'outlines'; value: Outline[] }
  );

export const keptChangeSchema = z.object({ name: z.string().max(1000).optional(), value: z.unknown().optional() });
export type KeptSaved = { kind: 'saved'; version: number } | { kind: 'conflict'; version: number };

/** The value of what is kept; a Fault where it is none of its kind. */
function valueOf(kind: Kind, value: unknown): unknown {
  const read = values[kind].safeParse(value);
  if (read.success) return read.data;
  const reasons: Record<Kind, string> = {
    look: 'This look cannot be kept: a setting of it is none. Load the page anew and try again.',
    palette: 'A palette has two to sixty colours, each written #rrggbb.',
    outlines: 'These outlines cannot be kept: they are no areas and lines in degrees, or have too many points.',
    sift: 'These sifts cannot be kept: a setting of them is none. Load the page anew and try again.',
  };
  throw new Fault(reasons[kind], 'value');
}

const called: Record<Kind, string> = { look: 'look', palette: 'palette', sift: 'sift', outlines: 'set of outlines' };
const gone = 'This is not kept any more. It may have been deleted.';

/** All that is there, by kind and name. What a later version of the application kept is left out. */
export async function listKept(studyId: string): Promise<KeptRow[]> {
  const rows = await database()
    .select()
    .from(kept)
    .where(await seenIn('kept', studyId, 'read'))
    .orderBy(asc(kept.kind), asc(kept.name), asc(kept.id));
  return rows.flatMap(({ id, kind, name, version, value }) => {
    const read = values[kind].safeParse(value);
    return read.success ? [{ id, kind, name, version, value: read.data } as KeptRow] : [];
  });
}

/** Refuses a name that another one of the kind has already; of those that whoever asks does not see nothing is said. */
async function freeName(studyId: string, kind: Kind, wanted: string, id?: string): Promise<string> {
  const name = cleanName(wanted, called[kind]);
  const same = await database()
    .select({ id: kept.id })
    .from(kept)
    .where(
      and(
        await seenIn('kept', studyId, 'edit'),
        eq(kept.kind, kind),
        eq(kept.name, name),
        id === undefined ? undefined : ne(kept.id, id),
      ),
    );
  if (same.length) throw new Fault(`There is a ${called[kind]} called “${name}” already. Choose another name.`, 'name');
  return name;
}

/** What a kind is called. */
const kindWords: Record<Kind, string> = { look: 'look', palette: 'palette', sift: 'sift', outlines: 'outlines' };

export async function createKept(studyId: string, kind: Kind, name: string, value: unknown): Promise<Named> {
  await studyFor(studyId, 'edit');
  const { filing } = await newFiling(studyId, 'kept', { keptKind: kind });
  const row = { studyId, kind, name: await freeName(studyId, kind, name), value: valueOf(kind, value), ...filing };
  const [made] = await database().insert(kept).values(row).returning();
  await touchStudy(studyId);
  await happened(studyId, `kept the ${kindWords[kind]} “${made.name}”`, { thing: made.id });
  return { id: made.id, name: made.name, version: made.version };
}

/** Changes it on top of the version it was decided on; another one's change in between is told instead of written over. */
export async function changeKept(
  studyId: string,
  id: string,
  base: number,
  { name, value }: z.infer<typeof keptChangeSchema>,
): Promise<KeptSaved> {
  const [held] = await database()
    .select()
    .from(kept)
    .where(await seenIn('kept', studyId, 'edit', { id }));
  if (!held) throw new NotFound(gone);
  const change = {
    ...(name === undefined ? {} : { name: await freeName(studyId, held.kind, name, id) }),
    ...(value === undefined ? {} : { value: valueOf(held.kind, value) }),
    version: base + 1,
  };
  const saved = await database()
    .update(kept)
    .set(change)
    .where(and(await seenIn('kept', studyId, 'edit', { id }), eq(kept.version, base)))
    .returning({ id: kept.id });
  if (!saved.length) {
    const [now] = await database()
      .select({ version: kept.version })
      .from(kept)
      .where(await seenIn('kept', studyId, 'edit', { id }));
    if (!now) throw new NotFound(gone);
    return { kind: 'conflict', version: now.version };
  }
  await touchStudy(studyId);
  await happened(studyId, `changed the ${kindWords[held.kind]} “${held.name}”`, { about: `kept ${id}`, thing: id });
  return { kind: 'saved', version: base + 1 };
}

export async function deleteKept(studyId: string, id: string): Promise<void> {
  const [deleted] = await database()
    .update(kept)
    .set({ deletedAt: sql`now()` })
    .where(await seenIn('kept', studyId, 'edit', { id }))
    .returning({ kind: kept.kind, name: kept.name });
  if (!deleted) throw new NotFound(gone);
  await happened(studyId, `deleted the ${kindWords[deleted.kind]} “${deleted.name}”`, { thing: id });
}

/** Takes a deletion back. */
export async function restoreKept(studyId: string, id: string): Promise<void> {
  const restored = await database()
    .update(kept)
    .set({ deletedAt: null })
    .where(await seenIn('kept', studyId, 'edit', { id, among: 'deleted' }))
    .returning({ kind: kept.kind, name: kept.name });
  if (!restored.length) throw new NotFound('There is nothing deleted to bring back.');
  await happened(studyId, `brought the ${kindWords[restored[0].kind]} “${restored[0].name}” back`, { thing: id });
}

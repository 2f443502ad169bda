/** Figures of a study: pages of parts, what they hold, and a small picture of each. */
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { type FigureSettings, firstFigure, readFigure } from '@/core/figure/plan';
import { NotFound, studyFor } from '@/server/access';
import { database, figure, figureHeld, inTransaction } from '@/server/db';
import { openNetwork } from '@/server/networks';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface FigureHead {
  id: string;
  name: string;
  changedAt: Date;
  /** Millimetres, and how many maps are on the page; null where it cannot be read. */
  size: { width: number; height: number; maps: number; held: boolean } | null;
  picture: string | null;
}

/** Where the small picture of a figure lies: another address for another picture, so that it may be cached for ever. */
const pictureAddress = sql<
  string | null
>`'/api/studies/' || ${figure.studyId} || '/figures/' || ${figure.id} || '/picture/' || md5(${figure.picture})`;

export async function listFigures(studyId: string): Promise<FigureHead[]> {
  await studyFor(studyId, 'read');
  const rows = await database()
    .select({
      id: figure.id,
      name: figure.name,
      changedAt: figure.changedAt,
      settings: figure.settings,
      picture: pictureAddress,
    })
    .from(figure)
    .where(and(eq(figure.studyId, studyId), isNull(figure.deletedAt)))
    .orderBy(desc(figure.changedAt), figure.id);
  return rows.map(({ settings, ...head }) => ({ ...head, size: sizeOf(settings) }));
}

function sizeOf(settings: unknown): FigureHead['size'] {
  try {
    const { width, height, parts, held } = readFigure(settings);
    const maps = parts.filter(({ kind, hidden }) => kind === 'map' && !hidden).length;
    return { width, height, maps, held: held !== undefined };
  } catch (error) {
    if (error instanceof Fault) return null;
    throw error;
  }
}

const idSchema = z.uuid();
const gone = 'This figure is not there. It may have been deleted; the Figures page lists those there are.';

async function found(studyId: string, id: string): Promise<typeof figure.$inferSelect> {
  const rows = idSchema.safeParse(id).success
    ? await database()
        .select()
        .from(figure)
        .where(and(eq(figure.id, id), eq(figure.studyId, studyId), isNull(figure.deletedAt)))
    : [];
  if (!rows[0]) throw new NotFound(gone);
  return rows[0];
}

export interface OpenFigure {
  id: string;
  name: string;
  version: number;
  settings: FigureSettings;
}

/** A Fault where its settings cannot be read. */
export async function openFigure(studyId: string, id: string): Promise<OpenFigure> {
  await studyFor(studyId, 'read');
  const { name, version, settings } = await found(studyId, id);
  return { id, name, version, settings: readFigure(settings) };
}

/** A new figure; without a name it is the next by number. */
export async function createFigure(
  studyId: string,
  settings: FigureSettings,
  name?: string,
): Promise<{ id: string; name: string }> {
  await studyFor(studyId, 'edit');
  const rows = await database().select({ name: figure.name }).from(figure).where(eq(figure.studyId, studyId));
  // Those that were deleted keep their numbers, as they may come back.
  const numbers = rows.map((row) => Number(/^Figure (\d+)$/.exec(row.name)?.[1] ?? 0));
  const clean = name === undefined ? `Figure ${Math.max(0, ...numbers) + 1}` : cleanName(name, 'figure');
  const [made] = await database()
    .insert(figure)
    .values({ studyId, name: clean, settings })
    .returning({ id: figure.id, name: figure.name });
  await touchStudy(studyId);
  await happened(studyId, `made the figure “${clean}”`);
  return made;
}

/** A figure of a network, as it is first made. */
export async function makeFigure(studyId: string, networkId: string): Promise<{ id: string; name: string }> {
  const { id, name } = await openNetwork(studyId, networkId);
  return createFigure(studyId, firstFigure({ id, name }));
}

export type FigureSaved =
  | { kind: 'saved'; version: number }
  /** Someone saved in between; nothing was overwritten. */
  | { kind: 'conflict'; version: number; settings: FigureSettings };

/** Stores a figure on top of the version it was made from. */
export async function saveFigure(
  studyId: string,
  id: string,
  base: number,
  settings: FigureSettings,
): Promise<FigureSaved> {
  await studyFor(studyId, 'edit');
  const { name } = await found(studyId, id);
  if (settings.held && !(await heldKeys(id)).includes(settings.held.key))
    throw new Fault('What this figure is to hold was not kept. Hold it again.', 'held');
  return inTransaction(async (): Promise<FigureSaved> => {
    const saved = await database()
      .update(figure)
      .set({ settings, version: base + 1, changedAt: sql`now()` })
      .where(and(eq(figure.id, id), eq(figure.version, base)))
      .returning({ version: figure.version });
    if (saved.length === 0) {
      const now = await found(studyId, id);
      return { kind: 'conflict', version: now.version, settings: readFigure(now.settings) };
    }
    await touchStudy(studyId);
    await happened(studyId, `changed the figure “${name}”`, `figure ${id}`);
    return { kind: 'saved', version: base + 1 };
  });
}

const heldKeys = async (id: string): Promise<string[]> =>
  (await database().select({ key: figureHeld.key }).from(figureHeld).where(eq(figureHeld.figureId, id))).map(
    ({ key }) => key,
  );

export async function renameFigure(studyId: string, id: string, name: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const before = await found(studyId, id);
  const clean = cleanName(name, 'figure');
  await database().update(figure).set({ name: clean }).where(eq(figure.id, id));
  await touchStudy(studyId);
  await happened(studyId, `renamed the figure “${before.name}” to “${clean}”`);
}

export async function deleteFigure(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const { name } = await found(studyId, id);
  await database()
    .update(figure)
    .set({ deletedAt: sql`now()` })
    .where(eq(figure.id, id));
  await happened(studyId, `deleted the figure “${name}”`);
}

/** Takes a deletion back. */
export async function restoreFigure(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(figure)
    .set({ deletedAt: null })
    .where(and(eq(figure.id, id), eq(figure.studyId, studyId), isNotNull(figure.deletedAt)))
    .returning({ name: figure.name });
  if (restored.length === 0) throw new NotFound('There is no deleted figure to bring back.');
  await happened(studyId, `brought the figure “${restored[0].name}” back`);
}

export { found as figureRow };

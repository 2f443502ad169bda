/** Figures of a study: pages of parts, what they hold, and a small picture of each. */
import { and, desc, eq, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { type FigureSettings, firstFigure, readFigure } from '@/core/figure/plan';
import { NotFound, type Right } from '@/server/access';
import { type ThingRef, newFiling, seenIn } from '@/server/access/things';
import { type Seen, database, figure, figureHeld, inTransaction } from '@/server/db';
import { openNetwork } from '@/server/networks';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';
import { onTop } from '@/server/on-top';

export interface FigureHead {
  id: string;
  name: string;
  changedAt: Date;
  folder: string;
  seen: Seen;
  /** Millimetres, and how many maps are on the page; null where it cannot be read. */
  size: { width: number; height: number; maps: number; held: boolean } | null;
  picture: string | null;
}

/** Where the small picture of a figure lies: another address for another picture, so that it may be cached for ever. */
const pictureAddress = sql<
  string | null
>`'/api/studies/' || ${figure.studyId} || '/figures/' || ${figure.id} || '/picture/' || md5(${figure.picture})`;

export async function listFigures(studyId: string): Promise<FigureHead[]> {
  const rows = await database()
    .select({
      id: figure.id,
      name: figure.name,
      changedAt: figure.changedAt,
      folder: figure.folder,
      seen: figure.seen,
      settings: figure.settings,
      picture: pictureAddress,
    })
    .from(figure)
    .where(await seenIn('figure', studyId, 'read'))
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

const gone = 'This figure is not there. It may have been deleted; the Figures page lists those there are.';

async function found(studyId: string, id: string, right: Right): Promise<typeof figure.$inferSelect> {
  const rows = await database()
    .select()
    .from(figure)
    .where(await seenIn('figure', studyId, right, { id }));
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
  const { name, version, settings } = await found(studyId, id, 'read');
  return { id, name, version, settings: readFigure(settings) };
}

/**
 * A new figure; without a name it is the next by number.
 * @param like The figure or network it is made from: those who see that one see the new one.
 */
export async function createFigure(
  studyId: string,
  settings: FigureSettings,
  name?: string,
  like?: ThingRef,
): Promise<{ id: string; name: string }> {
  const rows = await database()
    .select({ name: figure.name })
    .from(figure)
    .where(await seenIn('figure', studyId, 'edit', { among: 'all' }));
  // Those that were deleted keep their numbers, as they may come back.
  const numbers = rows.map((row) => Number(/^Figure (\d+)$/.exec(row.name)?.[1] ?? 0));
  const clean = name === undefined ? `Figure ${Math.max(0, ...numbers) + 1}` : cleanName(name, 'figure');
  return inTransaction(async () => {
    const { filing, file } = await newFiling(studyId, 'figure', { like });
    const [made] = await database()
      .insert(figure)
      .values({ studyId, name: clean, settings, ...filing })
      .returning({ id: figure.id, name: figure.name });
    await file(made.id);
    await touchStudy(studyId);
    await happened(studyId, `made the figure “${clean}”`, { thing: made.id });
    return made;
  });
}

/** A figure of a network, as it is first made. */
export async function makeFigure(studyId: string, networkId: string): Promise<{ id: string; name: string }> {
  const { id, name } = await openNetwork(studyId, networkId);
  return createFigure(studyId, firstFigure({ id, name }), undefined, { kind: 'network', id });
}

export type FigureSaved =
  | { kind: 'saved'; version: number }
  /** Someone saved in between; nothing was overwritten. */
  | { kind: 'conflict'; version: number; settings: FigureSettings };

/**
 * Stores a figure on top of the version it was made from.
 * @param sent What the same page sent before, without an answer: where it stands there, these go on top of it.
 */
export async function saveFigure(
  studyId: string,
  id: string,
  base: number,
  settings: FigureSettings,
  sent?: FigureSettings,
): Promise<FigureSaved> {
  const store = (on: number): Promise<FigureSaved> => storeFigure(studyId, id, on, settings);
  return onTop(store, base, (there) => there.settings, settings, sent);
}

async function storeFigure(studyId: string, id: string, base: number, settings: FigureSettings): Promise<FigureSaved> {
  const { name } = await found(studyId, id, 'edit');
  if (settings.held && !(await heldKeys(id)).includes(settings.held.key))
    throw new Fault('What this figure is to hold was not kept. Hold it again.', 'held');
  return inTransaction(async (): Promise<FigureSaved> => {
    const saved = await database()
      .update(figure)
      .set({ settings, version: base + 1, changedAt: sql`now()` })
      .where(and(await seenIn('figure', studyId, 'edit', { id }), eq(figure.version, base)))
      .returning({ version: figure.version });
    if (saved.length === 0) {
      const now = await found(studyId, id, 'edit');
      return { kind: 'conflict', version: now.version, settings: readFigure(now.settings) };
    }
    await touchStudy(studyId);
    await happened(studyId, `changed the figure “${name}”`, {
      about: `figure ${id}`,
      thing: id,
      made: { version: base + 1, place: `figures/${id}` },
    });
    return { kind: 'saved', version: base + 1 };
  });
}

const heldKeys = async (id: string): Promise<string[]> =>
  (await database().select({ key: figureHeld.key }).from(figureHeld).where(eq(figureHeld.figureId, id))).map(
    ({ key }) => key,
  );

export async function renameFigure(studyId: string, id: string, name: string): Promise<void> {
  const before = await found(studyId, id, 'edit');
  const clean = cleanName(name, 'figure');
  await database()
    .update(figure)
    .set({ name: clean })
    .where(await seenIn('figure', studyId, 'edit', { id }));
  await touchStudy(studyId);
  await happened(studyId, `renamed the figure “${before.name}” to “${clean}”`, { thing: id });
}

export async function deleteFigure(studyId: string, id: string): Promise<void> {
  const { name } = await found(studyId, id, 'edit');
  await database()
    .update(figure)
    .set({ deletedAt: sql`now()` })
    .where(await seenIn('figure', studyId, 'edit', { id }));
  await happened(studyId, `deleted the figure “${name}”`, { thing: id });
}

/** Takes a deletion back. */
export async function restoreFigure(studyId: string, id: string): Promise<void> {
  const restored = await database()
    .update(figure)
    .set({ deletedAt: null })
    .where(await seenIn('figure', studyId, 'edit', { id, among: 'deleted' }))
    .returning({ name: figure.name });
  if (restored.length === 0) throw new NotFound('There is no deleted figure to bring back.');
  await happened(studyId, `brought the figure “${restored[0].name}” back`, { thing: id });
}

export { found as figureRow };

/** What is kept of a figure in bytes: its small picture, and what its networks came to when it was held. */
import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { heldKey, readHeld } from '@/core/figure/plan';
import { NotFound, studyFor } from '@/server/access';
import { database, figure, figureHeld } from '@/server/db';
import { figureRow } from '.';

const head = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** Keeps the small picture, a PNG. */
export async function keepFigurePicture(studyId: string, id: string, png: Buffer): Promise<void> {
  await studyFor(studyId, 'edit');
  await figureRow(studyId, id);
  if (!png.subarray(0, head.length).equals(head))
    throw new Fault('The picture of the figure is no PNG. Load the page again.');
  await database().update(figure).set({ picture: png }).where(eq(figure.id, id));
}

/** The small picture; undefined where none or another than the named one is kept. */
export async function figurePicture(studyId: string, id: string, md5: string): Promise<Buffer | undefined> {
  await studyFor(studyId, 'read');
  const { picture } = await figureRow(studyId, id);
  return picture && createHash('md5').update(picture).digest('hex') === md5 ? picture : undefined;
}

/** Keeps what a figure holds, under the digest of its bytes, which is its key. A Fault where it cannot be read. */
export async function keepHeld(studyId: string, id: string, bytes: Buffer): Promise<string> {
  await studyFor(studyId, 'edit');
  await figureRow(studyId, id);
  readHeld(bytes);
  const key = heldKey(bytes);
  await database().insert(figureHeld).values({ figureId: id, key, bytes }).onConflictDoNothing();
  return key;
}

export async function heldOf(studyId: string, id: string, key: string): Promise<Buffer> {
  await studyFor(studyId, 'read');
  await figureRow(studyId, id);
  const [row] = await database()
    .select({ bytes: figureHeld.bytes })
    .from(figureHeld)
    .where(and(eq(figureHeld.figureId, id), eq(figureHeld.key, key)));
  if (!row) throw new NotFound('What this figure holds is not there any more. Let it follow its networks again.');
  return row.bytes;
}

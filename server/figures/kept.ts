/** What is kept of a figure in bytes: its small picture, and what its networks came to when it was held. */
import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { heldKey, readHeld } from '@/core/figure/plan';
import { NotFound } from '@/server/access';
import { seenIn } from '@/server/access/things';
import { database, figure, figureHeld } from '@/server/db';
import { figureRow } from '.';

const head = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** Keeps the small picture, a PNG. */
export async function keepFigurePicture(studyId: string, id: string, png: Buffer): Promise<void> {
  await figureRow(studyId, id, 'edit');
  if (!png.subarray(0, head.length).equals(head))
    throw new Fault('The picture of the figure is no PNG. Load the page again.');
  await database()
    .update(figure)
    .set({ picture: png })
    .where(await seenIn('figure', studyId, 'edit', { id }));
}

/** The small picture; undefined where none or another than the named one is kept. */
export async function figurePicture(studyId: string, id: string, md5: string): Promise<Buffer | undefined> {
  const { picture } = await figureRow(studyId, id, 'read');
  return picture && createHash('md5').update(picture).digest('hex') === md5 ? picture : undefined;
}

/** Keeps what a figure holds, under the digest of its bytes, which is its key. A Fault where it cannot be read. */
export async function keepHeld(studyId: string, id: string, bytes: Buffer): Promise<string> {
  await figureRow(studyId, id, 'edit');
  readHeld(bytes);
  const key = heldKey(bytes);
  await database().insert(figureHeld).values({ figureId: id, key, bytes }).onConflictDoNothing();
  return key;
}

export async function heldOf(studyId: string, id: string, key: string): Promise<Buffer> {
  await figureRow(studyId, id, 'read');
  const [row] = await database()
    .select({ bytes: figureHeld.bytes })
    .from(figureHeld)
    .where(and(eq(figureHeld.figureId, id), eq(figureHeld.key, key)));
  if (!row) throw new NotFound('What this figure holds is not there any more. Let it follow its networks again.');
  return row.bytes;
}

/** The last result of a network, kept so that opening it lays nothing out again and cards have a picture. */
import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { resultSchema } from '@/core/archive/layout';
import { Fault } from '@/core/fault';
import { database, snapshot } from '@/server/db';
import { studyFor } from '@/server/access';
import { openNetwork } from '.';

export { resultSchema as snapshotSchema } from '@/core/archive/layout';
export type SnapshotHead = z.infer<typeof resultSchema>;

/** Keeps the result; `positions` holds 8 bytes for each node, or nothing. */
export async function keepSnapshot(studyId: string, id: string, head: SnapshotHead, positions: Buffer): Promise<void> {
  await studyFor(studyId, 'edit');
  await openNetwork(studyId, id);
  if (positions.length !== 0 && positions.length !== head.nodes * 8) {
    throw new Fault('The positions do not fit the number of nodes.', 'positions');
  }
  const values = { ...head, positions: positions.length ? positions : null };
  await database()
    .insert(snapshot)
    .values({ networkId: id, ...values })
    .onConflictDoUpdate({ target: snapshot.networkId, set: values });
}

/** The positions kept for a layout; undefined where another or none is kept. */
export async function keptPositions(studyId: string, id: string, layout: string): Promise<Buffer | undefined> {
  await studyFor(studyId, 'read');
  await openNetwork(studyId, id);
  const rows = await database().select().from(snapshot).where(eq(snapshot.networkId, id));
  return rows[0]?.layout === layout ? (rows[0].positions ?? undefined) : undefined;
}

/** The kept picture as the bytes of an SVG; undefined where none or another than the named one is kept. */
export async function keptPicture(studyId: string, id: string, md5: string): Promise<Buffer | undefined> {
  await studyFor(studyId, 'read');
  await openNetwork(studyId, id);
  const rows = await database().select({ picture: snapshot.picture }).from(snapshot).where(eq(snapshot.networkId, id));
  const picture = rows[0]?.picture;
  if (picture === undefined || createHash('md5').update(picture).digest('hex') !== md5) return undefined;
  return Buffer.from(picture.slice(picture.indexOf(',') + 1), 'base64');
}

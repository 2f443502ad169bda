/** Saves of things that several people and several pages change: on top of the version that each was made from. */
import { isDeepStrictEqual } from 'node:util';
import * as z from 'zod';
import { jsonOf } from './body';

interface Stored {
  kind: 'saved';
  version: number;
}

/**
 * Stores on top of a version. Where another stands there, it may be what the same page sent before and got no answer to: the very same is stored already, and
 * what was `sent` is gone on from. Anything else is a conflict, as `store` tells it.
 * @param standing What stands there, of a conflict.
 */
export async function onTop<T, C extends { kind: 'conflict'; version: number }>(
  store: (base: number) => Promise<Stored | C>,
  base: number,
  standing: (found: C) => T,
  mine: T,
  sent: T | undefined,
): Promise<Stored | C> {
  const first = await store(base);
  if (first.kind === 'saved') return first;
  const there = plain(standing(first));
  if (isDeepStrictEqual(there, plain(mine))) return { kind: 'saved', version: first.version };
  return sent !== undefined && isDeepStrictEqual(there, plain(sent)) ? store(first.version) : first;
}

/** As it comes out of the database: what is undefined is not there. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** Bytes: browsers send no more than 64 KiB for a page that goes. */
const largest = 256 * 1024;
const leftSchema = z.object({
  version: z.number().int().min(0).max(2_147_483_647),
  thing: z.unknown(),
  sent: z.unknown().optional(),
});

/** What a page that went had not saved. */
export async function leftUnsaved<T>(
  request: Request,
  read: (written: unknown) => T,
): Promise<{ version: number; thing: T; sent: T | undefined }> {
  const { version, thing, sent } = leftSchema.parse(await jsonOf(request, largest));
  return { version, thing: read(thing), sent: sent === undefined ? undefined : read(sent) };
}

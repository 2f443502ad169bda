/** Networks of a study: trails with names, versions and the last result of each. */
import { and, desc, eq, sql } from 'drizzle-orm';
import { type OtherNetwork, type Trail, readTrail, readTrailOrFault, stored } from '@/core/trail';
import { type Seen, database, inTransaction, network, networkVersion, snapshot } from '@/server/db';
import { pictureAddress } from './picture';
import { NotFound, type Right, studyFor } from '@/server/access';
import { newFiling, seenIn } from '@/server/access/things';
import { signedIn } from '@/server/people/person';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';
import { onTop } from '@/server/on-top';

export interface NetworkHead {
  id: string;
  name: string;
  version: number;
  changedAt: Date;
  folder: string;
  seen: Seen;
  nodes: number | null;
  edges: number | null;
  groups: number | null;
  picture: string | null;
}

export async function listNetworks(studyId: string): Promise<NetworkHead[]> {
  return database()
    .select({
      id: network.id,
      name: network.name,
      version: network.version,
      changedAt: network.changedAt,
      folder: network.folder,
      seen: network.seen,
      nodes: snapshot.nodes,
      edges: snapshot.edges,
      groups: snapshot.groups,
      picture: pictureAddress,
    })
    .from(network)
    .leftJoin(snapshot, eq(snapshot.networkId, network.id))
    .where(await seenIn('network', studyId, 'read'))
    .orderBy(desc(network.changedAt), network.id);
}

/** With its version, and the digest of the layout whose positions are kept. */
export type KeptNetwork = OtherNetwork & { version: number; layout: string | null };

/** The study's networks with their trails, by name, for those that are put together with others. */
export async function networkTrails(studyId: string): Promise<KeptNetwork[]> {
  const rows = await database()
    .select({
      id: network.id,
      name: network.name,
      version: network.version,
      layout: snapshot.layout,
      trail: network.trail,
    })
    .from(network)
    .leftJoin(snapshot, eq(snapshot.networkId, network.id))
    .where(await seenIn('network', studyId, 'read'))
    .orderBy(network.name, network.id);
  return rows.map(({ trail, ...row }) => ({ ...row, ...readTrailOrFault(trail) }));
}

async function found(studyId: string, id: string, right: Right = 'edit'): Promise<typeof network.$inferSelect> {
  const rows = await database()
    .select()
    .from(network)
    .where(await seenIn('network', studyId, right, { id }));
  if (!rows[0])
    throw new NotFound('This network is not there. It may have been deleted; the Networks page lists those there are.');
  return rows[0];
}

export interface OpenNetwork {
  id: string;
  name: string;
  version: number;
  trail: Trail;
  layout: string | null;
}

/** A Fault where its trail cannot be read. */
export async function openNetwork(studyId: string, id: string): Promise<OpenNetwork> {
  const { name, version, trail } = await found(studyId, id, 'read');
  const held = await database().select({ layout: snapshot.layout }).from(snapshot).where(eq(snapshot.networkId, id));
  return { id, name, version, trail: readTrail(trail), layout: held[0]?.layout ?? null };
}

/** @param like The network it is made from: those who see that one see the new one. */
export async function createNetwork(
  studyId: string,
  name: string,
  trail: Trail,
  like?: string,
): Promise<{ id: string }> {
  await studyFor(studyId, 'edit');
  const clean = cleanName(name, 'network');
  return inTransaction(async () => {
    const { filing, file } = await newFiling(studyId, 'network', {
      like: like === undefined ? undefined : { kind: 'network', id: like },
    });
    const made = await database()
      .insert(network)
      .values({ studyId, name: clean, trail: stored(trail), ...filing })
      .returning({ id: network.id });
    await file(made[0].id);
    await database()
      .insert(networkVersion)
      .values({ networkId: made[0].id, version: 1, trail: stored(trail), personId: filing.ownerId });
    await touchStudy(studyId);
    await happened(studyId, `made the network “${clean}”`, { thing: made[0].id });
    return made[0];
  });
}

export type Saved =
  | { kind: 'saved'; version: number }
  /** Someone saved in between: what is stored now, and when that was. Nothing was overwritten. */
  | { kind: 'conflict'; version: number; trail: Trail; changedAt: string };

/**
 * Stores a trail on top of the version it was made from.
 * @param sent What the same page sent before, without an answer: where it stands there, the trail goes on top of it.
 */
export async function saveTrail(studyId: string, id: string, base: number, trail: Trail, sent?: Trail): Promise<Saved> {
  const store = (on: number): Promise<Saved> => storeTrail(studyId, id, on, trail);
  return onTop(store, base, (there) => stored(there.trail), stored(trail), sent && stored(sent));
}

async function storeTrail(studyId: string, id: string, base: number, trail: Trail): Promise<Saved> {
  const { name } = await found(studyId, id);
  return inTransaction(async (): Promise<Saved> => {
    const saved = await database()
      .update(network)
      .set({ trail: stored(trail), version: base + 1, changedAt: sql`now()` })
      .where(and(await seenIn('network', studyId, 'edit', { id }), eq(network.version, base)))
      .returning({ version: network.version });
    if (saved.length === 0) {
      const now = await found(studyId, id);
      const changedAt = now.changedAt.toISOString();
      return { kind: 'conflict', version: now.version, trail: readTrail(now.trail), changedAt };
    }
    await database()
      .insert(networkVersion)
      .values({ networkId: id, version: base + 1, trail: stored(trail), personId: (await signedIn()).id });
    await touchStudy(studyId);
    await happened(studyId, `changed the network “${name}”`, {
      about: `network ${id}`,
      thing: id,
      made: { version: base + 1, place: `networks/${id}?versions=${base + 1}` },
    });
    return { kind: 'saved', version: base + 1 };
  });
}

/** What is stored now. A Fault where its trail cannot be read. */
export async function networkNow(
  studyId: string,
  id: string,
): Promise<{ version: number; trail: Trail; changedAt: string }> {
  const { version, trail, changedAt } = await found(studyId, id, 'read');
  return { version, trail: readTrail(trail), changedAt: changedAt.toISOString() };
}

export async function renameNetwork(studyId: string, id: string, name: string): Promise<void> {
  const before = await found(studyId, id);
  const clean = cleanName(name, 'network');
  await database()
    .update(network)
    .set({ name: clean })
    .where(await seenIn('network', studyId, 'edit', { id }));
  await touchStudy(studyId);
  await happened(studyId, `renamed the network “${before.name}” to “${clean}”`, { thing: id });
}

export async function deleteNetwork(studyId: string, id: string): Promise<void> {
  const { name } = await found(studyId, id);
  await database()
    .update(network)
    .set({ deletedAt: sql`now()` })
    .where(await seenIn('network', studyId, 'edit', { id }));
  await happened(studyId, `deleted the network “${name}”`, { thing: id });
}

/** Takes a deletion back. */
export async function restoreNetwork(studyId: string, id: string): Promise<void> {
  const restored = await database()
    .update(network)
    .set({ deletedAt: null })
    .where(await seenIn('network', studyId, 'edit', { id, among: 'deleted' }))
    .returning({ name: network.name });
  if (restored.length === 0) throw new NotFound('There is no deleted network to bring back.');
  await happened(studyId, `brought the network “${restored[0].name}” back`, { thing: id });
}

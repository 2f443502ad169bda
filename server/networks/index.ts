/** Networks of a study: trails with names, versions and the last result of each. */
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { type OtherNetwork, type Trail, readTrail, readTrailOrFault, stored } from '@/core/trail';
import { database, inTransaction, network, networkVersion, snapshot } from '@/server/db';
import { pictureAddress } from './picture';
import { NotFound, studyFor } from '@/server/access';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface NetworkHead {
  id: string;
  name: string;
  version: number;
  changedAt: Date;
  nodes: number | null;
  edges: number | null;
  groups: number | null;
  picture: string | null;
}

export async function listNetworks(studyId: string): Promise<NetworkHead[]> {
  await studyFor(studyId, 'read');
  return database()
    .select({
      id: network.id,
      name: network.name,
      version: network.version,
      changedAt: network.changedAt,
      nodes: snapshot.nodes,
      edges: snapshot.edges,
      groups: snapshot.groups,
      picture: pictureAddress,
    })
    .from(network)
    .leftJoin(snapshot, eq(snapshot.networkId, network.id))
    .where(and(eq(network.studyId, studyId), isNull(network.deletedAt)))
    .orderBy(desc(network.changedAt), network.id);
}

/** With its version, and the digest of the layout whose positions are kept. */
export type KeptNetwork = OtherNetwork & { version: number; layout: string | null };

/** The study's networks with their trails, by name, for those that are put together with others. */
export async function networkTrails(studyId: string): Promise<KeptNetwork[]> {
  await studyFor(studyId, 'read');
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
    .where(and(eq(network.studyId, studyId), isNull(network.deletedAt)))
    .orderBy(network.name, network.id);
  return rows.map(({ trail, ...row }) => ({ ...row, ...readTrailOrFault(trail) }));
}

const idSchema = z.uuid();

async function found(studyId: string, id: string): Promise<typeof network.$inferSelect> {
  const rows = idSchema.safeParse(id).success
    ? await database()
        .select()
        .from(network)
        .where(and(eq(network.id, id), eq(network.studyId, studyId), isNull(network.deletedAt)))
    : [];
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
  await studyFor(studyId, 'read');
  const { name, version, trail } = await found(studyId, id);
  const held = await database().select({ layout: snapshot.layout }).from(snapshot).where(eq(snapshot.networkId, id));
  return { id, name, version, trail: readTrail(trail), layout: held[0]?.layout ?? null };
}

export async function createNetwork(studyId: string, name: string, trail: Trail): Promise<{ id: string }> {
  await studyFor(studyId, 'edit');
  const clean = cleanName(name, 'network');
  return inTransaction(async () => {
    const made = await database()
      .insert(network)
      .values({ studyId, name: clean, trail: stored(trail) })
      .returning({ id: network.id });
    await database()
      .insert(networkVersion)
      .values({ networkId: made[0].id, version: 1, trail: stored(trail) });
    await touchStudy(studyId);
    await happened(studyId, `made the network “${clean}”`);
    return made[0];
  });
}

export type Saved =
  | { kind: 'saved'; version: number }
  /** Someone saved in between: what is stored now, and when that was. Nothing was overwritten. */
  | { kind: 'conflict'; version: number; trail: Trail; changedAt: string };

/** Stores a trail on top of the version it was made from. */
export async function saveTrail(studyId: string, id: string, base: number, trail: Trail): Promise<Saved> {
  await studyFor(studyId, 'edit');
  const { name } = await found(studyId, id);
  return inTransaction(async (): Promise<Saved> => {
    const saved = await database()
      .update(network)

      .set({ trail: stored(trail), version: base + 1, changedAt: sql`now()` })
      .where(and(eq(network.id, id), eq(network.version, base)))
      .returning({ version: network.version });
    if (saved.length === 0) {
      const [now] = await database().select().from(network).where(eq(network.id, id));
      const changedAt = now.changedAt.toISOString();
      return { kind: 'conflict', version: now.version, trail: readTrail(now.trail), changedAt };
    }
    await database()
      .insert(networkVersion)
      .values({ networkId: id, version: base + 1, trail: stored(trail) });
    await touchStudy(studyId);
    await happened(studyId, `changed the network “${name}” to version ${base + 1}`, `network ${id}`);
    return { kind: 'saved', version: base + 1 };
  });
}

export async function renameNetwork(studyId: string, id: string, name: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const before = await found(studyId, id);
  const clean = cleanName(name, 'network');
  await database().update(network).set({ name: clean }).where(eq(network.id, id));
  await touchStudy(studyId);
  await happened(studyId, `renamed the network “${before.name}” to “${clean}”`);
}

export async function deleteNetwork(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const { name } = await found(studyId, id);
  await database()
    .update(network)
    .set({ deletedAt: sql`now()` })
    .where(eq(network.id, id));
  await happened(studyId, `deleted the network “${name}”`);
}

/** Takes a deletion back. */
export async function restoreNetwork(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(network)
    .set({ deletedAt: null })
    .where(and(eq(network.id, id), eq(network.studyId, studyId), isNotNull(network.deletedAt)))
    .returning({ name: network.name });
  if (restored.length === 0) throw new NotFound('There is no deleted network to bring back.');
  await happened(studyId, `brought the network “${restored[0].name}” back`);
}

/** Studies: listed, made, renamed, deleted and brought back. */
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { type Role, database, inTransaction, member, network, snapshot, study, studyTable } from '@/server/db';
import { studyFor } from '@/server/access';
import { seenAmong } from '@/server/access/things';
import { signedIn } from '@/server/people/person';
import { pictureAddress } from '@/server/networks/picture';
import { happened } from '@/server/happened';

export interface StudyCard {
  id: string;
  name: string;
  changedAt: Date;
  /** Of whoever asks. */
  role: Role;
  tables: number;
  records: number;
  networks: {
    id: string;
    name: string;
    nodes: number | null;
    edges: number | null;
    groups: number | null;
    picture: string | null;
  }[];
}

/** A name without surrounding blanks and characters that cannot be seen or stored; a Fault where nothing is left, or too much. */
export function cleanName(name: string, what: string): string {
  const clean = name
    .replace(/[\p{Cc}\p{Cs}]/gu, ' ')
    .trim()
    .replace(/\s+/g, ' ');
  if (clean === '') throw new Fault(`Give the ${what} a name.`, 'name');
  if (clean.length > 200)
    throw new Fault(`The name has ${clean.length} characters; 200 is the most. Shorten it.`, 'name');
  return clean;
}

/** The studies that whoever asks has a part in, the last changed first. */
export async function listStudies(): Promise<StudyCard[]> {
  const db = database();
  const { id: personId } = await signedIn();
  const studies = await db
    .select({ id: study.id, name: study.name, changedAt: study.changedAt, role: member.role })
    .from(study)
    .innerJoin(member, and(eq(member.studyId, study.id), eq(member.personId, personId)))
    .where(isNull(study.deletedAt))
    .orderBy(desc(study.changedAt), study.id);
  const mine = studies.map(({ id }) => id);
  if (!mine.length) return [];
  const tables = await db
    .select({
      studyId: studyTable.studyId,
      tables: sql<number>`count(*)::int`,
      records: sql<number>`coalesce(sum(${studyTable.rows}), 0)::int`,
    })
    .from(studyTable)
    .where(and(isNull(studyTable.deletedAt), inArray(studyTable.studyId, mine)))
    .groupBy(studyTable.studyId);
  const networks = await db
    .select({
      studyId: network.studyId,
      id: network.id,
      name: network.name,
      nodes: snapshot.nodes,
      edges: snapshot.edges,
      groups: snapshot.groups,
      picture: pictureAddress,
    })
    .from(network)
    .leftJoin(snapshot, eq(snapshot.networkId, network.id))
    .where(await seenAmong('network', mine))
    .orderBy(desc(network.changedAt), network.id);
  return studies.map(({ id, name, changedAt, role }) => {
    const held = tables.find((row) => row.studyId === id);
    return {
      id,
      name,
      changedAt,
      role,
      tables: held?.tables ?? 0,
      records: held?.records ?? 0,
      networks: networks.filter((row) => row.studyId === id).map(({ studyId: _studyId, ...row }) => row),
    };
  });
}

export async function createStudy(name: string): Promise<{ id: string }> {
  return { id: await newStudy(cleanName(name, 'study')) };
}

/** A study of whoever asks; its id. */
export async function newStudy(name: string): Promise<string> {
  const { id: personId } = await signedIn();
  return inTransaction(async () => {
    const [{ id: studyId }] = await database().insert(study).values({ name }).returning({ id: study.id });
    await database().insert(member).values({ studyId, personId, role: 'owner' });
    await happened(studyId, 'made the study');
    return studyId;
  });
}

/** Names of the studies that whoever asks has a part in. */
export async function studyNames(): Promise<Set<string>> {
  const { id: personId } = await signedIn();
  const found = await database()
    .select({ name: study.name })
    .from(study)
    .innerJoin(member, and(eq(member.studyId, study.id), eq(member.personId, personId)))
    .where(isNull(study.deletedAt));
  return new Set(found.map(({ name }) => name));
}

export async function renameStudy(id: string, name: string): Promise<void> {
  const before = await studyFor(id, 'edit');
  const clean = cleanName(name, 'study');
  await database()
    .update(study)
    .set({ name: clean, changedAt: sql`now()` })
    .where(eq(study.id, id));
  await happened(id, `renamed the study “${before.name}” to “${clean}”`);
}

export async function deleteStudy(id: string): Promise<void> {
  await studyFor(id, 'own');
  await database()
    .update(study)
    .set({ deletedAt: sql`now()` })
    .where(eq(study.id, id));
}

/** Takes a deletion back. */
export async function restoreStudy(id: string): Promise<void> {
  await studyFor(id, 'own', 'deleted');
  await database().update(study).set({ deletedAt: null }).where(eq(study.id, id));
}

/** Marks a study as changed now. */
export async function touchStudy(id: string): Promise<void> {
  await database()
    .update(study)
    .set({ changedAt: sql`now()` })
    .where(eq(study.id, id));
}

/** Every version that a list of names has had: looked at, and brought back as a change of its own. */
import { and, asc, desc, eq, gt, isNull } from 'drizzle-orm';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { type NamesEdit, database, inTransaction, namesChange, namesList, person } from '@/server/db';
import { touchStudy } from '@/server/studies';
import { type LockedList, lockedList, withBefore, writeNames } from '.';

const some = 200;

export interface NamesVersion {
  version: number;
  at: string;
  who: string | null;
  what: string;
  /** Values that it set. */
  values: number;
}

/** What was changed, the newest first. */
export async function namesVersions(study: string, id: string): Promise<NamesVersion[]> {
  await studyFor(study, 'read');
  const rows = await database()
    .select({
      version: namesChange.version,
      at: namesChange.at,
      who: person.name,
      what: namesChange.what,
      role: namesChange.role,
      edit: namesChange.edit,
    })
    .from(namesChange)
    .innerJoin(namesList, eq(namesChange.listId, namesList.id))
    .leftJoin(person, eq(person.id, namesChange.personId))
    .where(and(eq(namesList.studyId, study), eq(namesList.id, z.uuid().parse(id))))
    .orderBy(desc(namesChange.version))
    .limit(some);
  const changes = rows.map(({ version, at, who, what, role, edit }) => ({
    version,
    at: at.toISOString(),
    who,
    what: role === 'undo' ? `took back: ${what}` : role === 'redo' ? `made again: ${what}` : what,
    values: Object.keys(edit.entries).length,
  }));
  if (rows.length === some) return changes;
  // Before its first change it was as it was made, or came with an archive.
  const [made] = await database()
    .select({ version: namesList.version, at: namesList.createdAt })
    .from(namesList)
    .where(and(eq(namesList.studyId, study), eq(namesList.id, z.uuid().parse(id)), isNull(namesList.deletedAt)));
  if (!made) return changes;
  const version = (rows.at(-1)?.version ?? made.version + 1) - 1;
  return [...changes, { version, at: made.at.toISOString(), who: null, what: 'made', values: 0 }];
}

/** What a list was at a version: each later change undone. */
interface Then {
  entries: Record<string, string>;
  rejected: string[];
  columns: { table: string; column: string }[];
}

async function listThen(list: LockedList, version: number): Promise<Then> {
  if (version < 1 || version > list.version) throw new Fault('This version is not there.', 'version');
  const later = await database()
    .select({ edit: namesChange.edit })
    .from(namesChange)
    .where(and(eq(namesChange.listId, list.id), gt(namesChange.version, version)))
    .orderBy(asc(namesChange.version));
  const entries = new Map(Object.entries(list.entries));
  const rejected = new Set(list.rejected);
  let { columns } = list;
  for (const { edit } of later.reverse()) {
    for (const [key, [before]] of Object.entries(edit.entries)) {
      if (before === null) entries.delete(key);
      else entries.set(key, before);
    }
    edit.rejected.forEach((pair) => rejected.delete(pair));
    edit.unrejected.forEach((pair) => rejected.add(pair));
    if (edit.columns) columns = edit.columns[0];
  }
  return { entries: Object.fromEntries(entries), rejected: [...rejected], columns };
}

/** How a list was at a version, against what it is: by value, the form it counted as and the one it counts as; null where it stood for itself. */
export async function namesThen(
  study: string,
  id: string,
  version: number,
): Promise<{ value: string; then: string | null; now: string | null }[]> {
  await studyFor(study, 'read');
  return inTransaction(async () => {
    const list = await lockedList(study, id);
    const then = new Map(Object.entries((await listThen(list, version)).entries));
    const now = new Map(Object.entries(list.entries));
    return [...new Set([...then.keys(), ...now.keys()])].sort().flatMap((value) => {
      const pair = { value, then: then.get(value) ?? null, now: now.get(value) ?? null };
      return pair.then === pair.now ? [] : [pair];
    });
  });
}

/** Makes a list what it was at a version; that can be taken back like any change. Its columns stay as they are: others may be read by other lists now. */
export async function bringBackNames(
  study: string,
  id: string,
  version: number,
  author?: string,
): Promise<{ version: number }> {
  await studyFor(study, 'edit');
  const now = await inTransaction(async () => {
    const list = { ...(await lockedList(study, id)), author };
    const then = await listThen(list, version);
    const wanted = new Map<string, string | null>(Object.keys(list.entries).map((key) => [key, null]));
    for (const [key, to] of Object.entries(then.entries)) wanted.set(key, to);
    const [was, is] = [new Set(then.rejected), new Set(list.rejected)];
    const edit: NamesEdit = {
      entries: withBefore(list, Object.fromEntries(wanted)),
      rejected: then.rejected.filter((pair) => !is.has(pair)),
      unrejected: list.rejected.filter((pair) => !was.has(pair)),
    };
    if (!Object.keys(edit.entries).length && !edit.rejected.length && !edit.unrejected.length)
      throw new Fault(`“${list.name}” is as it was at that version.`, 'version');
    return writeNames(list, edit, `brought version ${version} back`);
  });
  await touchStudy(study);
  return { version: now };
}

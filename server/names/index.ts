/** Names of a study: lists, each with its entries, versions and what was changed. */
import { and, asc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { type NamesList, columnRefSchema } from '@/core/names';
import { Fault } from '@/core/fault';
import { own } from '@/core/own';
import { NotFound, studyFor } from '@/server/access';
import { type NamesEdit, database, inTransaction, inTurn, namesChange, namesList } from '@/server/db';
import { type Kept, ownOf, stacks } from '@/server/history';
import { currentPerson } from '@/server/people/person';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface NamesHead extends Pick<NamesList, 'name' | 'version'> {
  id: string;
  columns: { table: string; column: string }[];
  /** Variants that count as another form, or are dropped. */
  joined: number;
}

const whole = {
  id: namesList.id,
  name: namesList.name,
  columns: namesList.columns,
  entries: namesList.entries,
  rejected: namesList.rejected,
  version: namesList.version,
};

/** The study's lists with all of their entries, in the order in which they were made. */
export async function openNames(studyId: string): Promise<(NamesList & { id: string })[]> {
  await studyFor(studyId, 'read');
  return database()
    .select(whole)
    .from(namesList)
    .where(and(eq(namesList.studyId, studyId), isNull(namesList.deletedAt)))
    .orderBy(asc(namesList.createdAt), asc(namesList.id));
}

export async function listNames(studyId: string): Promise<NamesHead[]> {
  const lists = await openNames(studyId);
  return lists.map(({ id, name, version, columns, entries }) => ({
    id,
    name,
    version,
    columns: [...columns],
    joined: Object.keys(entries).length,
  }));
}

const refsSchema = z.array(columnRefSchema).min(1).max(200);

export async function createNames(
  studyId: string,
  name: string,
  columns: { table: string; column: string }[],
): Promise<{ id: string }> {
  await studyFor(studyId, 'edit');
  const refs = refsSchema.parse(columns);
  return inTransaction(async () => {
    await free(studyId, refs);
    const made = await database()
      .insert(namesList)
      .values({ studyId, name: cleanName(name, 'list'), columns: refs })
      .returning({ id: namesList.id, name: namesList.name });
    await happened(studyId, `made the list of names “${made[0].name}”`);
    return { id: made[0].id };
  });
}

/** A column is read by one list at most. */
async function free(
  studyId: string,
  refs: readonly { table: string; column: string }[],
  except?: string,
): Promise<void> {
  // Lists that are made at the same time take turns, also where there is none yet to be locked.
  await inTurn(`names of ${studyId}`);
  const lists = await database()
    .select({ id: namesList.id, name: namesList.name, columns: namesList.columns })
    .from(namesList)
    .where(and(eq(namesList.studyId, studyId), isNull(namesList.deletedAt)))
    .for('update');
  for (const { id, name, columns } of lists) {
    const shared =
      id === except
        ? undefined
        : columns.find((one) => refs.some((ref) => ref.table === one.table && ref.column === one.column));
    if (shared)
      throw new Fault(
        `The list “${name}” reads ${shared.table}.${shared.column} already. Take the column out there first.`,
        name,
      );
  }
}

export interface LockedList {
  id: string;
  studyId: string;
  name: string;
  columns: { table: string; column: string }[];
  entries: Record<string, string>;
  rejected: string[];
  version: number;
  /** Who changes it. */
  author?: string;
}

export async function lockedList(studyId: string, id: string): Promise<LockedList> {
  const found = z.uuid().safeParse(id).success
    ? await database()
        .select(whole)
        .from(namesList)
        .where(and(eq(namesList.studyId, studyId), eq(namesList.id, id), isNull(namesList.deletedAt)))
        .for('update')
    : [];
  const list = found.at(0);
  if (!list) throw new NotFound('This list of names is not there. It may have been deleted.');
  return { ...list, studyId };
}

const value = z.string().max(100_000);
export const namesEditSchema = z.object({
  /** By value: the form it counts as from now on, or null where it stands for itself. */
  entries: z.record(value, value.nullable()).default({}),
  reject: z.array(value).max(500_000).default([]),
  unreject: z.array(value).max(500_000).default([]),
  columns: refsSchema.optional(),
  what: z.string().max(300),
});
export type NamesEditRequest = z.input<typeof namesEditSchema>;

/** Sets entries; keeps what they were before, so that it can be taken back. Returns the new version. */
export async function writeNames(
  list: LockedList,
  edit: NamesEdit,
  what: string,
  role: Pick<Kept, 'role' | 'of'> = { role: 'do', of: null },
): Promise<number> {
  const entries = new Map(Object.entries(list.entries));
  for (const [from, [, to]] of Object.entries(edit.entries)) {
    if (to === null) entries.delete(from);
    else entries.set(from, to);
  }
  const rejected = new Set(list.rejected);
  edit.rejected.forEach((pair) => rejected.add(pair));
  edit.unrejected.forEach((pair) => rejected.delete(pair));
  const version = list.version + 1;
  await database()
    .update(namesList)
    .set({
      entries: Object.fromEntries(entries),
      rejected: [...rejected],
      columns: edit.columns?.[1] ?? list.columns,
      version,
    })
    .where(eq(namesList.id, list.id));
  await database()
    .insert(namesChange)
    .values({
      ...{ listId: list.id, version, what, role: role.role, of: role.of, edit, author: list.author },
      personId: (await currentPerson())?.id,
    });
  await happened(list.studyId, `changed the names “${list.name}”: ${what}`, {
    about: `names ${list.id}`,
    made: { version, place: `names?list=${list.id}` },
  });
  return version;
}

/** Those of an edit's entries that are still as it left them, or, where it is made again, as it found them. */
function stillSo(list: LockedList, entries: NamesEdit['entries'], back: boolean): NamesEdit['entries'] {
  const now = new Map(Object.entries(list.entries));
  return Object.fromEntries(
    Object.entries(entries).filter(([key, [before, after]]) => (now.get(key) ?? null) === (back ? after : before)),
  );
}

/** The edit with what each entry was before. */
export function withBefore(list: LockedList, entries: Readonly<Record<string, string | null>>): NamesEdit['entries'] {
  const before = (key: string): string | null => own(list.entries, key) ?? null;
  return Object.fromEntries(
    Object.entries(entries).flatMap(([key, to]) => (before(key) === to ? [] : [[key, [before(key), to]]])),
  );
}

/**
 * Changes a list. What others changed since version `base` stays beside it; a Fault, with nothing changed, where they changed one of the same names, or
 * the columns as well.
 */
export async function changeNames(
  studyId: string,
  id: string,
  base: number,
  asked: NamesEditRequest,
  author?: string,
): Promise<{ version: number; others: boolean }> {
  await studyFor(studyId, 'edit');
  const request = namesEditSchema.parse(asked);
  const changed = await inTransaction(async () => {
    const list = { ...(await lockedList(studyId, id)), author };
    const later = await database()
      .select({ edit: namesChange.edit, author: namesChange.author })
      .from(namesChange)
      .where(and(eq(namesChange.listId, list.id), gt(namesChange.version, base)));
    const others = later.filter((one) => author === undefined || one.author !== author);
    const name = Object.keys(request.entries).find((key) =>
      others.some(({ edit }) => Object.hasOwn(edit.entries, key)),
    );
    if (base > list.version || name !== undefined || (request.columns && others.some(({ edit }) => edit.columns))) {
      const about = name === undefined ? '' : `, “${name}” too`;
      throw new Fault(
        `“${list.name}” was changed meanwhile by somebody else${about}. It is shown as it is now; make your change again.`,
        id,
      );
    }
    if (request.columns) await free(studyId, request.columns, id);
    const had = new Set(list.rejected);
    const edit: NamesEdit = {
      entries: withBefore(list, request.entries),
      rejected: request.reject.filter((pair) => !had.has(pair)),
      unrejected: request.unreject.filter((pair) => had.has(pair)),
      ...(request.columns ? { columns: [list.columns, request.columns] } : {}),
    };
    return { version: await writeNames(list, edit, request.what), others: others.length > 0 };
  });
  await touchStudy(studyId);
  return changed;
}

const changed = {
  version: namesChange.version,
  role: namesChange.role,
  of: namesChange.of,
  author: namesChange.author,
  what: namesChange.what,
  edit: namesChange.edit,
};

/** What can be taken back and made again, in words. */
export async function namesHistory(
  studyId: string,
  id: string,
  author?: string,
): Promise<{ undo?: string; redo?: string }> {
  await studyFor(studyId, 'read');
  return inTransaction(async () => {
    const rows = await database()
      .select(changed)
      .from(namesChange)
      .innerJoin(namesList, eq(namesChange.listId, namesList.id))
      .where(and(eq(namesList.studyId, studyId), eq(namesList.id, z.uuid().parse(id))))
      .orderBy(asc(namesChange.version));
    const { undo, redo } = stacks(ownOf(rows, author));
    const what = (version: number | undefined): string | undefined => rows.find((row) => row.version === version)?.what;
    return { undo: what(undo.at(-1)), redo: what(redo.at(-1)) };
  }, 'read');
}

/** Takes the last change of a list back, or makes it again. */
export async function stepNames(
  studyId: string,
  id: string,
  direction: 'undo' | 'redo',
  author?: string,
): Promise<{ version: number; what: string }> {
  await studyFor(studyId, 'edit');
  const result = await inTransaction(async () => {
    const list = { ...(await lockedList(studyId, id)), author };
    const rows = await database()
      .select(changed)
      .from(namesChange)
      .where(eq(namesChange.listId, list.id))
      .orderBy(asc(namesChange.version));
    const of = stacks(ownOf(rows, author))[direction].at(-1);
    const change = rows.find((row) => row.version === of);
    if (!change || of === undefined) throw new Fault(`There is nothing to ${direction} in “${list.name}”.`, id);
    const { what } = change;
    const back = direction === 'undo';
    const edit = { ...change.edit, entries: stillSo(list, change.edit.entries, back) };
    const gone = Object.keys(change.edit.entries).length > 0 && Object.keys(edit.entries).length === 0;
    if (gone && !edit.columns)
      throw new Fault(`“${what}” cannot be taken back: somebody else has changed the same names since.`, id);
    const inverse: NamesEdit = {
      entries: Object.fromEntries(
        Object.entries(edit.entries).map(([key, [before, after]]) => [key, back ? [after, before] : [before, after]]),
      ),
      rejected: back ? edit.unrejected : edit.rejected,
      unrejected: back ? edit.rejected : edit.unrejected,
      ...(edit.columns ? { columns: back ? [edit.columns[1], edit.columns[0]] : edit.columns } : {}),
    };
    return { version: await writeNames(list, inverse, what, { role: direction, of }), what };
  });
  await touchStudy(studyId);
  return result;
}

export async function renameNames(studyId: string, id: string, name: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const clean = cleanName(name, 'list');
  await inTransaction(async () => {
    const list = await lockedList(studyId, id);
    await database().update(namesList).set({ name: clean }).where(eq(namesList.id, list.id));
    await happened(studyId, `renamed the names “${list.name}” to “${clean}”`);
  });
}

export async function deleteNames(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  await inTransaction(async () => {
    const list = await lockedList(studyId, id);
    await database()
      .update(namesList)
      .set({ deletedAt: sql`now()` })
      .where(eq(namesList.id, list.id));
    await happened(studyId, `deleted the names “${list.name}”`);
  });
  await touchStudy(studyId);
}

/** Takes a deletion back. */
export async function restoreNames(studyId: string, id: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(namesList)
    .set({ deletedAt: null })
    .where(and(eq(namesList.studyId, studyId), eq(namesList.id, z.uuid().parse(id)), isNotNull(namesList.deletedAt)))
    .returning({ name: namesList.name });
  if (!restored.length) throw new NotFound('There is no deleted list to bring back.');
  await happened(studyId, `brought the names “${restored[0].name}” back`);
}

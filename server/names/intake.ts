/** What a table that comes in does to the study's names: its columns join lists, and what was decided about its values is entered. */
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { ColumnSpec } from '@/core/tables';
import type { NamesChange } from '@/core/intake';
import { dropped, joinedAll } from '@/core/names';
import { type NamesEdit, database, namesList, studyTable } from '@/server/db';
import { type LockedList, lockedList, withBefore, writeNames } from '.';
import { own } from '@/core/own';

type Ref = { table: string; column: string };

async function listsOf(studyId: string): Promise<{ id: string; name: string; columns: Ref[] }[]> {
  return database()
    .select({ id: namesList.id, name: namesList.name, columns: namesList.columns })
    .from(namesList)
    .where(and(eq(namesList.studyId, studyId), isNull(namesList.deletedAt)))
    .orderBy(asc(namesList.createdAt), asc(namesList.id))
    .for('update');
}

const titled = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1).replaceAll('_', ' ');

/** The list that reads the column, made where there is none. */
async function listFor(
  studyId: string,
  ref: Ref,
  name: string,
): Promise<{ id: string; columns: Ref[]; made?: boolean }> {
  const found = (await listsOf(studyId)).find(({ columns }) =>
    columns.some((one) => one.table === ref.table && one.column === ref.column),
  );
  if (found) return found;
  const [made] = await database()
    .insert(namesList)
    .values({ studyId, name: titled(name), columns: [ref], createdAt: sql`clock_timestamp()` })
    .returning({ id: namesList.id, columns: namesList.columns });
  return { ...made, made: true };
}

async function addColumn(studyId: string, list: { id: string; columns: Ref[] }, ref: Ref): Promise<void> {
  const all = await listsOf(studyId);
  if (all.some(({ columns }) => columns.some((one) => one.table === ref.table && one.column === ref.column))) return;
  await database()
    .update(namesList)
    .set({ columns: [...list.columns, ref], version: sql`${namesList.version} + 1` })
    .where(eq(namesList.id, list.id));
}

/** References are read with the names they point to; list columns by a list of their own name. Returns the lists that were made for it. */
export async function joinLists(studyId: string, key: string, columns: readonly ColumnSpec[]): Promise<string[]> {
  const made: string[] = [];
  for (const spec of columns) {
    const ref = { table: key, column: spec.name };
    if (spec.type === 'reference' && spec.table !== undefined && spec.by !== undefined) {
      const target = await database()
        .select({ name: studyTable.name })
        .from(studyTable)
        .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, spec.table)));
      const list = await listFor(studyId, { table: spec.table, column: spec.by }, target.at(0)?.name ?? spec.table);
      if (list.made) made.push(list.id);
      await addColumn(studyId, list, ref);
    } else if (spec.type === 'list') {
      const same = (await listsOf(studyId)).find(({ name }) => name.toLowerCase() === titled(spec.name).toLowerCase());
      if (same) await addColumn(studyId, same, ref);
      else {
        const list = await listFor(studyId, ref, spec.name);
        if (list.made) made.push(list.id);
      }
    }
  }
  return made;
}

/** Enters joins and drops that were decided while the table came in. Returns the entries, with what they were before. */
export async function intakeNames(
  studyId: string,
  key: string,
  changes: readonly NamesChange[],
): Promise<{ list: string; entries: NamesEdit['entries'] }[]> {
  const entered: { list: string; entries: NamesEdit['entries'] }[] = [];
  for (const { table, by, column, joins, drops } of changes) {
    const { id } = await listFor(studyId, { table, column: by }, table);
    const list: LockedList = await lockedList(studyId, id);
    const next = dropped(joinedAll(list.entries, joins), drops);
    const values = new Set([...Object.keys(list.entries), ...Object.keys(next)]);
    const wanted = Object.fromEntries(Array.from(values, (one) => [one, own(next, one) ?? null]));
    const entries = withBefore(list, wanted);
    if (!Object.keys(entries).length) continue;
    await writeNames(list, { entries, rejected: [], unrejected: [] }, `matched ${column} of ${key}`);
    entered.push({ list: list.id, entries });
  }
  return entered;
}

/** What an import did beside its own table: names that were joined, lists that were made, records that were made elsewhere. Taken back and made again with it. */
import { and, eq, isNull, sql } from 'drizzle-orm';
import { counted } from '@/core/fault';
import { type IntakeEffects, type NamesEdit, database, intake, namesList, studyTable } from '@/server/db';
import { lockedList, writeNames } from '@/server/names';
import { appendRows } from './append';
import { changesSince, recordChange } from './change';
import { newSet, readRows } from './record-sets';
import { lockedTable } from '.';
import { own } from '@/core/own';

/** Notes what the import that gave the table this version did elsewhere; nothing where it did nothing. */
export async function keepEffects(tableId: number, version: number, effects: IntakeEffects): Promise<void> {
  if (!effects.names.length && !effects.created.length && !effects.lists.length && !effects.ids?.length) return;
  await database().insert(intake).values({ tableId, version, effects });
}

async function effectsOf(tableId: number, version: number): Promise<IntakeEffects | undefined> {
  const found = await database()
    .select({ effects: intake.effects })
    .from(intake)
    .where(and(eq(intake.tableId, tableId), eq(intake.version, version)));
  return found.length ? found[0].effects : undefined;
}

/**
 * Takes back what an import did elsewhere, or does it again. What was changed since by hand stays as it is: a name that counts as something else by now, a
 * record that was filled in.
 */
export async function stepEffects(
  studyId: string,
  tableId: number,
  version: number,
  direction: 'undo' | 'redo',
): Promise<void> {
  const effects = await effectsOf(tableId, version);
  if (!effects) return;
  const back = direction === 'undo';
  for (const { list, entries } of effects.names) {
    const alive = await database()
      .select({ id: namesList.id })
      .from(namesList)
      .where(and(eq(namesList.id, list), isNull(namesList.deletedAt)));
    if (!alive.length) continue;
    const locked = await lockedList(studyId, list);
    const edit: NamesEdit['entries'] = {};
    for (const [value, [before, after]] of Object.entries(entries)) {
      const now = Object.hasOwn(locked.entries, value) ? own(locked.entries, value) : null;
      const [from, to] = back ? [after, before] : [before, after];
      if (now === from) edit[value] = [from, to];
    }
    if (!Object.keys(edit).length) continue;
    const what = back ? 'took back what an import had joined' : 'joined again what an import had joined';
    await writeNames(locked, { entries: edit, rejected: [], unrejected: [] }, what);
  }
  for (const { table, rows } of effects.created) await stepRecords(studyId, table, rows, back);
  for (const { table, version: given } of effects.ids ?? []) await stepIds(studyId, table, given, back);
  for (const id of effects.lists) {
    // A list that was made for the import and has come to hold more is somebody's work.
    const still = back ? sql`${namesList.entries}::text = '{}'` : undefined;
    await database()
      .update(namesList)
      .set({ deletedAt: back ? sql`now()` : null })
      .where(and(eq(namesList.id, id), still));
  }
}

/** Takes the ids out of a table again, or gives them again, as long as nothing else was done to it since. */
async function stepIds(studyId: string, key: string, given: number, back: boolean): Promise<void> {
  const table = await lockedTable(studyId, key).catch(() => undefined);
  if (!table) return;
  const [change, ...later] = await changesSince(table.id, given - 1);
  if (later.some(({ role, of }) => role === 'do' || of !== given)) return;
  const state = back ? change.before : change.after;
  if (state && state.setId !== table.setId)
    await recordChange(table, state, change.what, { role: back ? 'undo' : 'redo', of: given });
}

/** Takes out the records that are still as they were made, or adds those that are missing. */
async function stepRecords(studyId: string, key: string, made: readonly string[][], back: boolean): Promise<void> {
  const alive = await database()
    .select({ id: studyTable.id })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNull(studyTable.deletedAt)));
  if (!alive.length) return;
  const table = await lockedTable(studyId, key);
  const wanted = new Set(made.map((cells) => JSON.stringify(cells)));
  const lines: string[] = [];
  const met = new Set<string>();
  for await (const some of readRows(table.setId, table.rows)) {
    for (const line of some.map((cells) => JSON.stringify(cells))) {
      if (wanted.has(line)) met.add(line);
      if (!back || !wanted.has(line)) lines.push(line);
    }
  }
  if (back) {
    if (!met.size) return;
    const written = await newSet([lines]);
    await recordChange(
      table,
      { ...written, columns: table.columns },
      `took out ${counted(met.size, 'record')} that an import had made`,
    );
    return;
  }
  const missing = [...wanted].filter((line) => !met.has(line));
  if (missing.length) await appendRows(table, missing, `added ${counted(missing.length, 'record')} named elsewhere`);
}

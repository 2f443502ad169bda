/** What an import did beside its own table: names that were joined, lists that were made, records that were made elsewhere. Taken back and made again with it. */
import type { PoolClient } from 'pg';
import { counted } from '@/core/fault';
import { type IntakeEffects, type NamesEdit } from '@/server/db';
import { lockedList, writeNames } from '@/server/names';
import { appendRows } from './append';
import { changesSince, recordChange } from './change';
import { newSet, readRows } from './record-sets';
import { lockedTable } from '.';
import { own } from '@/core/own';

/** Notes what the import that gave the table this version did elsewhere; nothing where it did nothing. */
export async function keepEffects(
  client: PoolClient,
  tableId: number,
  version: number,
  effects: IntakeEffects,
): Promise<void> {
  if (!effects.names.length && !effects.created.length && !effects.lists.length && !effects.ids?.length) return;
  await client.query('insert into intake (table_id, version, effects) values ($1, $2, $3)', [
    tableId,
    version,
    JSON.stringify(effects),
  ]);
}

async function effectsOf(client: PoolClient, tableId: number, version: number): Promise<IntakeEffects | undefined> {
  const { rows } = await client.query<{ effects: IntakeEffects }>(
    'select effects from intake where table_id = $1 and version = $2',
    [tableId, version],
  );
  return rows[0]?.effects;
}

/**
 * Takes back what an import did elsewhere, or does it again. What was changed since by hand stays as it is: a name that counts as something else by now, a
 * record that was filled in.
 */
export async function stepEffects(
  client: PoolClient,
  studyId: string,
  tableId: number,
  version: number,
  direction: 'undo' | 'redo',
): Promise<void> {
  const effects = await effectsOf(client, tableId, version);
  if (!effects) return;
  const back = direction === 'undo';
  for (const { list, entries } of effects.names) {
    const alive = await client.query('select 1 from names_list where id = $1 and deleted_at is null', [list]);
    if (!alive.rowCount) continue;
    const locked = await lockedList(client, studyId, list);
    const edit: NamesEdit['entries'] = {};
    for (const [value, [before, after]] of Object.entries(entries)) {
      const now = Object.hasOwn(locked.entries, value) ? own(locked.entries, value) : null;
      const [from, to] = back ? [after, before] : [before, after];
      if (now === from) edit[value] = [from, to];
    }
    if (!Object.keys(edit).length) continue;
    const what = back ? 'took back what an import had joined' : 'joined again what an import had joined';
    await writeNames(client, locked, { entries: edit, rejected: [], unrejected: [] }, what);
  }
  for (const { table, rows } of effects.created) await stepRecords(client, studyId, table, rows, back);
  for (const { table, version: given } of effects.ids ?? []) await stepIds(client, studyId, table, given, back);
  for (const id of effects.lists) {
    // A list that was made for the import and has come to hold more is somebody's work.
    if (back)
      await client.query("update names_list set deleted_at = now() where id = $1 and entries::text = '{}'", [id]);
    else await client.query('update names_list set deleted_at = null where id = $1', [id]);
  }
}

/** Takes the ids out of a table again, or gives them again, as long as nothing else was done to it since. */
async function stepIds(client: PoolClient, studyId: string, key: string, given: number, back: boolean): Promise<void> {
  const table = await lockedTable(client, studyId, key).catch(() => undefined);
  if (!table) return;
  const [change, ...later] = await changesSince(client, table.id, given - 1);
  if (later.some(({ role, of }) => role === 'do' || of !== given)) return;
  const state = back ? change.before : change.after;
  if (state && state.setId !== table.setId)
    await recordChange(client, table, state, change.what, { role: back ? 'undo' : 'redo', of: given });
}

/** Takes out the records that are still as they were made, or adds those that are missing. */
async function stepRecords(
  client: PoolClient,
  studyId: string,
  key: string,
  made: readonly string[][],
  back: boolean,
): Promise<void> {
  const alive = await client.query(
    'select 1 from study_table where study_id = $1 and key = $2 and deleted_at is null',
    [studyId, key],
  );
  if (!alive.rowCount) return;
  const table = await lockedTable(client, studyId, key);
  const wanted = new Set(made.map((cells) => JSON.stringify(cells)));
  const lines: string[] = [];
  const met = new Set<string>();
  for await (const some of readRows(client, table.setId, table.rows)) {
    for (const line of some.map((cells) => JSON.stringify(cells))) {
      if (wanted.has(line)) met.add(line);
      if (!back || !wanted.has(line)) lines.push(line);
    }
  }
  if (back) {
    if (!met.size) return;
    const written = await newSet(client, [lines]);
    await recordChange(
      client,
      table,
      { ...written, columns: table.columns },
      `took out ${counted(met.size, 'record')} that an import had made`,
    );
    return;
  }
  const missing = [...wanted].filter((line) => !met.has(line));
  if (missing.length)
    await appendRows(client, table, missing, `added ${counted(missing.length, 'record')} named elsewhere`);
}

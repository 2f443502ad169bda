/** What a table that comes in does to the study's names: its columns join lists, and what was decided about its values is entered. */
import type { PoolClient } from 'pg';
import type { ColumnSpec } from '@/core/tables';
import type { NamesChange } from '@/core/intake';
import { dropped, joinedAll } from '@/core/names';
import type { NamesEdit } from '@/server/db';
import { type LockedList, lockedList, withBefore, writeNames } from '.';
import { own } from '@/core/own';

type Ref = { table: string; column: string };

async function listsOf(client: PoolClient, studyId: string): Promise<{ id: string; name: string; columns: Ref[] }[]> {
  const { rows } = await client.query<{ id: string; name: string; columns: Ref[] }>(
    'select id, name, columns from names_list where study_id = $1 and deleted_at is null order by created_at, id for update',
    [studyId],
  );
  return rows;
}

const titled = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1).replaceAll('_', ' ');

/** The list that reads the column, made where there is none. */
async function listFor(
  client: PoolClient,
  studyId: string,
  ref: Ref,
  name: string,
): Promise<{ id: string; columns: Ref[]; made?: boolean }> {
  const found = (await listsOf(client, studyId)).find(({ columns }) =>
    columns.some((one) => one.table === ref.table && one.column === ref.column),
  );
  if (found) return found;
  const made = await client.query<{ id: string; columns: Ref[] }>(
    'insert into names_list (study_id, name, columns, created_at) values ($1, $2, $3, clock_timestamp()) returning id, columns',
    [studyId, titled(name), JSON.stringify([ref])],
  );
  return { ...made.rows[0], made: true };
}

async function addColumn(
  client: PoolClient,
  studyId: string,
  list: { id: string; columns: Ref[] },
  ref: Ref,
): Promise<void> {
  const all = await listsOf(client, studyId);
  if (all.some(({ columns }) => columns.some((one) => one.table === ref.table && one.column === ref.column))) return;
  await client.query('update names_list set columns = $1, version = version + 1 where id = $2', [
    JSON.stringify([...list.columns, ref]),
    list.id,
  ]);
}

/** References are read with the names they point to; list columns by a list of their own name. Returns the lists that were made for it. */
export async function joinLists(
  client: PoolClient,
  studyId: string,
  key: string,
  columns: readonly ColumnSpec[],
): Promise<string[]> {
  const made: string[] = [];
  for (const spec of columns) {
    const ref = { table: key, column: spec.name };
    if (spec.type === 'reference' && spec.table !== undefined && spec.by !== undefined) {
      const target = await client.query<{ name: string }>(
        'select name from study_table where study_id = $1 and key = $2',
        [studyId, spec.table],
      );
      const list = await listFor(
        client,
        studyId,
        { table: spec.table, column: spec.by },
        target.rows[0]?.name ?? spec.table,
      );
      if (list.made) made.push(list.id);
      await addColumn(client, studyId, list, ref);
    } else if (spec.type === 'list') {
      const same = (await listsOf(client, studyId)).find(
        ({ name }) => name.toLowerCase() === titled(spec.name).toLowerCase(),
      );
      if (same) await addColumn(client, studyId, same, ref);
      else {
        const list = await listFor(client, studyId, ref, spec.name);
        if (list.made) made.push(list.id);
      }
    }
  }
  return made;
}

/** Enters joins and drops that were decided while the table came in. Returns the entries, with what they were before. */
export async function intakeNames(
  client: PoolClient,
  studyId: string,
  key: string,
  changes: readonly NamesChange[],
): Promise<{ list: string; entries: NamesEdit['entries'] }[]> {
  const entered: { list: string; entries: NamesEdit['entries'] }[] = [];
  for (const { table, by, column, joins, drops } of changes) {
    const { id } = await listFor(client, studyId, { table, column: by }, table);
    const list: LockedList = await lockedList(client, studyId, id);
    const next = dropped(joinedAll(list.entries, joins), drops);
    const values = new Set([...Object.keys(list.entries), ...Object.keys(next)]);
    const wanted = Object.fromEntries(Array.from(values, (one) => [one, own(next, one) ?? null]));
    const entries = withBefore(list, wanted);
    if (!Object.keys(entries).length) continue;
    await writeNames(client, list, { entries, rejected: [], unrejected: [] }, `matched ${column} of ${key}`);
    entered.push({ list: list.id, entries });
  }
  return entered;
}

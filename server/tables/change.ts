/** Changes of a table's contents, each kept so that it can be taken back. */
import type { PoolClient } from 'pg';
import { isDeepStrictEqual } from 'node:util';
import type { ColumnRef } from '@/core/names';
import type { ColumnSpec } from '@/core/tables';
import { Fault } from '@/core/fault';
import type { CellChange, ChangeRole, TableState } from '@/server/db';
import { type Kept, stacks } from '@/server/history';
import type { LockedTable } from '.';

type Role = { role: ChangeRole; of: number | null };
const done: Role = { role: 'do', of: null };

async function keep(
  client: PoolClient,
  table: LockedTable,
  what: string,
  change: { cells?: CellChange[]; before?: TableState; after?: TableState },
  { role, of }: Role,
): Promise<number> {
  const version = table.version + 1;
  const json = (value: unknown): string | null => (value === undefined ? null : JSON.stringify(value));
  await client.query(
    'insert into table_change (table_id, version, what, role, of, cells, before, after) values ($1, $2, $3, $4, $5, $6, $7, $8)',
    [table.id, version, what, role, of, json(change.cells), json(change.before), json(change.after)],
  );
  await client.query('update study_table set version = $1 where id = $2', [version, table.id]);
  return version;
}

/** Gives the table another state; returns its new version. */
export async function recordChange(
  client: PoolClient,
  table: LockedTable,
  after: TableState,
  what: string,
  role = done,
): Promise<number> {
  const before = { setId: table.setId, columns: table.columns, rows: table.rows };
  await client.query('update study_table set set_id = $1, columns = $2, rows = $3 where id = $4', [
    after.setId,
    JSON.stringify(after.columns),
    after.rows,
    table.id,
  ]);
  if (before.columns.length === after.columns.length && before.setId === after.setId)
    await renameInLists(client, table, after.columns);
  return keep(client, table, what, { before, after }, role);
}

/** Names go on reading columns that got another name. */
async function renameInLists(client: PoolClient, table: LockedTable, columns: readonly ColumnSpec[]): Promise<void> {
  const names = new Map(
    table.columns.flatMap(({ name }, c) => (columns[c].name === name ? [] : [[name, columns[c].name]])),
  );
  if (!names.size) return;
  const { rows } = await client.query<{ id: string; columns: ColumnRef[] }>('select id, columns from names_list where study_id = $1', [table.studyId]); // prettier-ignore
  for (const { id, columns: refs } of rows) {
    const next = refs.map((ref) =>
      ref.table === table.key ? { ...ref, column: names.get(ref.column) ?? ref.column } : ref,
    );
    if (!isDeepStrictEqual(refs, next))
      await client.query('update names_list set columns = $1 where id = $2', [JSON.stringify(next), id]);
  }
}

export interface CellEdit {
  row: number;
  column: number;
  text: string;
}

/** Writes cells; those that are as they are already are passed over. Returns the new version. */
export async function writeCells(
  client: PoolClient,
  table: LockedTable,
  edits: readonly CellEdit[],
  what: string,
  role = done,
): Promise<number> {
  const rows = [...new Set(edits.map(({ row }) => row))];
  if (
    rows.some((row) => row < 0 || row >= table.rows) ||
    edits.some(({ column }) => column < 0 || column >= table.columns.length)
  ) {
    throw new Fault('A cell that is to be changed is not there any more. Open the table again.', table.name);
  }
  const found = await client.query<{ position: number; cells: string[] }>(
    'select position, cells from record where set_id = $1 and position = any($2)',
    [table.setId, rows],
  );
  const held = new Map(found.rows.map(({ position, cells }) => [position, cells]));
  const changes: CellChange[] = [];
  for (const { row, column, text } of edits) {
    const cells = held.get(row);
    const clean = text.replaceAll('\0', '');
    const before = cells?.[column] ?? '';
    if (!cells || before === clean) continue;
    changes.push([row, column, before, clean]);
    cells[column] = clean;
  }
  if (!changes.length) return table.version;
  const touched = [...new Set(changes.map(([row]) => row))];
  await client.query(
    'update record set cells = changed.cells from unnest($2::int[], $3::json[]) as changed(position, cells) where set_id = $1 and record.position = changed.position',
    [table.setId, touched, touched.map((row) => JSON.stringify(held.get(row)))],
  );
  return keep(client, table, what, { cells: changes }, role);
}

interface ChangeRow extends Kept {
  what: string;
  cells: CellChange[] | null;
  before: TableState | null;
  after: TableState | null;
}

/** What can be taken back and made again, in words; undefined where nothing can. */
export async function undoable(client: PoolClient, tableId: number): Promise<{ undo?: string; redo?: string }> {
  const { rows } = await client.query<Kept & { what: string }>(
    'select version, role, of, what from table_change where table_id = $1 order by version',
    [tableId],
  );
  const { undo, redo } = stacks(rows);
  const what = (version: number | undefined): string | undefined => rows.find((row) => row.version === version)?.what;
  return { undo: what(undo.at(-1)), redo: what(redo.at(-1)) };
}

/** Takes the last change back, or makes again what was taken back last. A Fault where there is nothing. */
export async function stepBack(
  client: PoolClient,
  table: LockedTable,
  direction: 'undo' | 'redo',
): Promise<{ version: number; what: string; of: number }> {
  const kept = await client.query<Kept>(
    'select version, role, of from table_change where table_id = $1 order by version',
    [table.id],
  );
  const of = stacks(kept.rows)[direction].at(-1);
  if (of === undefined) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  const found = await client.query<ChangeRow>('select * from table_change where table_id = $1 and version = $2', [
    table.id,
    of,
  ]);
  const [change] = found.rows;
  const role: Role = { role: direction, of };
  if (change.cells) {
    const edits = change.cells.map(([row, column, before, after]) => ({ row, column, text: direction === 'undo' ? before : after })); // prettier-ignore
    return { version: await writeCells(client, table, edits, change.what, role), what: change.what, of };
  }
  const state = direction === 'undo' ? change.before : change.after;
  if (!state) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  return { version: await recordChange(client, table, state, change.what, role), what: change.what, of };
}

/** The states a table has had, the last first, with what ended each. */
export async function formerStates(
  client: PoolClient,
  tableId: number,
): Promise<{ version: number; what: string; at: Date; rows: number }[]> {
  const { rows } = await client.query<{
    version: number;
    what: string;
    at: Date;
    before: TableState;
    after: TableState;
  }>(
    'select version, what, at, before, after from table_change where table_id = $1 and before is not null order by version desc limit 50',
    [tableId],
  );
  return rows
    .filter(({ before, after }) => before.setId !== after.setId)
    .map(({ version, what, at, before }) => ({ version, what, at, rows: before.rows }));
}

/** Brings back the state that a change ended. */
export async function bringBack(client: PoolClient, table: LockedTable, version: number): Promise<number> {
  const { rows } = await client.query<{ before: TableState | null; what: string }>(
    'select before, what from table_change where table_id = $1 and version = $2',
    [table.id, version],
  );
  const before = rows[0]?.before;
  if (!before) throw new Fault(`“${table.name}” has no such former version.`, table.name);
  if (isDeepStrictEqual(before, { setId: table.setId, columns: table.columns, rows: table.rows })) return table.version;
  return recordChange(client, table, before, `brought back what was there before: ${rows[0].what}`);
}

/** The same columns, one of them changed. */
export const withSpec = (columns: readonly ColumnSpec[], at: number, change: Partial<ColumnSpec>): ColumnSpec[] =>
  columns.map((spec, c) => (c === at ? { ...spec, ...change } : spec));

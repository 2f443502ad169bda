/** Changes of a table's contents, each kept so that it can be taken back. */
import type { PoolClient } from 'pg';
import { isDeepStrictEqual } from 'node:util';
import type { ColumnRef } from '@/core/names';
import type { ColumnSpec } from '@/core/tables';
import { readTrailOrFault, stored } from '@/core/trail';
import { withColumns } from '@/core/trail/columns';
import { Fault } from '@/core/fault';
import type { CellChange, ChangeRole, TableState } from '@/server/db';
import { type Kept, ownOf, stacks } from '@/server/history';
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
    'insert into table_change (table_id, version, what, role, of, cells, before, after, author, token) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)',
    [
      table.id,
      version,
      what,
      role,
      of,
      json(change.cells),
      json(change.before),
      json(change.after),
      table.author ?? null,
      table.token ?? null,
    ],
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
    await follow(client, table, after.columns);
  return keep(client, table, what, { before, after }, role);
}

/** Names and trails go on reading columns that got another name. */
async function follow(client: PoolClient, table: LockedTable, columns: readonly ColumnSpec[]): Promise<void> {
  const names = new Map(
    table.columns.flatMap(({ name }, c) => (columns[c].name === name ? [] : [[name, columns[c].name]])),
  );
  if (!names.size) return;
  await renameInTrails(client, table, names);
  const { rows } = await client.query<{ id: string; columns: ColumnRef[] }>(
    'select id, columns from names_list where study_id = $1',
    [table.studyId],
  );
  for (const { id, columns: refs } of rows) {
    const next = refs.map((ref) =>
      ref.table === table.key ? { ...ref, column: names.get(ref.column) ?? ref.column } : ref,
    );
    if (!isDeepStrictEqual(refs, next))
      await client.query('update names_list set columns = $1 where id = $2', [JSON.stringify(next), id]);
  }
}

async function renameInTrails(
  client: PoolClient,
  table: LockedTable,
  names: ReadonlyMap<string, string>,
): Promise<void> {
  const { rows } = await client.query<{ id: string; version: number; trail: unknown }>(
    'select id, version, trail from network where study_id = $1 and deleted_at is null order by id for update',
    [table.studyId],
  );
  for (const { id, version, trail } of rows) {
    // A trail that cannot be read is left as it is.
    const read = readTrailOrFault(trail);
    if ('fault' in read) continue;
    const next = withColumns(read.trail, table.key, (name) => names.get(name) ?? name);
    if (isDeepStrictEqual(next, read.trail)) continue;
    const text = JSON.stringify(stored(next));
    await client.query('update network set trail = $1, version = $2, changed_at = now() where id = $3', [
      text,
      version + 1,
      id,
    ]);
    await client.query('insert into network_version (network_id, version, trail) values ($1, $2, $3)', [
      id,
      version + 1,
      text,
    ]);
  }
}

export interface CellEdit {
  row: number;
  column: number;
  text: string;
  /** What the cell must hold for this to be written; another text is somebody's later work and stays. */
  was?: string;
}

/** Rows that are read and written at once. */
const batch = 5000;

/** Writes cells; those that are as they are already are passed over. Returns the new version, and how many cells hold something else than they must. */
export async function writeCells(
  client: PoolClient,
  table: LockedTable,
  edits: readonly CellEdit[],
  what: string,
  role = done,
  progress?: (share: number) => void,
): Promise<{ version: number; passed: number }> {
  const width = table.columns.length;
  if (edits.some(({ row, column }) => row < 0 || row >= table.rows || column < 0 || column >= width)) {
    throw new Fault('A cell that is to be changed is not there any more. Open the table again.', table.name);
  }
  const byRow = new Map<number, CellEdit[]>();
  for (const edit of edits) {
    const held = byRow.get(edit.row);
    if (held) held.push(edit);
    else byRow.set(edit.row, [edit]);
  }
  const rows = [...byRow.keys()];
  const changes: CellChange[] = [];
  let passed = 0;
  for (let from = 0; from < rows.length; from += batch) {
    progress?.(from / rows.length);
    const some = rows.slice(from, from + batch);
    const found = await client.query<{ position: number; cells: string[] }>(
      'select position, cells from record where set_id = $1 and position = any($2)',
      [table.setId, some],
    );
    const touched: number[] = [];
    const texts: string[] = [];
    for (const { position, cells } of found.rows) {
      const first = changes.length;
      for (const { column, text, was } of byRow.get(position) ?? []) {
        const clean = text.replaceAll('\0', '');
        const before = cells[column] ?? '';
        if (was !== undefined && before !== was) passed++;
        else if (before !== clean) {
          changes.push([position, column, before, clean]);
          cells[column] = clean;
        }
      }
      if (changes.length === first) continue;
      touched.push(position);
      texts.push(JSON.stringify(cells));
    }
    if (!touched.length) continue;
    await client.query(
      'update record set cells = changed.cells from unnest($2::int[], $3::json[]) as changed(position, cells) where set_id = $1 and record.position = changed.position',
      [table.setId, touched, texts],
    );
  }
  if (!changes.length) return { version: table.version, passed };
  return { version: await keep(client, table, what, { cells: changes }, role), passed };
}

export interface ChangeRow extends Kept {
  what: string;
  cells: CellChange[] | null;
  before: TableState | null;
  after: TableState | null;
}

/** What an author can take back and make again, in words; undefined where nothing can. */
export async function undoable(
  client: PoolClient,
  tableId: number,
  author?: string,
): Promise<{ undo?: string; redo?: string }> {
  const { rows } = await client.query<Kept & { what: string }>(
    'select version, role, of, author, what from table_change where table_id = $1 order by version',
    [tableId],
  );
  const { undo, redo } = stacks(ownOf(rows, author));
  const what = (version: number | undefined): string | undefined => rows.find((row) => row.version === version)?.what;
  return { undo: what(undo.at(-1)), redo: what(redo.at(-1)) };
}

/** Whether a change gave the rows other places, or the columns. */
export const moves = ({ before, after }: Pick<ChangeRow, 'before' | 'after'>): boolean =>
  before !== null && after !== null && (before.setId !== after.setId || before.columns.length !== after.columns.length);

/** Changes of a table after a version. */
export async function changesSince(client: PoolClient, tableId: number, version: number): Promise<ChangeRow[]> {
  const { rows } = await client.query<ChangeRow>(
    'select version, role, of, author, what, cells, before, after from table_change where table_id = $1 and version > $2 order by version',
    [tableId, version],
  );
  return rows;
}

/**
 * Takes the last change of the table's author back, or makes again what that author took back last. What others wrote since stays. A Fault where there is
 * nothing, or where others have built on it.
 */
export async function stepBack(
  client: PoolClient,
  table: LockedTable,
  direction: 'undo' | 'redo',
): Promise<{ version: number; what: string; of: number }> {
  const kept = await client.query<Kept>(
    'select version, role, of, author from table_change where table_id = $1 order by version',
    [table.id],
  );
  const of = stacks(ownOf(kept.rows, table.author))[direction].at(-1);
  if (of === undefined) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  const [change, ...later] = await changesSince(client, table.id, of - 1);
  const { what } = change;
  const others =
    table.author === undefined ? [] : later.filter(({ author }) => author !== null && author !== table.author);
  const inTheWay = (): Fault =>
    new Fault(`“${what}” cannot be taken back: somebody else has changed “${table.name}” since.`, table.name);
  const role: Role = { role: direction, of };
  if (change.cells) {
    if (others.some(moves)) throw inTheWay();
    const edits = change.cells.map(([row, column, before, after]): CellEdit =>
      direction === 'undo' ? { row, column, text: before, was: after } : { row, column, text: after, was: before },
    );
    const { version, passed } = await writeCells(client, table, edits, what, role);
    if (passed === edits.length) throw inTheWay();
    return { version, what, of };
  }
  const state = direction === 'undo' ? change.before : change.after;
  if (!state) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  // Another set of rows does not have what others wrote into this one.
  if (others.length && (state.setId !== table.setId || others.some(({ before }) => before !== null))) throw inTheWay();
  return { version: await recordChange(client, table, state, what, role), what, of };
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

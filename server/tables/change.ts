/** Changes of a table's contents, each kept so that it can be taken back. */
import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm';
import type { ColumnSpec } from '@/core/tables';
import { readTrailOrFault, stored } from '@/core/trail';
import { withColumns } from '@/core/trail/columns';
import { Fault } from '@/core/fault';
import {
  type CellChange,
  type ChangeRole,
  type TableState,
  database,
  namesList,
  network,
  networkVersion,
  record,
  studyTable,
  tableChange,
} from '@/server/db';
import { type Kept, ownOf, stacks } from '@/server/history';
import type { LockedTable } from '.';
import { happened } from '@/server/happened';

type Role = { role: ChangeRole; of: number | null };
const done: Role = { role: 'do', of: null };

/** What is told of a change wherever changes are listed. */
const kept = {
  version: tableChange.version,
  role: tableChange.role,
  of: tableChange.of,
  author: tableChange.author,
  what: tableChange.what,
};

async function keep(
  table: LockedTable,
  what: string,
  change: { cells?: CellChange[]; before?: TableState; after?: TableState },
  { role, of }: Role,
): Promise<number> {
  const version = table.version + 1;
  await database()
    .insert(tableChange)
    .values({ tableId: table.id, version, what, role, of, ...change, author: table.author, token: table.token });
  await database().update(studyTable).set({ version }).where(eq(studyTable.id, table.id));
  await happened(table.studyId, `changed the table “${table.name}”: ${what}`, {
    about: `table ${table.id}`,
    made: { version, place: `records?table=${encodeURIComponent(table.key)}` },
  });
  return version;
}

/** Gives the table another state; returns its new version. */
export async function recordChange(table: LockedTable, after: TableState, what: string, role = done): Promise<number> {
  const before = { setId: table.setId, columns: table.columns, rows: table.rows };
  const { setId, columns, rows } = after;
  await database().update(studyTable).set({ setId, columns, rows }).where(eq(studyTable.id, table.id));
  if (before.columns.length === after.columns.length && before.setId === after.setId)
    await follow(table, after.columns);
  return keep(table, what, { before, after }, role);
}

/** Names and trails go on reading columns that got another name. */
async function follow(table: LockedTable, columns: readonly ColumnSpec[]): Promise<void> {
  const names = new Map(
    table.columns.flatMap(({ name }, c) => (columns[c].name === name ? [] : [[name, columns[c].name]])),
  );
  if (!names.size) return;
  await renameInTrails(table, names);
  const lists = await database()
    .select({ id: namesList.id, columns: namesList.columns })
    .from(namesList)
    .where(eq(namesList.studyId, table.studyId));
  for (const { id, columns: refs } of lists) {
    const next = refs.map((ref) =>
      ref.table === table.key ? { ...ref, column: names.get(ref.column) ?? ref.column } : ref,
    );
    if (!isDeepStrictEqual(refs, next))
      await database().update(namesList).set({ columns: next }).where(eq(namesList.id, id));
  }
}

async function renameInTrails(table: LockedTable, names: ReadonlyMap<string, string>): Promise<void> {
  const networks = await database()
    .select({ id: network.id, version: network.version, trail: network.trail })
    // eslint-disable-next-line nunatak/through-access -- every network goes on reading the column, whoever sees it
    .from(network)
    .where(and(eq(network.studyId, table.studyId), isNull(network.deletedAt)))
    .orderBy(asc(network.id))
    .for('update');
  for (const { id, version, trail } of networks) {
    // A trail that cannot be read is left as it is.
    const read = readTrailOrFault(trail);
    if ('fault' in read) continue;
    const next = withColumns(read.trail, table.key, (name) => names.get(name) ?? name);
    if (isDeepStrictEqual(next, read.trail)) continue;
    const saved = { trail: stored(next), version: version + 1 };
    await database()
      // eslint-disable-next-line nunatak/through-access -- as above
      .update(network)
      .set({ ...saved, changedAt: sql`now()` })
      .where(eq(network.id, id));
    await database()
      .insert(networkVersion)
      .values({ networkId: id, ...saved });
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
    const found = await database()
      .select({ position: record.position, cells: record.cells })
      .from(record)
      .where(and(eq(record.setId, table.setId), sql`${record.position} = any(${sql.param(some)})`));
    const touched: number[] = [];
    const texts: string[] = [];
    for (const { position, cells } of found) {
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
    await database().execute(sql`
      update ${record} set cells = changed.cells
      from unnest(${sql.param(touched)}::int[], ${sql.param(texts)}::json[]) as changed(position, cells)
      where ${record.setId} = ${table.setId} and ${record.position} = changed.position`);
  }
  if (!changes.length) return { version: table.version, passed };
  return { version: await keep(table, what, { cells: changes }, role), passed };
}

export interface ChangeRow extends Kept {
  what: string;
  cells: CellChange[] | null;
  before: TableState | null;
  after: TableState | null;
}

/** What an author can take back and make again, in words; undefined where nothing can. */
export async function undoable(tableId: number, author?: string): Promise<{ undo?: string; redo?: string }> {
  const rows = await database()
    .select(kept)
    .from(tableChange)
    .where(eq(tableChange.tableId, tableId))
    .orderBy(asc(tableChange.version));
  const { undo, redo } = stacks(ownOf(rows, author));
  const what = (version: number | undefined): string | undefined => rows.find((row) => row.version === version)?.what;
  return { undo: what(undo.at(-1)), redo: what(redo.at(-1)) };
}

/** Whether a change gave the rows other places, or the columns. */
export const moves = ({ before, after }: Pick<ChangeRow, 'before' | 'after'>): boolean =>
  before !== null && after !== null && (before.setId !== after.setId || before.columns.length !== after.columns.length);

/** Changes of a table after a version. */
export async function changesSince(tableId: number, version: number): Promise<ChangeRow[]> {
  return database()
    .select({ ...kept, cells: tableChange.cells, before: tableChange.before, after: tableChange.after })
    .from(tableChange)
    .where(and(eq(tableChange.tableId, tableId), gt(tableChange.version, version)))
    .orderBy(asc(tableChange.version));
}

/**
 * Takes the last change of the table's author back, or makes again what that author took back last. What others wrote since stays. A Fault where there is
 * nothing, or where others have built on it.
 */
export async function stepBack(
  table: LockedTable,
  direction: 'undo' | 'redo',
): Promise<{ version: number; what: string; of: number }> {
  const changes = await database()
    .select(kept)
    .from(tableChange)
    .where(eq(tableChange.tableId, table.id))
    .orderBy(asc(tableChange.version));
  const of = stacks(ownOf(changes, table.author))[direction].at(-1);
  if (of === undefined) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  const [change, ...later] = await changesSince(table.id, of - 1);
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
    const { version, passed } = await writeCells(table, edits, what, role);
    if (passed === edits.length) throw inTheWay();
    return { version, what, of };
  }
  const state = direction === 'undo' ? change.before : change.after;
  if (!state) throw new Fault(`There is nothing to ${direction} in “${table.name}”.`, table.name);
  // Another set of rows does not have what others wrote into this one.
  if (others.length && (state.setId !== table.setId || others.some(({ before }) => before !== null))) throw inTheWay();
  return { version: await recordChange(table, state, what, role), what, of };
}

/** The states a table has had, the last first, with what ended each. */
export async function formerStates(
  tableId: number,
): Promise<{ version: number; what: string; at: Date; rows: number }[]> {
  const rows = await database()
    .select({ ...kept, at: tableChange.at, before: tableChange.before, after: tableChange.after })
    .from(tableChange)
    .where(and(eq(tableChange.tableId, tableId), isNotNull(tableChange.before)))
    .orderBy(desc(tableChange.version))
    .limit(50);
  return rows.flatMap(({ version, what, at, before, after }) =>
    before && before.setId !== after?.setId ? [{ version, what, at, rows: before.rows }] : [],
  );
}

/** Brings back the state that a change ended. */
export async function bringBack(table: LockedTable, version: number): Promise<number> {
  const found = await database()
    .select({ before: tableChange.before, what: tableChange.what })
    .from(tableChange)
    .where(and(eq(tableChange.tableId, table.id), eq(tableChange.version, version)));
  const before = found[0]?.before;
  if (!before) throw new Fault(`“${table.name}” has no such former version.`, table.name);
  if (isDeepStrictEqual(before, { setId: table.setId, columns: table.columns, rows: table.rows })) return table.version;
  return recordChange(table, before, `brought back what was there before: ${found[0].what}`);
}

/** The same columns, one of them changed. */
export const withSpec = (columns: readonly ColumnSpec[], at: number, change: Partial<ColumnSpec>): ColumnSpec[] =>
  columns.map((spec, c) => (c === at ? { ...spec, ...change } : spec));

/** Tables of a study: listed, brought in, read as columns, renamed, deleted and brought back. */
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { ColumnSpec } from '@/core/tables';
import type { Aside } from '@/core/intake';
import { Fault } from '@/core/fault';
import { database, studyTable } from '@/server/db';
import { NotFound, studyFor } from '@/server/access';
import { cleanName, touchStudy } from '@/server/studies';
import { happened } from '@/server/happened';

export interface TableHead {
  key: string;
  name: string;
  columns: ColumnSpec[];
  rows: number;
  version: number;
  origin: string;
}

const head = {
  key: studyTable.key,
  name: studyTable.name,
  columns: studyTable.columns,
  rows: studyTable.rows,
  version: studyTable.version,
  origin: studyTable.origin,
};

export async function listTables(studyId: string): Promise<TableHead[]> {
  await studyFor(studyId, 'read');
  return database()
    .select(head)
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), isNull(studyTable.deletedAt)))
    .orderBy(asc(studyTable.id));
}

/** The table with its inner id and its rows' set; a NotFound where the study has none of the key. */
export async function tableFor(studyId: string, key: string): Promise<TableHead & { id: number; setId: number }> {
  const found = await database()
    .select({ ...head, id: studyTable.id, setId: studyTable.setId })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNull(studyTable.deletedAt)));
  if (!found[0]) throw new NotFound(`The study has no table “${key}”. It may have been deleted.`);
  return found[0];
}

/** A table that nobody else changes until the transaction ends. */
export interface LockedTable {
  id: number;
  studyId: string;
  key: string;
  name: string;
  columns: ColumnSpec[];
  setId: number;
  rows: number;
  version: number;
  /** Who changes it, and the token of what was asked. */
  author?: string;
  token?: string;
}

/** Locks a table; a Fault where it has another version than the change was decided on. */
export async function lockedTable(studyId: string, key: string, base?: number): Promise<LockedTable> {
  const { origin: _origin, ...fields } = head;
  const found = await database()
    .select({ ...fields, id: studyTable.id, setId: studyTable.setId })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNull(studyTable.deletedAt)))
    .for('update');
  const table = found[0] as (typeof found)[0] | undefined;
  if (!table) throw new NotFound(`The study has no table “${key}”. It may have been deleted.`);
  if (base !== undefined && table.version !== base) {
    throw new Fault(
      `“${table.name}” was changed meanwhile by somebody else. It is shown as it is now; make your change again.`,
      key,
    );
  }
  return { ...table, studyId };
}

/** Rows of the file that were not stored, with their reasons. */
export async function setAside(studyId: string, key: string): Promise<Aside[]> {
  await studyFor(studyId, 'read');
  const { id } = await tableFor(studyId, key);
  const found = await database().select({ aside: studyTable.aside }).from(studyTable).where(eq(studyTable.id, id));
  return found[0]?.aside ?? [];
}

export async function renameTable(studyId: string, key: string, name: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const { id, name: before } = await tableFor(studyId, key);
  const clean = cleanName(name, 'table');
  await database().update(studyTable).set({ name: clean }).where(eq(studyTable.id, id));
  await touchStudy(studyId);
  await happened(studyId, `renamed the table “${before}” to “${clean}”`);
}

export async function deleteTable(studyId: string, key: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const { id, name } = await tableFor(studyId, key);
  await database()
    .update(studyTable)
    .set({ deletedAt: sql`now()` })
    .where(eq(studyTable.id, id));
  await touchStudy(studyId);
  await happened(studyId, `deleted the table “${name}”`);
}

export interface DeletedTable {
  key: string;
  name: string;
  rows: number;
  deletedAt: string;
}

/** Tables that can still be brought back, the last deleted first; they are kept for thirty days. */
export async function deletedTables(studyId: string): Promise<DeletedTable[]> {
  await studyFor(studyId, 'read');
  const rows = await database()
    .select({ key: studyTable.key, name: studyTable.name, rows: studyTable.rows, deletedAt: studyTable.deletedAt })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), isNotNull(studyTable.deletedAt)))
    .orderBy(desc(studyTable.deletedAt));
  return rows.map(({ deletedAt, ...row }) => ({ ...row, deletedAt: (deletedAt ?? new Date()).toISOString() }));
}

/** Takes a deletion back. */
export async function restoreTable(studyId: string, key: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(studyTable)
    .set({ deletedAt: null })
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNotNull(studyTable.deletedAt)))
    .returning({ name: studyTable.name });
  if (restored.length === 0) throw new NotFound(`There is no deleted table “${key}” to bring back.`);
  await happened(studyId, `brought the table “${restored[0].name}” back`);
}

/** Tables of a study: listed, brought in, read as columns, renamed, deleted and brought back. */
import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { ColumnSpec } from '@/core/tables';
import { Fault } from '@/core/fault';
import { database, studyTable } from '@/server/db';
import { NotFound, studyFor } from '@/server/access';
import { cleanName, touchStudy } from '@/server/studies';

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

/** The table with its inner id; a NotFound where the study has none of the key. */
export async function tableFor(studyId: string, key: string): Promise<TableHead & { id: number }> {
  const found = await database()
    .select({ ...head, id: studyTable.id })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNull(studyTable.deletedAt)));
  if (!found[0]) throw new NotFound(`The study has no table “${key}”. It may have been deleted.`);
  return found[0];
}

/** Another name, or other column types; types change what cells mean, so the version grows with them. */
export async function changeTable(
  studyId: string,
  key: string,
  change: { name?: string; columns?: ColumnSpec[] },
): Promise<void> {
  await studyFor(studyId, 'edit');
  const table = await tableFor(studyId, key);
  const { columns } = change;
  if (columns && columns.map(({ name }) => name).join('\n') !== table.columns.map(({ name }) => name).join('\n')) {
    throw new Fault('The columns of the table have changed meanwhile. Open it again.', 'columns');
  }
  await database()
    .update(studyTable)
    .set({
      ...(change.name === undefined ? {} : { name: cleanName(change.name, 'table') }),
      ...(columns ? { columns, version: sql`${studyTable.version} + 1` } : {}),
    })
    .where(eq(studyTable.id, table.id));
  await touchStudy(studyId);
}

export async function deleteTable(studyId: string, key: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const { id } = await tableFor(studyId, key);
  await database()
    .update(studyTable)
    .set({ deletedAt: sql`now()` })
    .where(eq(studyTable.id, id));
  await touchStudy(studyId);
}

/** Takes a deletion back. */
export async function restoreTable(studyId: string, key: string): Promise<void> {
  await studyFor(studyId, 'edit');
  const restored = await database()
    .update(studyTable)
    .set({ deletedAt: null })
    .where(and(eq(studyTable.studyId, studyId), eq(studyTable.key, key), isNotNull(studyTable.deletedAt)))
    .returning({ id: studyTable.id });
  if (restored.length === 0) throw new NotFound(`There is no deleted table “${key}” to bring back.`);
}

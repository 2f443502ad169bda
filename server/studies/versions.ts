/** Versions of what a study holds: small enough to be asked for every few seconds. */
import { and, eq, isNull } from 'drizzle-orm';
import { studyFor } from '@/server/access';
import { database, namesList, studyTable } from '@/server/db';

export async function versionsOf(
  studyId: string,
): Promise<{ tables: Record<string, number>; names: Record<string, number> }> {
  await studyFor(studyId, 'read');
  const tables = await database()
    .select({ key: studyTable.key, version: studyTable.version })
    .from(studyTable)
    .where(and(eq(studyTable.studyId, studyId), isNull(studyTable.deletedAt)));
  const names = await database()
    .select({ key: namesList.id, version: namesList.version })
    .from(namesList)
    .where(and(eq(namesList.studyId, studyId), isNull(namesList.deletedAt)));
  const record = (rows: readonly { key: string; version: number }[]): Record<string, number> =>
    Object.fromEntries(rows.map(({ key, version }) => [key, version]));
  return { tables: record(tables), names: record(names) };
}

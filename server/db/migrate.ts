/** Brings the database to the present schema and clears away what was deleted over a week ago. */
import { join } from 'node:path';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { notInArray, sql } from 'drizzle-orm';
import { database, network, pool, record, study, studyTable } from '.';

export async function migrateDatabase(root = process.cwd()): Promise<void> {
  const client = await pool().connect();
  try {
    // Two starts at once take turns.
    await client.query('select pg_advisory_lock(7250134)');
    await migrate(database(), { migrationsFolder: join(root, 'server', 'db', 'migrations') });
    for (const table of [study, studyTable, network]) {
      await database()
        .delete(table)
        .where(sql`${table.deletedAt} < now() - interval '7 days'`);
    }
    const present = database().select({ id: studyTable.id }).from(studyTable);
    await database().delete(record).where(notInArray(record.tableId, present));
  } finally {
    await client.query('select pg_advisory_unlock(7250134)').catch(() => undefined);
    client.release();
  }
}

/** Brings the database to the present schema and clears away what was deleted over thirty days ago. */
import { join } from 'node:path';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { sql } from 'drizzle-orm';
import {
  database,
  figure,
  kept,
  namesList,
  network,
  onOneConnection,
  record,
  recordSet,
  session,
  shortlist,
  signInTry,
  study,
  studyTable,
  team,
} from '.';

/** Tables of what can be deleted and brought back. */
export const deletable = [study, studyTable, network, namesList, shortlist, kept, figure, team] as const;

export async function migrateDatabase(root = process.cwd()): Promise<void> {
  await onOneConnection(async () => {
    // Two starts at once take turns; the lock goes with the connection.
    await database().execute(sql`select pg_advisory_lock(7250134)`);
    await migrate(database(), { migrationsFolder: join(root, 'server', 'db', 'migrations') });
    for (const table of deletable) {
      await database()
        .delete(table)
        .where(sql`${table.deletedAt} < now() - interval '30 days'`);
    }
    await database().execute(sql`
      delete from thing_team where thing_id not in
        (select id from network union select id from figure union select id from shortlist union select id from kept)`);
    // Who tried to sign in is kept for a quarter of a year, and sessions until they end.
    await database()
      .delete(signInTry)
      .where(sql`${signInTry.at} < now() - interval '90 days'`);
    await database()
      .delete(session)
      .where(sql`${session.expiresAt} < now()`);
    // Rows that no table holds or held go with their sets.
    await database().execute(sql`
      create temporary table present_set on commit preserve rows as
        select set_id as id from study_table
        union select (before->>'setId')::int from table_change where before is not null
        union select (after->>'setId')::int from table_change where after is not null`);
    await database()
      .delete(record)
      .where(sql`${record.setId} not in (select id from present_set)`);
    await database()
      .delete(recordSet)
      .where(sql`${recordSet.id} not in (select id from present_set)`);
  });
}

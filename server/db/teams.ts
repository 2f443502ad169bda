/** Teams, and what is filed for them. */
import { sql } from 'drizzle-orm';
import { index, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { person } from './person';
import { study } from './schema';

/** People who see the same things. Without a study it is one of the whole server. */
export const team = pgTable(
  'team',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id').references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    createdAt: timestamp('created_at', { withTimezone: true, mode: 'date' })
      .notNull()
      .default(sql`now()`),
    deletedAt: timestamp('deleted_at', { withTimezone: true, mode: 'date' }),
  },
  (table) => [index('team_study').on(table.studyId)],
);

const teamId = () =>
  uuid('team_id')
    .notNull()
    .references(() => team.id, { onDelete: 'cascade' });

export const teamMember = pgTable(
  'team_member',
  {
    teamId: teamId(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.teamId, table.personId] }), index('team_member_person').on(table.personId)],
);

/** The teams that see a network, a figure, a shortlist or what is kept. */
export const thingTeam = pgTable('thing_team', { thingId: uuid('thing_id').notNull(), teamId: teamId() }, (table) => [
  primaryKey({ columns: [table.thingId, table.teamId] }),
]);

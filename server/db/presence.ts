/** Who has a page of a study open. A process writes its own rows anew while the page stays open; those it no longer writes are of pages that are gone. */
import { sql } from 'drizzle-orm';
import { index, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { person } from './person';
import { study } from './schema';

export const presence = pgTable(
  'presence',
  {
    /** Of the open page. */
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    /** Where in the study: `records`, `names`, `networks`, `figures` or `people`. */
    place: text('place').notNull(),
    /** The network or figure that is open there. */
    thingId: uuid('thing_id'),
    seenAt: timestamp('seen_at', { withTimezone: true, mode: 'date' })
      .notNull()
      .default(sql`now()`),
  },
  (table) => [index('presence_study').on(table.studyId)],
);

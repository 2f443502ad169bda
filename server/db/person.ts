/** Whoever has an account, or works on this machine. better-auth reads and writes it, under our names. */
import { sql } from 'drizzle-orm';
import { boolean, pgTable, text, timestamp, uniqueIndex, uuid } from 'drizzle-orm/pg-core';

const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const person = pgTable(
  'person',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    name: text('name').notNull(),
    /** In lower case. */
    email: text('email').notNull().unique(),
    emailVerified: boolean('email_verified').notNull().default(false),
    image: text('image'),
    administrator: boolean('administrator').notNull().default(false),
    /** Who it is that works on this machine without signing in; one person at most. */
    standing: boolean('standing').notNull().default(false),
    deactivatedAt: moment('deactivated_at'),
    createdAt: moment('created_at').notNull().default(now),
    updatedAt: moment('updated_at').notNull().default(now),
  },
  (table) => [
    uniqueIndex('person_standing')
      .on(table.standing)
      .where(sql`standing`),
  ],
);

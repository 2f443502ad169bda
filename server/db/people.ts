/** People, how they sign in, and what part they have in studies. The first four tables are those that better-auth reads and writes, under our names. */
import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { person } from './person';
import { bytes, figure, network, study } from './schema';

const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const id = () => uuid('id').primaryKey().defaultRandom();
const made = () => ({
  createdAt: moment('created_at').notNull().default(now),
  updatedAt: moment('updated_at').notNull().default(now),
});

const personId = (name = 'person_id') =>
  uuid(name)
    .notNull()
    .references(() => person.id, { onDelete: 'cascade' });

export const session = pgTable(
  'session',
  {
    id: id(),
    token: text('token').notNull().unique(),
    userId: personId(),
    expiresAt: moment('expires_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    ...made(),
  },
  (table) => [index('session_person').on(table.userId)],
);

export const account = pgTable(
  'account',
  {
    id: id(),
    userId: personId(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: moment('access_token_expires_at'),
    refreshTokenExpiresAt: moment('refresh_token_expires_at'),
    scope: text('scope'),
    /** Hashed by scrypt, with a salt of its own. */
    password: text('password'),
    ...made(),
  },
  (table) => [uniqueIndex('account_person').on(table.userId, table.providerId)],
);

export const verification = pgTable('verification', {
  id: id(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: moment('expires_at').notNull(),
  ...made(),
});

export type Role = 'owner' | 'editor' | 'reader';

/** Who has a part in a study. */
export const member = pgTable(
  'member',
  {
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    personId: personId(),
    role: text('role').notNull().$type<Role>(),
    since: moment('since').notNull().default(now),
  },
  (table) => [primaryKey({ columns: [table.studyId, table.personId] }), index('member_person').on(table.personId)],
);

/** Links that let a person set a password, once. Of the link itself only the hash is kept. */
export const oneTimeLink = pgTable('one_time_link', {
  hash: text('hash').primaryKey(),
  personId: personId(),
  /** First: of the first administrator; else an invitation, or a password to be set anew. */
  kind: text('kind').notNull().$type<'first' | 'invitation' | 'reset'>(),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at').notNull().default(now),
});

/** What happened at the door: who tried to sign in, from where, and whether they got in. */
export const signInTry = pgTable(
  'sign_in_try',
  {
    id: integer('id').primaryKey().generatedAlwaysAsIdentity(),
    email: text('email').notNull(),
    address: text('address').notNull(),
    passed: boolean('passed').notNull(),
    /** There had been too many: it was not made. */
    refused: boolean('refused').notNull().default(false),
    at: moment('at').notNull().default(now),
  },
  (table) => [
    index('sign_in_try_email').on(table.email, table.at),
    index('sign_in_try_address').on(table.address, table.at),
  ],
);

/** What all processes on one database share. */
export const setting = pgTable('setting', { key: text('key').primaryKey(), value: text('value').notNull() });

/** A page of a figure, or of a network, that whoever has the link may open, without an account. Of the link only the hash is kept. */
export const guestLink = pgTable(
  'guest_link',
  {
    id: id(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    figureId: uuid('figure_id').references(() => figure.id, { onDelete: 'cascade' }),
    networkId: uuid('network_id').references(() => network.id, { onDelete: 'cascade' }),
    /** Whether the records behind its ties are in it. */
    records: boolean('records').notNull().default(false),
    hash: text('hash').notNull().unique(),
    /** The page as it was when the link was made: HTML that asks for nothing. */
    page: bytes('page').notNull(),
    endsAt: moment('ends_at').notNull(),
    endedAt: moment('ended_at'),
    opened: integer('opened').notNull().default(0),
    madeBy: uuid('made_by').references(() => person.id, { onDelete: 'set null' }),
    createdAt: moment('created_at').notNull().default(now),
  },
  (table) => [
    index('guest_link_study').on(table.studyId),
    check('guest_link_to_one', sql`num_nonnulls(${table.figureId}, ${table.networkId}) = 1`),
  ],
);

/** What happened in a study, and who did it. What somebody does to one thing again and again is one line. */
export const happening = pgTable(
  'happening',
  {
    id: integer('id').primaryKey().generatedAlwaysAsIdentity(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    personId: uuid('person_id').references(() => person.id, { onDelete: 'set null' }),
    /** What it was done to; null where each time is a line of its own. */
    about: text('about'),
    /** As the rest of a sentence that begins with the person. */
    what: text('what').notNull(),
    /** The network, figure, shortlist or what is kept that it names: whoever may not see it is not told. */
    thingId: uuid('thing_id'),
    /** Where it can be looked at, below the study's own address, and the version that it made. */
    place: text('place'),
    version: integer('version'),
    times: integer('times').notNull().default(1),
    at: moment('at').notNull().default(now),
  },
  (table) => [index('happening_study').on(table.studyId, table.at)],
);

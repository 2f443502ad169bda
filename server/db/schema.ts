/** The database, top to bottom. */
import { sql } from 'drizzle-orm';
import {
  customType,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { ColumnSpec } from '@/core/tables';
import type { Trail } from '@/core/trail';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** One piece of research. What is deleted stays for a while, so that it can be brought back. */
export const study = pgTable('study', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  createdAt: moment('created_at').notNull().default(now),
  changedAt: moment('changed_at').notNull().default(now),
  deletedAt: moment('deleted_at'),
});

/** A table of a study; trails name it by its key. Its version grows with every change of its contents. */
export const studyTable = pgTable(
  'study_table',
  {
    id: integer('id').primaryKey().generatedAlwaysAsIdentity(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    name: text('name').notNull(),
    columns: json('columns').$type<ColumnSpec[]>().notNull(),
    rows: integer('rows').notNull(),
    version: integer('version').notNull().default(1),
    /** Where it came from, in words. */
    origin: text('origin').notNull(),
    createdAt: moment('created_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
  },
  (table) => [unique('study_table_key').on(table.studyId, table.key)],
);

/**
 * Rows as they were written, one text for each column. `json`, not `jsonb`: cells are read whole and never searched inside, and this stores twice as fast.
 * No foreign key: checking it row by row would double the time of an import; records of tables that are gone are cleared away with them.
 */
export const record = pgTable(
  'record',
  {
    tableId: integer('table_id').notNull(),
    position: integer('position').notNull(),
    cells: json('cells').$type<string[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.tableId, table.position] })],
);

/** A trail with its name. Its version grows with every save, and a save names the version it builds on. */
export const network = pgTable(
  'network',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    trail: json('trail').$type<Trail>().notNull(),
    version: integer('version').notNull().default(1),
    changedAt: moment('changed_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('network_study').on(table.studyId)],
);

/** Every version a trail has had. */
export const networkVersion = pgTable(
  'network_version',
  {
    networkId: uuid('network_id')
      .notNull()
      .references(() => network.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    trail: json('trail').$type<Trail>().notNull(),
    changedAt: moment('changed_at').notNull().default(now),
  },
  (table) => [primaryKey({ columns: [table.networkId, table.version] })],
);

/** The last result of a network: its size, a small picture, and the positions, so that opening it lays nothing out again. */
export const snapshot = pgTable('snapshot', {
  networkId: uuid('network_id')
    .primaryKey()
    .references(() => network.id, { onDelete: 'cascade' }),
  digest: text('digest').notNull(),
  nodes: integer('nodes').notNull(),
  edges: integer('edges').notNull(),
  groups: integer('groups'),
  picture: text('picture').notNull(),
  /** Digest of the layout the positions belong to, and x, y of each node as 32-bit floats. */
  layout: text('layout'),
  positions: bytes('positions'),
});

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
import type { Aside } from '@/core/intake';
import type { ColumnRef } from '@/core/names';
import type { StoredTrail } from '@/core/trail';
import { person } from './person';

export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** Who sees a thing: whose it is alone, the teams it is filed for, or everybody of the study. */
export type Seen = 'mine' | 'teams' | 'everybody';

/** How a thing is filed: its folder, which may lie in another, as `outer/inner`; whose it is; and who sees it. */
const filed = () => ({
  folder: text('folder').notNull().default(''),
  ownerId: uuid('owner_id').references(() => person.id, { onDelete: 'set null' }),
  seen: text('seen').notNull().default('everybody').$type<Seen>(),
});

/** One piece of research. What is deleted stays for a while, so that it can be brought back. */
export const study = pgTable('study', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  createdAt: moment('created_at').notNull().default(now),
  changedAt: moment('changed_at').notNull().default(now),
  deletedAt: moment('deleted_at'),
});

/** Rows that were stored together. A table points to one; what it held before points to others. */
export const recordSet = pgTable('record_set', {
  id: integer('id').primaryKey().generatedAlwaysAsIdentity(),
  createdAt: moment('created_at').notNull().default(now),
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
    setId: integer('set_id').notNull(),
    rows: integer('rows').notNull(),
    version: integer('version').notNull().default(1),
    /** Rows of the file that were not stored, with their reasons. */
    aside: json('aside').$type<Aside[]>().notNull().default([]),
    /** Where it came from, in words. */
    origin: text('origin').notNull(),
    createdAt: moment('created_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
    /** Of the request that stored it, so that what is sent twice is stored once. */
    token: text('token'),
  },
  (table) => [
    unique('study_table_key').on(table.studyId, table.key),
    unique('study_table_token').on(table.studyId, table.token),
  ],
);

/**
 * Rows as they were written, one text for each column. `json`, not `jsonb`: cells are read whole and never searched inside, and this stores twice as fast.
 * No foreign key: checking it row by row would double the time of an import; records of tables that are gone are cleared away with them.
 */
export const record = pgTable(
  'record',
  {
    setId: integer('set_id').notNull(),
    position: integer('position').notNull(),
    cells: json('cells').$type<string[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.setId, table.position] })],
);

/** A table's columns at its newest version as they are sent: made from its rows, and made anew where they are gone. A change of their form empties it. */
export const packedColumns = pgTable('packed_columns', {
  tableId: integer('table_id')
    .primaryKey()
    .references(() => studyTable.id, { onDelete: 'cascade' }),
  version: integer('version').notNull(),
  /** A gzip-compressed Arrow stream. */
  bytes: bytes('bytes').notNull(),
});

/** What a table consists of, apart from single cells. */
export interface TableState {
  setId: number;
  columns: ColumnSpec[];
  rows: number;
}
/** Position, column, text before and after. */
export type CellChange = [number, number, string, string];
/** Whether a change was made, taken back, or made again. */
export type ChangeRole = 'do' | 'undo' | 'redo';

/** Every change of a table's contents: cells, or all that it consists of. `of` is the version that was taken back or made again. */
export const tableChange = pgTable(
  'table_change',
  {
    tableId: integer('table_id')
      .notNull()
      .references(() => studyTable.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    what: text('what').notNull(),
    role: text('role').$type<ChangeRole>().notNull().default('do'),
    of: integer('of'),
    cells: json('cells').$type<CellChange[]>(),
    before: json('before').$type<TableState>(),
    after: json('after').$type<TableState>(),
    at: moment('at').notNull().default(now),
    /** Whose change it is; null where it belongs to all. */
    author: text('author'),
    /** Of the request that asked for it, so that what is sent twice is done once. */
    token: uuid('token'),
  },
  (table) => [
    primaryKey({ columns: [table.tableId, table.version] }),
    unique('table_change_token').on(table.tableId, table.token),
  ],
);

/** What an import did beside its own table. */
export interface IntakeEffects {
  /** Entries of lists, with what they were before. */
  names: { list: string; entries: Record<string, [string | null, string | null]> }[];
  /** Lists that were made for it. */
  lists: string[];
  /** Rows that were made in other tables. */
  created: { table: string; rows: string[][] }[];
  /** Tables whose records got ids, and the version that gave them. */
  ids?: { table: string; version: number }[];
}

/** Of imports that did something beside their table, by the version that they gave it: so that all of it is taken back together. */
export const intake = pgTable(
  'intake',
  {
    tableId: integer('table_id')
      .notNull()
      .references(() => studyTable.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    effects: json('effects').$type<IntakeEffects>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.tableId, table.version] })],
);

/** Names: the joined spellings of columns that hold the same kind of thing. */
export const namesList = pgTable(
  'names_list',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    columns: json('columns').$type<ColumnRef[]>().notNull(),
    entries: json('entries').$type<Record<string, string>>().notNull().default({}),
    rejected: json('rejected').$type<string[]>().notNull().default([]),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('names_list_study').on(table.studyId)],
);

/** What a change sets: by value its form before and after (null: it stands for itself); pairs rejected and no longer rejected. */
export interface NamesEdit {
  entries: Record<string, [string | null, string | null]>;
  rejected: string[];
  unrejected: string[];
  columns?: [ColumnRef[], ColumnRef[]];
}

export const namesChange = pgTable(
  'names_change',
  {
    listId: uuid('list_id')
      .notNull()
      .references(() => namesList.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    what: text('what').notNull(),
    role: text('role').$type<ChangeRole>().notNull().default('do'),
    of: integer('of'),
    edit: json('edit').$type<NamesEdit>().notNull(),
    at: moment('at').notNull().default(now),
    /** Whose change it is; null where it belongs to all. */
    author: text('author'),
    /** Who made it; null where that is not known. */
    personId: uuid('person_id').references(() => person.id, { onDelete: 'set null' }),
  },
  (table) => [primaryKey({ columns: [table.listId, table.version] })],
);

/** A named set of nodes, filed in a folder. */
export const shortlist = pgTable(
  'shortlist',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    ...filed(),
    nodes: json('nodes').$type<{ id: string; label: string }[]>().notNull(),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('shortlist_study').on(table.studyId)],
);

/** What is kept under a name in a study to be used in its networks: looks, palettes, what is sifted by, and outlines for maps. Its version grows with every change. */
export const kept = pgTable(
  'kept',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull().$type<'look' | 'palette' | 'sift' | 'outlines'>(),
    name: text('name').notNull(),
    ...filed(),
    value: json('value').notNull(),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
  },
  (table) => [index('kept_study').on(table.studyId)],
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
    ...filed(),
    trail: json('trail').$type<StoredTrail>().notNull(),
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
    trail: json('trail').$type<StoredTrail>().notNull(),
    changedAt: moment('changed_at').notNull().default(now),
    /** Who saved it; null where that is not known. */
    personId: uuid('person_id').references(() => person.id, { onDelete: 'set null' }),
  },
  (table) => [primaryKey({ columns: [table.networkId, table.version] })],
);

/** A page with maps of networks, to be printed. Its version grows with every save, and a save names the version it builds on. */
export const figure = pgTable(
  'figure',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    ...filed(),
    settings: json('settings').notNull(),
    version: integer('version').notNull().default(1),
    changedAt: moment('changed_at').notNull().default(now),
    deletedAt: moment('deleted_at'),
    /** A small PNG of the page. */
    picture: bytes('picture'),
  },
  (table) => [index('figure_study').on(table.studyId)],
);

/** What the networks of a figure came to when it was held, packed; its key is the digest of its bytes, so it never changes. */
export const figureHeld = pgTable(
  'figure_held',
  {
    figureId: uuid('figure_id')
      .notNull()
      .references(() => figure.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    bytes: bytes('bytes').notNull(),
  },
  (table) => [primaryKey({ columns: [table.figureId, table.key] })],
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

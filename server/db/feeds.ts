/** Feeds: what is followed where, what has come, and the network that grows of it. */
import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, json, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { Follow, NodeKind, TieKind } from '@/core/feed';
import { person } from './person';
import { study, studyTable } from './schema';

const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** Where a feed stops by itself; nothing of it: where somebody stops it. */
export interface FeedEnd {
  nodes?: number;
  messages?: number;
  /** Minutes after it was started. */
  minutes?: number;
}

/** The newest messages as they are shown. */
export interface Said {
  id: number;
  time: string;
  writer: string;
  text: string;
}

export const feed = pgTable(
  'feed',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    /** The table that its messages are kept as. */
    tableId: integer('table_id')
      .notNull()
      .references(() => studyTable.id, { onDelete: 'cascade' }),
    address: text('address').notNull(),
    /** The source's key, enciphered; never sent to a browser. */
    key: text('key').notNull(),
    follow: json('follow').$type<Follow>().notNull(),
    ties: text('ties').$type<TieKind>().notNull(),
    end: json('end').$type<FeedEnd>().notNull().default({}),
    running: boolean('running').notNull().default(false),
    /** Why it does not run, or what it waits for while it does; null where there is nothing to say. */
    why: text('why'),
    /** Whether it runs and has its line. */
    connected: boolean('connected').notNull().default(false),
    /** Whose rights it has. */
    startedBy: uuid('started_by').references(() => person.id, { onDelete: 'set null' }),
    startedAt: moment('started_at'),
    /** The process that reads it: what another one reads meanwhile is not stored. */
    reader: uuid('reader'),
    /** When it last gave a sign. */
    signAt: moment('sign_at'),
    /** All followed messages up to this one are stored; null before the first line. */
    upTo: bigint('up_to', { mode: 'number' }),
    messages: integer('messages').notNull().default(0),
    nodes: integer('nodes').notNull().default(0),
    tieCount: integer('tie_count').notNull().default(0),
    /** Grows with every piece that is stored. */
    batch: integer('batch').notNull().default(0),
    newest: json('newest').$type<Said[]>().notNull().default([]),
    /** The piece at which its network was counted anew: what a page has of before is not right any more. */
    anew: integer('anew').notNull().default(0),
    /** Under which lists of names its network was counted. */
    names: text('names').notNull().default(''),
    /** When messages last became rows of the table. */
    stepAt: moment('step_at'),
    createdAt: moment('created_at').notNull().default(now),
  },
  (table) => [index('feed_study').on(table.studyId), index('feed_running').on(table.running)],
);

/** Every message that is stored, by its number: once. `cells` waits to become a row of the table and is null afterwards. */
export const feedMessage = pgTable(
  'feed_message',
  {
    feedId: uuid('feed_id')
      .notNull()
      .references(() => feed.id, { onDelete: 'cascade' }),
    id: bigint('id', { mode: 'number' }).notNull(),
    message: json('message').$type<object>(),
  },
  (table) => [
    primaryKey({ columns: [table.feedId, table.id] }),
    index('feed_message_waiting')
      .on(table.feedId, table.id)
      .where(sql`message is not null`),
  ],
);

/** The nodes of the network that grows, by number, and the piece that brought them. */
export const feedNode = pgTable(
  'feed_node',
  {
    feedId: uuid('feed_id')
      .notNull()
      .references(() => feed.id, { onDelete: 'cascade' }),
    node: integer('node').notNull(),
    kind: text('kind').$type<NodeKind>().notNull(),
    name: text('name').notNull(),
    batch: integer('batch').notNull(),
  },
  (table) => [primaryKey({ columns: [table.feedId, table.node] })],
);

/** Its ties between nodes; the piece that last changed them. Undirected ones have the smaller number first. */
export const feedTie = pgTable(
  'feed_tie',
  {
    feedId: uuid('feed_id')
      .notNull()
      .references(() => feed.id, { onDelete: 'cascade' }),
    a: integer('a').notNull(),
    b: integer('b').notNull(),
    weight: integer('weight').notNull(),
    batch: integer('batch').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.feedId, table.a, table.b] }),
    index('feed_tie_batch').on(table.feedId, table.batch),
  ],
);

/** Messages by the minute in which they were stored. */
export const feedMinute = pgTable(
  'feed_minute',
  {
    feedId: uuid('feed_id')
      .notNull()
      .references(() => feed.id, { onDelete: 'cascade' }),
    minute: moment('minute').notNull(),
    messages: integer('messages').notNull(),
  },
  (table) => [primaryKey({ columns: [table.feedId, table.minute] })],
);

/** When the line was lost, why, and what was fetched afterwards. */
export const feedCut = pgTable(
  'feed_cut',
  {
    id: integer('id').primaryKey().generatedAlwaysAsIdentity(),
    feedId: uuid('feed_id')
      .notNull()
      .references(() => feed.id, { onDelete: 'cascade' }),
    from: moment('from').notNull().default(now),
    /** Null as long as it lasts. */
    until: moment('until'),
    why: text('why').notNull(),
    fetched: integer('fetched').notNull().default(0),
    /** Whether messages in it are lost: the source keeps them no more. */
    gap: boolean('gap').notNull().default(false),
  },
  (table) => [index('feed_cut_feed').on(table.feedId, table.from)],
);

/** Work that processes on the database do for whoever asked: what waits and runs, its parts, and what came of it. */
import { sql } from 'drizzle-orm';
import {
  boolean,
  foreignKey,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Inquiry } from '@/core/inquiry';
import type { StoredTrail } from '@/core/trail';
import { person } from './person';
import { bytes, network, study } from './schema';

const now = sql`now()`;
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** Processes that take runs and parts of them. One whose signs have ended is gone. */
export const workerProcess = pgTable('worker_process', {
  id: uuid('id').primaryKey(),
  /** The version of the core that it computes with. */
  engine: text('engine').notNull(),
  host: text('host').notNull(),
  pid: integer('pid').notNull(),
  /** Parts that it works on at once. */
  threads: integer('threads').notNull(),
  startedAt: moment('started_at').notNull().default(now),
  signAt: moment('sign_at').notNull().default(now),
});

export type RunState = 'waiting' | 'running' | 'done' | 'failed' | 'stopped';

/** A trail that is to be computed up to its last step; one for equal tables and settings, however many wait for it. */
export const run = pgTable(
  'run',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    networkId: uuid('network_id')
      .notNull()
      .references(() => network.id, { onDelete: 'cascade' }),
    /** Whose rights it has. */
    askedBy: uuid('asked_by')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    engine: text('engine').notNull(),
    digest: text('digest').notNull(),
    trail: json('trail').$type<StoredTrail>().notNull(),
    /** What is asked of the network that the trail comes to; absent where its steps are what is wanted. */
    inquiry: json('inquiry').$type<Inquiry>(),
    /** How long one thread takes, roughly. */
    seconds: real('seconds').notNull(),
    state: text('state').$type<RunState>().notNull().default('waiting'),
    /** Who leads it: what another one writes is not taken. */
    worker: uuid('worker'),
    /** How often it was begun and broke off. */
    tries: integer('tries').notNull().default(0),
    /** What it is at, and the share of that which is done. */
    step: text('step'),
    share: real('share').notNull().default(0),
    /** Why it failed. */
    why: text('why'),
    askedAt: moment('asked_at').notNull().default(now),
    startedAt: moment('started_at'),
    endedAt: moment('ended_at'),
  },
  (table) => [
    unique('run_once').on(table.studyId, table.engine, table.digest),
    index('run_state').on(table.state),
    index('run_person').on(table.askedBy, table.startedAt),
  ],
);

/** Pages that wait for a run, and when they last asked. */
export const runWatcher = pgTable(
  'run_watcher',
  {
    runId: uuid('run_id')
      .notNull()
      .references(() => run.id, { onDelete: 'cascade' }),
    page: uuid('page').notNull(),
    at: moment('at').notNull().default(now),
  },
  (table) => [primaryKey({ columns: [table.runId, table.page] })],
);

/** Work of a run that splits: what all its parts share, under the digest of all that goes in. */
export const runCall = pgTable(
  'run_call',
  {
    runId: uuid('run_id')
      .notNull()
      .references(() => run.id, { onDelete: 'cascade' }),
    call: text('call').notNull(),
    task: text('task').notNull(),
    shared: bytes('shared').notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.call] })],
);

export const runPart = pgTable(
  'run_part',
  {
    runId: uuid('run_id').notNull(),
    call: text('call').notNull(),
    number: integer('number').notNull(),
    part: bytes('part').notNull(),
    /** Who works on it. */
    worker: uuid('worker'),
    tries: integer('tries').notNull().default(0),
    result: bytes('result'),
    /** What went wrong with it; `mendable` where the sentence is for whoever asked. */
    fault: text('fault'),
    mendable: boolean('mendable').notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.runId, table.call, table.number] }),
    foreignKey({ columns: [table.runId, table.call], foreignColumns: [runCall.runId, runCall.call] }).onDelete(
      'cascade',
    ),
    index('run_part_open')
      .on(table.runId, table.number)
      .where(sql`result is null and fault is null`),
  ],
);

/** What came of work, as an Arrow stream, under its digest and the version that computed it. */
export const result = pgTable(
  'result',
  {
    studyId: uuid('study_id')
      .notNull()
      .references(() => study.id, { onDelete: 'cascade' }),
    engine: text('engine').notNull(),
    digest: text('digest').notNull(),
    bytes: bytes('bytes').notNull(),
    size: integer('size').notNull(),
    madeAt: moment('made_at').notNull().default(now),
    usedAt: moment('used_at').notNull().default(now),
  },
  (table) => [
    primaryKey({ columns: [table.studyId, table.engine, table.digest] }),
    index('result_used').on(table.usedAt),
  ],
);

/** Settings of the whole server, by name. */
export const houseSetting = pgTable('house_setting', {
  name: text('name').primaryKey(),
  value: json('value').notNull(),
});

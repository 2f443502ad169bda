/** The connection to PostgreSQL: one pool for each process, and at most one connection of it for each request. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { Fault } from '@/core/fault';
import { tookTooLong } from './problem';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;

const shared = globalThis as { nunatakPool?: pg.Pool };

/** Milliseconds after which the server lets go of what does not come to an end, so that one request never holds up all others. */
const limits = {
  /** Until a connection of the pool is free. */
  connectionTimeoutMillis: 15_000,
  statement_timeout: 120_000,
  lock_timeout: 10_000,
  idle_in_transaction_session_timeout: 30_000,
};

/** Milliseconds that one piece of work may take as a whole, however short its statements are: `DATABASE_WORK_LIMIT` (5 minutes). */
const whole = (): number => Number(process.env.DATABASE_WORK_LIMIT) || 300_000;

/** A connection of its own, outside of the pool: for what listens all the time, or must get through where the pool has none. */
export const ownConnection = (): pg.Client =>
  new pg.Client({ connectionString: process.env.DATABASE_URL, keepAlive: true });
export type OwnConnection = pg.Client;

/** Ends what a connection does, from outside: its transaction is rolled back. Over a connection of its own, since the pool may have none. */
async function end(pid: number): Promise<void> {
  const other = ownConnection();
  try {
    await other.connect();
    await other.query('select pg_terminate_backend($1)', [pid]);
  } finally {
    await other.end();
  }
}

/** The pool on `DATABASE_URL`, of `DATABASE_CONNECTIONS` connections (12); kept over reloads in development. */
export function pool(): pg.Pool {
  if (!shared.nunatakPool) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error('DATABASE_URL is not set; start with `npm run demo` or `npm run dev`.');
    const max = Number(process.env.DATABASE_CONNECTIONS) || 12;
    shared.nunatakPool = new pg.Pool({ connectionString: url, max, keepAlive: true, ...limits });
    // A connection that breaks while idle is replaced by the pool; without a listener it would end the process.
    shared.nunatakPool.on('error', () => undefined);
  }
  return shared.nunatakPool;
}

/** The connection of the transaction that is under way. */
const underWay = new AsyncLocalStorage<{ client: pg.PoolClient | undefined }>();

/** By connection: making one goes through the whole schema. */
const builders = new WeakMap<pg.Pool | pg.PoolClient, Database>();

/** Where the present work's statements go: the connection of its transaction, or any of the pool. Never two connections for one piece of work. */
export function database(): Database {
  const on = underWay.getStore()?.client ?? pool();
  let made = builders.get(on);
  if (!made) builders.set(on, (made = drizzle(on, { schema })));
  return made;
}

/** The connection of the transaction that is under way, for COPY, which a query builder does not have. */
export function copying(): pg.PoolClient {
  const client = underWay.getStore()?.client;
  if (!client) throw new Error('COPY belongs into a transaction');
  return client;
}

/**
 * Work that is done whole or not at all. All that it calls uses the same connection; a transaction within it is a part of it. `read` sees one state of the
 * database from beginning to end.
 */
export async function inTransaction<T>(work: () => Promise<T>, mode: 'write' | 'read' = 'write'): Promise<T> {
  if (underWay.getStore()?.client) return work();
  const client = await pool().connect();
  // What is left running when the work has ended must not go on with a connection that is somebody else's by then.
  const held: { client: pg.PoolClient | undefined } = { client };
  let broken: Error | undefined;
  // A connection that breaks in the work is told by the statement that fails.
  const heard = (error: Error): void => void (broken = error);
  client.on('error', heard);
  let late = false;
  const limit = setTimeout(() => {
    late = true;
    end((client as pg.PoolClient & { processID: number }).processID).catch(heard);
  }, whole());
  try {
    await client.query(mode === 'read' ? 'begin isolation level repeatable read read only' : 'begin');
    const result = await underWay.run(held, work);
    await client.query('commit');
    return result;
  } catch (error) {
    await client
      .query('rollback')
      .catch((lost: unknown) => (broken = lost instanceof Error ? lost : new Error('lost')));
    throw late ? new Fault(tookTooLong) : error;
  } finally {
    clearTimeout(limit);
    held.client = undefined;
    client.off('error', heard);
    // A connection that cannot even roll back is thrown away.
    client.release(broken);
  }
}

/** Until the transaction ends, work that names the same thing waits. */
export async function inTurn(name: string): Promise<void> {
  await database().execute(sql`select pg_advisory_xact_lock(hashtext(${name}))`);
}

/** Work on one connection, without a transaction around it and without limits of time: for what is done at a start. */
export async function onOneConnection<T>(work: () => Promise<T>): Promise<T> {
  const client = await pool().connect();
  try {
    await client.query('set statement_timeout = 0; set lock_timeout = 0; set idle_in_transaction_session_timeout = 0');
    return await underWay.run({ client }, work);
  } finally {
    // The connection goes with its settings.
    client.release(true);
  }
}

export * from './schema';
export * from './feeds';
export * from './people';
export * from './person';
export * from './presence';
export * from './runs';
export * from './teams';

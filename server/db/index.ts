/** The connection to PostgreSQL, one pool for each process. */
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;

const shared = globalThis as { nunatakPool?: pg.Pool };

/** The pool on `DATABASE_URL`; kept over reloads in development. */
export function pool(): pg.Pool {
  if (!shared.nunatakPool) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error('DATABASE_URL is not set; start with `npm run demo` or `npm run dev`.');
    shared.nunatakPool = new pg.Pool({ connectionString: url, max: 12 });
    // A connection that breaks while idle is replaced by the pool; without a listener it would end the process.
    shared.nunatakPool.on('error', () => undefined);
  }
  return shared.nunatakPool;
}

export function database(): Database {
  return drizzle(pool(), { schema });
}

export * from './schema';

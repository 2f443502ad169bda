/** SQLite's own engine, loaded when it is first needed: WebAssembly inside of its program, so that nothing is fetched. */
import type { Database, SqlJsStatic } from 'sql.js';

let engine: Promise<SqlJsStatic> | undefined;

export function sqlite(): Promise<SqlJsStatic> {
  engine ??= import('sql.js/dist/sql-wasm-inline.js').then((it) => it.default());
  return engine;
}

/** A name in SQL. */
export const quotedName = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** Work on a database in memory, which is let go afterwards. */
export async function withDatabase<T>(
  bytes: Uint8Array | undefined,
  work: (db: Database) => Promise<T> | T,
): Promise<T> {
  const { Database } = await sqlite();
  const db = new Database(bytes);
  try {
    return await work(db);
  } catch (error) {
    // What has broken down once is of no use any more.
    if (error instanceof WebAssembly.RuntimeError) engine = undefined;
    throw error;
  } finally {
    if (engine) db.close();
  }
}

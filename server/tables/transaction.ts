/** Work on the database that is done whole or not at all. */
import type { PoolClient } from 'pg';
import { pool } from '@/server/db';

export async function inTransaction<T>(
  work: (client: PoolClient) => Promise<T>,
  mode: 'write' | 'read' = 'write',
): Promise<T> {
  const client = await pool().connect();
  let broken: Error | undefined;
  try {
    await client.query(mode === 'read' ? 'begin isolation level repeatable read read only' : 'begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client
      .query('rollback')
      .catch((lost: unknown) => (broken = lost instanceof Error ? lost : new Error('lost')));
    throw error;
  } finally {
    // A connection that cannot even roll back is thrown away.
    client.release(broken);
  }
}

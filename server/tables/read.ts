/** A stored table as typed columns. */
import { TableBuilder, type Table } from '@/core/tables';
import { pool } from '@/server/db';
import { NotFound, studyFor } from '@/server/access';
import { tableFor } from '.';

const batch = 5000;

/** The table's columns at the given version; a NotFound where it has another by now. */
export async function readTable(studyId: string, key: string, version?: number): Promise<Table> {
  await studyFor(studyId, 'read');
  const head = await tableFor(studyId, key);
  if (version !== undefined && head.version !== version) {
    throw new NotFound(`The table “${head.name}” has changed meanwhile. Open it again.`);
  }
  const builder = new TableBuilder(key, head.columns);
  const client = await pool().connect();
  try {
    for (let from = 0; from < head.rows; from += batch) {
      const { rows } = await client.query<{ cells: string[] }>(
        'select cells from record where table_id = $1 and position >= $2 and position < $3 order by position',
        [head.id, from, from + batch],
      );
      for (const { cells } of rows) builder.push(cells);
    }
  } finally {
    client.release();
  }
  return builder.done();
}

/** A stored table: as typed columns, and as it was written. */
import { setImmediate as breathe } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { Fault } from '@/core/fault';
import { TableBuilder, type Table } from '@/core/tables';
import { NotFound, studyFor } from '@/server/access';
import { inTransaction, studyTable, database } from '@/server/db';
import { type TableHead, tableFor } from '.';
import { readRows } from './record-sets';

/** What a table is called and holds, for those who may read it; a NotFound where it has another version than the given one by now. */
export async function headAt(
  studyId: string,
  key: string,
  version?: number,
): Promise<TableHead & { id: number; setId: number }> {
  await studyFor(studyId, 'read');
  const head = await tableFor(studyId, key);
  if (version !== undefined && head.version !== version) {
    throw new NotFound(`The table “${head.name}” has changed meanwhile. Open it again.`);
  }
  return head;
}

/** The table's columns at the given version; a NotFound where it has another by now. */
export function readTable(studyId: string, key: string, version?: number): Promise<Table> {
  return inTransaction(async () => {
    const head = await headAt(studyId, key, version);
    const builder = new TableBuilder(key, head.columns);
    for await (const some of readRows(head.setId, head.rows)) for (const cells of some) builder.push(cells);
    return builder.doneInParts(breathe);
  }, 'read');
}

/**
 * The rows as they were written, each a line of JSON, about 64 kB at a time; a NotFound, before anything is read, where the table has another version. No
 * connection is held while a reader takes its time, so the version is looked at again after every part: a Fault where it has changed in the middle.
 */
export async function writtenRows(
  studyId: string,
  key: string,
  version?: number,
): Promise<AsyncGenerator<string, void>> {
  return pieces(await headAt(studyId, key, version));
}

async function* pieces(head: TableHead & { id: number; setId: number }): AsyncGenerator<string, void> {
  let text = '';
  for await (const some of readRows(head.setId, head.rows)) {
    const [now] = await database()
      .select({ version: studyTable.version })
      .from(studyTable)
      .where(eq(studyTable.id, head.id));
    if ((now as typeof now | undefined)?.version !== head.version)
      throw new Fault(`The table “${head.name}” was changed while it was read. Open it again.`, head.key);
    for (const cells of some) {
      text += `${JSON.stringify(cells)}\n`;
      if (text.length <= 65536) continue;
      yield text;
      text = '';
    }
  }
  if (text) yield text;
}

/** The rows as they were written, all at once. */
export async function allWrittenRows(studyId: string, key: string): Promise<string[][]> {
  let text = '';
  for await (const piece of await writtenRows(studyId, key)) text += piece;
  return text.split('\n').flatMap((line) => (line === '' ? [] : [JSON.parse(line) as string[]]));
}

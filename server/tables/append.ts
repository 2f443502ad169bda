/** Records that are made in a table because another names them. */
import { and, eq, gte } from 'drizzle-orm';
import { database, record } from '@/server/db';
import { identityOf } from '@/core/tables';
import { Fault, counted } from '@/core/fault';
import { recordChange } from './change';
import { addRows, readRows } from './record-sets';
import { lockedTable } from '.';

/** The number at the end of an id, and what stands before it. */
const numbered = /^(.*?)(\d+)$/;

/** Adds a record for each value, called by it in column `by`, with an id that goes on from those there are. Returns the rows. */
export async function appendRecords(
  studyId: string,
  key: string,
  by: string,
  values: readonly string[],
): Promise<string[][]> {
  if (!values.length) return [];
  const table = await lockedTable(studyId, key);
  const at = table.columns.findIndex(({ name }) => name === by);
  if (at < 0) throw new Fault(`The table “${table.name}” has no column “${by}” any more. Match the column again.`, key);
  const idAt = table.columns.findIndex(({ name }) => name === identityOf(table.columns)[0]);
  let prefix = '';
  let width = 1;
  let last = 0;
  if (idAt >= 0 && idAt !== at) {
    for await (const some of readRows(table.setId, table.rows)) {
      for (const cells of some) {
        const found = numbered.exec(cells[idAt]);
        if (found && Number(found[2]) > last) [prefix, width, last] = [found[1], found[2].length, Number(found[2])];
      }
    }
  }
  const rows = values.map((value, i) => {
    const cells = table.columns.map(() => '');
    cells[at] = value;
    if (idAt >= 0 && idAt !== at) cells[idAt] = `${prefix || 'R'}${String(last + i + 1).padStart(width, '0')}`;
    return cells;
  });
  const lines = rows.map((cells) => JSON.stringify(cells));
  await appendRows(table, lines, `added ${counted(rows.length, 'record')} named elsewhere`);
  return rows;
}

/** Adds rows at the end. What stood beyond the end, from additions that were taken back, gives way. */
export async function appendRows(
  table: Awaited<ReturnType<typeof lockedTable>>,
  rows: readonly string[],
  what: string,
): Promise<number> {
  await database()
    .delete(record)
    .where(and(eq(record.setId, table.setId), gte(record.position, table.rows)));
  await addRows(table.setId, table.rows, [rows]);
  return recordChange(table, { setId: table.setId, columns: table.columns, rows: table.rows + rows.length }, what);
}

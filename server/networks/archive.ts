/** A network with its trail and tables as one archive of open formats, for the runner and for other machines. */
import { strToU8, zipSync } from 'fflate';
import { csvRows } from '@/core/formats';
import { archiveManifest } from '@/core/formats/archive';
import { pool } from '@/server/db';
import { listTables, tableFor } from '@/server/tables';
import { openNetwork } from '.';

/** The archive's bytes: the same for the same data. */
export async function archiveOf(studyId: string, id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const { name, trail } = await openNetwork(studyId, id);
  const tables = await listTables(studyId);
  const files: Record<string, Uint8Array> = {};
  for (const { key, columns } of tables) {
    const { id: tableId } = await tableFor(studyId, key);
    const { rows } = await pool().query<{ cells: string[] }>(
      'select cells from record where table_id = $1 order by position',
      [tableId],
    );
    files[`tables/${key}.csv`] = strToU8(csvRows([columns.map((col) => col.name), ...rows.map(({ cells }) => cells)]));
  }
  files['network.json'] = strToU8(archiveManifest(name, trail, tables));
  // A fixed date: equal data give equal bytes.
  return { name, bytes: zipSync(files, { level: 6, mtime: '1980-01-02T00:00:00' }) };
}

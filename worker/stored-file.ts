/** Tables of a study as files of other programs. */
import { Fault } from '@/core/fault';
import { type StoredTable, storedFormat } from '@/core/formats/stored/registry';
import type { TableAddress } from './protocol';
import { fetchWritten } from './written';

/** The file of one table, or of all that are given. A Fault where there is no such format, or a table cannot be had. */
export async function storedFile(study: string, tables: readonly TableAddress[], key: string): Promise<Blob> {
  const format = storedFormat(key);
  if (!format) throw new Fault(`There is no format “${key}”.`);
  const held: StoredTable[] = [];
  for (const table of tables)
    held.push({ key: table.key, name: table.name, raw: await fetchWritten(study, table), specs: table.columns });
  return new Blob([(await format.write(held)) as Uint8Array<ArrayBuffer>], { type: format.type });
}

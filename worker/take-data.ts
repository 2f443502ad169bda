/** Data of a network, or of parts of it, as files: one as it is, several as one ZIP. */
import { type Zippable, strToU8, zipSync } from 'fflate';
import { Fault } from '@/core/fault';
import { writtenFormat } from '@/core/formats/write/registry';
import type { Network } from '@/core/graph';
import { type Portion, fileNames, portionsOf, recordFiles, withColumns } from '@/core/portions';
import type { Table } from '@/core/tables';
import { pause } from './pause';
import type { Taken } from './protocol';

interface DataFile {
  name: string;
  bytes: string | Uint8Array;
}
type What = Extract<Taken, { kind: 'data' }>;

/** What is asked for. Its type says whether it is one file or a ZIP. A Fault where there is no such format, or nothing of what was asked for. */
export async function takenData(what: What, network: Network, table: (key: string) => Promise<Table>): Promise<Blob> {
  const { columns, wish = { of: 'all' }, name = 'network' } = what;
  const parts = portionsOf(columns ? withColumns(network, columns) : network, wish);
  const { type, files } =
    what.format === 'records'
      ? await recordsOf(parts, name, table, wish.of === 'nodes' ? 'nodes' : 'ties')
      : await written(what, parts, name);
  if (!files.length) throw new Fault('No records stand behind this. Choose more of the network.');
  if (files.length === 1 && parts.length === 1) return new Blob([files[0].bytes as Uint8Array<ArrayBuffer>], { type });
  const entries: Zippable = {};
  for (const one of files) entries[one.name] = typeof one.bytes === 'string' ? strToU8(one.bytes) : one.bytes;
  // A fixed date: equal data give equal bytes.
  return new Blob([zipSync(entries, { level: 6, mtime: '1980-01-02T00:00:00' })], {
    type: 'application/zip',
  });
}

async function written(
  what: What,
  parts: readonly Portion[],
  name: string,
): Promise<{ type: string; files: DataFile[] }> {
  const format = writtenFormat(what.format);
  if (!format) throw new Fault(`There is no format “${what.format}”.`);
  const names = fileNames(parts.map((part) => part.name || name));
  const files: DataFile[] = [];
  for (const [i, { net }] of parts.entries()) {
    files.push({ name: names[i] + format.ending, bytes: await format.write(net, what.note) });
    await pause();
  }
  return { type: format.type, files };
}

async function recordsOf(
  parts: readonly Portion[],
  name: string,
  table: (key: string) => Promise<Table>,
  of: 'ties' | 'nodes',
): Promise<{ type: string; files: DataFile[] }> {
  const found: DataFile[] = [];
  for (const part of parts)
    for (const { key, csv } of await recordFiles(part.net, table, of))
      found.push({ name: `${part.name || name} ${key}`, bytes: csv });
  const names = fileNames(found.map((one) => one.name));
  return { type: 'text/csv', files: found.map(({ bytes }, i) => ({ name: `${names[i]}.csv`, bytes })) };
}

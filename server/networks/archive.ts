/** A network with its trail and tables as one archive of open formats, for the runner and for other machines. */
import { strToU8, zipSync } from 'fflate';
import { csvRows } from '@/core/formats';
import { archiveFiles } from '@/core/formats/archive';
import { openNames } from '@/server/names';
import { listTables } from '@/server/tables';
import { allWrittenRows } from '@/server/tables/read';
import { listShortlists } from '@/server/shortlists';
import { allReads } from '@/core/trail';
import { networkTrails, openNetwork } from '.';

/** The archive's bytes: the same for the same data. */
export async function archiveOf(studyId: string, id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const { name, trail } = await openNetwork(studyId, id);
  const tables = await listTables(studyId);
  const files: Record<string, Uint8Array> = {};
  for (const { key, columns } of tables) {
    const rows = await allWrittenRows(studyId, key);
    files[`tables/${key}.csv`] = strToU8(csvRows([columns.map((col) => col.name), ...rows]));
  }
  const trails = await networkTrails(studyId);
  const reads = allReads(trail, (other) => trails.find((one) => one.id === other)?.trail);
  const others = archiveFiles(name, trail, tables, await openNames(studyId), {
    networks: trails.flatMap(({ id: other, name: called, trail: its }) =>
      its && reads.networks.includes(other) ? [{ id: other, name: called, trail: its }] : [],
    ),
    shortlists: (await listShortlists(studyId))
      .filter((one) => reads.shortlists.includes(one.id))
      .map(({ seen: _seen, ...list }) => list),
  });
  for (const [path, text] of Object.entries(others)) files[path] = strToU8(text);
  // A fixed date: equal data give equal bytes.
  return { name, bytes: zipSync(files, { level: 6, mtime: '1980-01-02T00:00:00' }) };
}

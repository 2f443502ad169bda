/** The study as trails read it, for whoever runs one beside the browser: the same contents under the same digests. */
import type { Table } from '@/core/tables';
import { type Source, type Trail, allReads, sourceOf } from '@/core/trail';
import { networkTrails } from '@/server/networks';
import { openNames } from '@/server/names';
import { listShortlists } from '@/server/shortlists';
import { listTables } from '@/server/tables';
import { readTable } from '@/server/tables/read';

export interface Reading {
  /** Without the contents of tables: enough for digests. */
  source: Source;
  /** Reads the tables that the trail needs, at their versions. @throws NotFound where one has changed meanwhile */
  read(held: Map<string, Table>): Promise<Source>;
}

/** What the trail reads, as whoever asks may see it. */
export async function readingOf(studyId: string, trail: Trail): Promise<Reading> {
  const [heads, names, shortlists, networks] = [
    await listTables(studyId),
    await openNames(studyId),
    await listShortlists(studyId),
    await networkTrails(studyId),
  ];
  const versions = heads.map(({ key, version }) => ({ key, version: String(version) }));
  const made = (table: (key: string) => Table): Source => sourceOf(versions, table, names, { shortlists, networks });
  // Digests read no contents.
  const none = (): Table => ({ name: '', rows: 0, columns: [], misfits: [] });
  return {
    source: made(none),
    async read(held) {
      const wanted = allReads(trail, (id) => networks.find((one) => one.id === id)?.trail).tables;
      const at = new Map<string, Table>();
      for (const { key, version } of heads) {
        if (!wanted.includes(key)) continue;
        const name = `${studyId} ${key} ${version}`;
        const table = held.get(name) ?? (await readTable(studyId, key, version));
        at.set(key, table);
      }
      // Tables of other trails make room.
      held.clear();
      for (const { key, version } of heads) {
        const table = at.get(key);
        if (table) held.set(`${studyId} ${key} ${version}`, table);
      }
      return made((key) => at.get(key) as Table);
    },
  };
}

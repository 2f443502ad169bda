/** Writes a study's archive: its files one after the other, tables as their rows come. */
import { withIds } from '../ids';
import { csvRows } from '../formats/csv-write';
import {
  type ArchivedFigure,
  type ArchivedKept,
  type ArchivedNames,
  type ArchivedNetwork,
  type ArchivedShortlist,
  type ArchivedTable,
  type ArchivedVersion,
  type Manifest,
  archiveId,
  studyFormat,
} from './layout';

/** A study as it is handed over to be written. Ids are its own; the archive has others. */
export interface StudyToWrite {
  name: string;
  tables: (ArchivedTable & { rowsWritten: () => AsyncIterable<string[][]> })[];
  names: ArchivedNames[];
  shortlists: ArchivedShortlist[];
  kept: ArchivedKept[];
  networks: (ArchivedNetwork & {
    versions: () => AsyncIterable<ArchivedVersion>;
    positions?: () => Promise<Uint8Array>;
  })[];
  figures: (ArchivedFigure & { picture?: () => Promise<Uint8Array>; held?: () => Promise<Uint8Array> })[];
}

export interface ArchiveFile {
  path: string;
  pieces: AsyncIterable<string | Uint8Array> | Iterable<string | Uint8Array>;
}

export const namesCsvColumns = ['variant', 'preferred'];

const json = (value: unknown): string[] => [`${JSON.stringify(value, null, 2)}\n`];

async function* csvOf(table: StudyToWrite['tables'][number]): AsyncGenerator<string> {
  yield csvRows([table.columns.map(({ name }) => name)]);
  for await (const rows of table.rowsWritten()) yield csvRows(rows);
}

async function* linesOf(
  versions: AsyncIterable<ArchivedVersion>,
  ids: ReadonlyMap<string, string>,
): AsyncGenerator<string> {
  for await (const one of versions) yield `${JSON.stringify(withIds(one, ids))}\n`;
}

async function* only(bytes: () => Promise<Uint8Array>): AsyncGenerator<Uint8Array> {
  yield await bytes();
}

/** The files by their paths: `study.json` first, then what it names in its order. The same study gives the same files. */
export function* studyFiles(study: StudyToWrite): Generator<ArchiveFile> {
  const ids = new Map<string, string>();
  const numbered = (kind: Parameters<typeof archiveId>[0], list: readonly { id: string }[]): void =>
    list.forEach(({ id }, i) => ids.set(id, archiveId(kind, i + 1)));
  numbered('shortlist', study.shortlists);
  numbered('kept', study.kept);
  numbered('network', study.networks);
  numbered('figure', study.figures);
  const manifest: Manifest = {
    format: studyFormat,
    name: study.name,
    tables: study.tables.map(({ key }) => ({ file: `tables/${key}.csv`, types: `tables/${key}.json` })),
    names: study.names.map((_, i) => ({ file: `names/${i + 1}.json`, entries: `names/${i + 1}.csv` })),
    shortlists: study.shortlists.map((_, i) => `shortlists/${i + 1}.json`),
    kept: study.kept.map((_, i) => `kept/${i + 1}.json`),
    networks: study.networks.map(({ positions }, i) => ({
      file: `networks/${i + 1}.json`,
      versions: `networks/${i + 1}.versions.ndjson`,
      ...(positions ? { positions: `networks/${i + 1}.positions` } : {}),
    })),
    figures: study.figures.map(({ picture, held }, i) => ({
      file: `figures/${i + 1}.json`,
      ...(picture ? { picture: `figures/${i + 1}.png` } : {}),
      ...(held ? { held: `figures/${i + 1}.held.json.gz` } : {}),
    })),
  };
  yield { path: 'study.json', pieces: json(manifest) };
  for (const [i, table] of study.tables.entries()) {
    const { rowsWritten: _rows, ...types } = table;
    yield { path: manifest.tables[i].types, pieces: json(types) };
    yield { path: manifest.tables[i].file, pieces: csvOf(table) };
  }
  for (const [i, { entries, ...list }] of study.names.entries()) {
    const rows = Object.entries(entries).sort(([a], [b]) => (a < b ? -1 : 1));
    yield { path: manifest.names[i].file, pieces: json(list) };
    yield { path: manifest.names[i].entries, pieces: [csvRows([namesCsvColumns, ...rows])] };
  }
  for (const [i, one] of study.shortlists.entries())
    yield { path: manifest.shortlists[i], pieces: json(withIds(one, ids)) };
  for (const [i, one] of study.kept.entries()) yield { path: manifest.kept[i], pieces: json(withIds(one, ids)) };
  for (const [i, { versions, positions, ...one }] of study.networks.entries()) {
    const at = manifest.networks[i];
    yield { path: at.file, pieces: json(withIds(one, ids)) };
    yield { path: at.versions as string, pieces: linesOf(versions(), ids) };
    if (positions) yield { path: at.positions as string, pieces: only(positions) };
  }
  for (const [i, { picture, held, ...one }] of study.figures.entries()) {
    const at = manifest.figures[i];
    yield { path: at.file, pieces: json(withIds(one, ids)) };
    if (picture) yield { path: at.picture as string, pieces: only(picture) };
    if (held) yield { path: at.held as string, pieces: only(held) };
  }
}

/** Reads a study's archive: everything but the rows of tables at once, those as they are asked for. */
import * as z from 'zod';
import { Fault, grouped } from '../fault';
import { ExactCsv } from '../formats/csv-exact';
import { namesCsvColumns } from './write';
import { type Files, checkEntries, rootOf, wholeFile } from './files';
import {
  type ArchivedFigure,
  type ArchivedKept,
  type ArchivedNames,
  type ArchivedNetwork,
  type ArchivedShortlist,
  type ArchivedTable,
  type ArchivedVersion,
  type Manifest,
  figureFileSchema,
  keptSchema,
  manifestSchema,
  namesSchema,
  networkSchema,
  shortlistSchema,
  tableSchema,
  versionSchema,
} from './layout';

export interface StudyArchive {
  name: string;
  tables: (ArchivedTable & { file: string })[];
  names: ArchivedNames[];
  shortlists: ArchivedShortlist[];
  kept: ArchivedKept[];
  networks: (ArchivedNetwork & { versions?: string; positions?: string })[];
  figures: (ArchivedFigure & { picture?: string; held?: string })[];
  /** Files that it does not name. */
  unknown: string[];
  /** The rows of a table as they were written, many at a time. */
  rows(table: ArchivedTable & { file: string }): AsyncGenerator<string[][]>;
  /** The versions of a network that were kept, from the first on. */
  versions(path: string): Promise<ArchivedVersion[]>;
  bytes(path: string): Promise<Uint8Array>;
}

/** Whether it is one: others hold a single network. */
export const isStudy = (files: Files): boolean => rootOf(files.entries, 'study.json') !== undefined;

/** Opens it. A Fault, before anything of it is used, where it is no archive of a study, was made to do harm, or a file of it does not fit. */
export async function readStudyArchive(files: Files, where: string): Promise<StudyArchive> {
  checkEntries(files.entries, where);
  const root = rootOf(files.entries, 'study.json');
  if (root === undefined) throw new Fault(noStudy(files, where), where);
  const used = new Set<string>();
  const bytes = (path: string): Promise<Uint8Array> => {
    used.add(root + path);
    return wholeFile(files, root + path, where);
  };
  const json = async <T extends z.ZodType>(path: string, schema: T): Promise<z.output<T>> =>
    fitting(parsed(textOf(await bytes(path), path), path), schema, path);
  const manifest = await manifestOf(bytes);
  const tables = [];
  for (const { file, types } of manifest.tables) {
    const table = { ...(await json(types, tableSchema)), file };
    if (!files.entries.some(({ path }) => path === root + file))
      throw new Fault(`“${where}” has no ${file}, which study.json names. Take the archive away again.`, file);
    used.add(root + file);
    tables.push(table);
  }
  distinct(
    tables.map(({ key }) => key),
    'tables with the key',
  );
  for (const { key, columns } of tables)
    distinct(
      columns.map(({ name }) => name),
      `columns in the table “${key}” called`,
    );
  const names = [];
  for (const { file, entries } of manifest.names)
    names.push({ ...(await json(file, namesSchema)), entries: entriesOf(await bytes(entries), entries) });
  distinct(
    names.flatMap(({ columns }) => columns.map(({ table, column }) => `${table}.${column}`)),
    'lists of names for',
  );
  const all = async <T extends z.ZodType>(paths: readonly string[], schema: T): Promise<z.output<T>[]> => {
    const found = [];
    for (const path of paths) found.push(await json(path, schema));
    return found;
  };
  const shortlists = await all(manifest.shortlists, shortlistSchema);
  const kept = await all(manifest.kept, keptSchema);
  const networks = [];
  for (const { file, ...rest } of manifest.networks) networks.push({ ...(await json(file, networkSchema)), ...rest });
  const figures = [];
  for (const { file, ...rest } of manifest.figures) figures.push({ ...(await json(file, figureFileSchema)), ...rest });
  distinct(
    [...shortlists, ...kept, ...networks, ...figures].map(({ id }) => id),
    'things with the id',
  );
  const more = [
    ...manifest.networks.flatMap(({ versions, positions }) => [versions, positions]),
    ...manifest.figures.flatMap(({ picture, held }) => [picture, held]),
  ];
  for (const path of more) if (path !== undefined) used.add(root + path);
  return {
    name: manifest.name,
    tables,
    names,
    shortlists,
    kept,
    networks,
    figures,
    unknown: files.entries.flatMap(({ path }) => (used.has(path) ? [] : [path])),
    rows: (table) => rowsOf(files, root + table.file, table),
    versions: async (path) =>
      textOf(await bytes(path), path)
        .split('\n')
        .flatMap((line, i) =>
          line === '' ? [] : [fitting(parsed(line, `${path}, line ${i + 1}`), versionSchema, `${path}, line ${i + 1}`)],
        ),
    bytes,
  };
}

function noStudy(files: Files, where: string): string {
  return rootOf(files.entries, 'network.json') === undefined
    ? `“${where}” is no archive of a study: it has no study.json. Choose a file that a study was taken away as.`
    : `“${where}” is the archive of one network. Here whole studies are opened; the runner runs archives of networks.`;
}

async function manifestOf(bytes: (path: string) => Promise<Uint8Array>): Promise<Manifest> {
  const value = parsed(textOf(await bytes('study.json'), 'study.json'), 'study.json');
  const format = (value as { format?: unknown } | null)?.format;
  if (typeof format === 'string' && /^nunatak study [2-9]/.test(format))
    throw new Fault(
      'This archive was made by a later version of the application. Open it there, or bring this one up to date.',
    );
  return fitting(value, manifestSchema, 'study.json');
}

const mend = 'Take the archive away again, or mend the file.';

function textOf(bytes: Uint8Array, path: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Fault(`${path} is no text in UTF-8. ${mend}`, path);
  }
}

/** Deeper than any file of an archive. */
const deepest = 100;

/** Whether brackets stand in one another deeper than that: what walks through it would not come back. */
function tooDeep(text: string): boolean {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    const letter = text[i];
    if (letter === '"') {
      for (i++; i < text.length && text[i] !== '"'; i++) if (text[i] === '\\') i++;
    } else if (letter === '[' || letter === '{') {
      if (++depth > deepest) return true;
    } else if (letter === ']' || letter === '}') depth--;
  }
  return false;
}

function parsed(text: string, path: string): unknown {
  if (tooDeep(text)) throw new Fault(`${path} is nested too deeply to be a file of an archive. ${mend}`, path);
  try {
    return JSON.parse(text);
  } catch {
    throw new Fault(`${path} is no JSON. ${mend}`, path);
  }
}

function fitting<T extends z.ZodType>(value: unknown, schema: T, path: string): z.output<T> {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const [first] = read.error.issues;
  throw new Fault(`${path} does not fit at ${first.path.join('.') || 'its top'}: ${first.message}. ${mend}`, path);
}

function distinct(values: readonly string[], what: string): void {
  const seen = new Set<string>();
  for (const value of values) {
    if (seen.has(value)) throw new Fault(`The archive has two ${what} “${value.slice(0, 100)}”. ${mend}`);
    seen.add(value);
  }
}

function entriesOf(bytes: Uint8Array, path: string): Record<string, string> {
  const reader = new ExactCsv(path, namesCsvColumns);
  const rows = [...reader.push(bytes), ...reader.end()];
  distinct(
    rows.map(([variant]) => variant),
    `entries in ${path} for`,
  );
  return Object.fromEntries(rows.map(([variant, preferred]) => [variant, preferred]));
}

async function* rowsOf(files: Files, path: string, table: ArchivedTable): AsyncGenerator<string[][]> {
  const reader = new ExactCsv(
    path,
    table.columns.map(({ name }) => name),
  );
  for await (const piece of files.pieces(path)) {
    const rows = reader.push(piece);
    if (rows.length) yield rows;
  }
  const rows = reader.end();
  if (rows.length) yield rows;
  if (reader.rows !== table.rows)
    throw new Fault(
      `${path} has ${grouped(reader.rows)} rows, and ${grouped(table.rows)} are told of it. ${mend}`,
      path,
    );
}

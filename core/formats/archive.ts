/** The archive of a network: `network.json` with its trail and its tables' columns, and a CSV file for each table. */
import * as z from 'zod';
import { type Table, TableBuilder, columnSpecsSchema } from '../tables';
import { type NamesList, columnRefSchema, namesFile, readNamesFile } from '../names';
import { type Source, type Trail, sourceOf, stored, storedTrailSchema } from '../trail';
import { Fault } from '../fault';
import { ExactCsv } from './csv-exact';

export const archiveSchema = z.object({
  format: z.literal('nunatak network 1'),
  name: z.string(),
  trail: storedTrailSchema,
  tables: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      file: z.string(),
      columns: columnSpecsSchema,
    }),
  ),
  names: z
    .array(z.object({ name: z.string(), file: z.string(), version: z.number(), columns: z.array(columnRefSchema) }))
    .default([]),
  /** Other networks that the trail is combined with, and shortlists that it reads. */
  networks: z.array(z.object({ id: z.string(), name: z.string(), trail: storedTrailSchema })).default([]),
  shortlists: z
    .array(
      z.object({
        id: z.string(),
        name: z.string(),
        version: z.number().default(1),
        nodes: z.array(z.object({ id: z.string(), label: z.string() })),
      }),
    )
    .default([]),
});
export type Archive = z.infer<typeof archiveSchema>;

/** The files of an archive by their paths, without those of the tables: `network.json`, and a file for each list of names that is not empty. */
export function archiveFiles(
  name: string,
  trail: Trail,
  tables: readonly { key: string; name: string; columns: Archive['tables'][number]['columns'] }[],
  lists: readonly NamesList[] = [],
  others: Pick<Partial<Archive>, 'networks' | 'shortlists'> = {},
): Record<string, string> {
  const used = lists.filter(({ entries }) => Object.keys(entries).length > 0);
  const manifest = {
    format: 'nunatak network 1',
    name,
    trail: stored(trail),
    tables: tables.map(({ key, name: title, columns }) => ({ key, name: title, file: `tables/${key}.csv`, columns })),
    names: used.map((list, i) => ({
      name: list.name,
      file: `names/${i + 1}.csv`,
      version: list.version,
      columns: list.columns,
    })),
    ...(others.networks?.length
      ? { networks: others.networks.map((one) => ({ ...one, trail: stored(one.trail) })) }
      : {}),
    ...(others.shortlists?.length ? { shortlists: others.shortlists } : {}),
  };
  return {
    'network.json': JSON.stringify(manifest, null, 2) + '\n',
    ...Object.fromEntries(used.map(({ entries }, i) => [`names/${i + 1}.csv`, namesFile(entries)])),
  };
}

/** Reads an archive's files. A Fault where one is missing or is not what it should be. */
export function readArchive(
  file: (path: string) => Uint8Array | undefined,
  where: string,
): { archive: Archive; names: NamesList[]; source: Source } {
  const manifest = file('network.json');
  if (!manifest)
    throw new Fault(`“${where}” has no network.json. Give a folder or archive that a network was taken away as.`);
  let parsed;
  try {
    parsed = archiveSchema.safeParse(JSON.parse(new TextDecoder().decode(manifest)));
  } catch {
    throw new Fault(`“${where}/network.json” is no JSON. Take the network away again.`);
  }
  if (!parsed.success) {
    const [first] = parsed.error.issues;
    throw new Fault(`“${where}/network.json” does not fit at ${first.path.join('.') || 'its top'}: ${first.message}`);
  }
  const archive = parsed.data;
  const tables = new Map<string, Table>();
  for (const { key, file: path, columns } of archive.tables) {
    const bytes = file(path);
    if (!bytes) throw new Fault(`“${where}” has no ${path}, which network.json names. Put the file there.`);
    const builder = new TableBuilder(key, columns);
    const reader = new ExactCsv(
      `${where}/${path}`,
      columns.map((col) => col.name),
    );
    for (const cells of reader.push(bytes)) builder.push(cells);
    for (const cells of reader.end()) builder.push(cells);
    tables.set(key, builder.done());
  }
  const lists = archive.names.map(({ file: path, ...list }): NamesList => {
    const bytes = file(path);
    if (!bytes) throw new Fault(`“${where}” has no ${path}, which network.json names. Put the file there.`);
    return { ...list, rejected: [], entries: readNamesFile(bytes, path).entries };
  });
  const versions = archive.tables.map(({ key }) => ({ key, version: '1' }));
  return { archive, names: lists, source: sourceOf(versions, (key) => tables.get(key) as Table, lists, archive) };
}

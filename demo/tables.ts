/** The demo study's tables in memory, read as somebody would who takes everything as it is found. */
import { type KnownTable, PrepareCache, type Prepared, prepare, remediesSchema, together } from '@/core/intake';
import { type ReadPart, bytesSource, readFile } from '@/core/formats/read';
import { type Table, typedTable } from '@/core/tables';
import type { NamesList } from '@/core/names';
import { type Source, sourceOf } from '@/core/trail';
import { type DemoFile, demoFiles } from './files';
import { demoNetworks, linked } from './trails';

/** A file as it comes in beside the tables that are there already. */
export async function prepared(
  file: DemoFile,
  name: string,
  study: { tables: readonly KnownTable[]; names: readonly (NamesList & { id: string })[] },
): Promise<Prepared> {
  const parts = await readFile(bytesSource(file.name, file.bytes), { settings: {}, breathe: () => undefined });
  return prepare(oneOf(parts), remediesSchema.parse({ name }), study, new PrepareCache());
}

/** The sheets of a workbook as one table. */
function oneOf(parts: readonly ReadPart[]): ReadPart {
  const [first, ...others] = parts;
  if (!others.length) return first;
  return {
    ...first,
    table: together(
      parts.map((part) => ({ file: part.name, table: part.table })),
      '',
    ),
  };
}

/** By key. */
export async function demoTables(): Promise<Map<string, Table>> {
  const known: KnownTable[] = [];
  const tables = new Map<string, Table>();
  for (const file of demoFiles()) {
    if (file.stored === undefined) continue;
    const { table: raw, specs } = await prepared(file, file.stored, { tables: known, names: [] });
    const key = file.stored.replaceAll(' ', '-');
    known.push({ key, name: file.stored, raw, specs });
    tables.set(key, typedTable(key, raw, specs));
  }
  return tables;
}

/** The demo study as trails read it; its networks have their names for ids. */
export function demoSource(tables: ReadonlyMap<string, Table>): Source {
  const named = demoNetworks.map(({ name }) => ({ id: name, name }));
  return sourceOf(
    Array.from(tables.keys(), (key) => ({ key, version: '1' })),
    (key) => tables.get(key) as Table,
    [],
    { networks: demoNetworks.map(({ name, trail }) => ({ id: name, name, trail: linked(trail, named) })) },
  );
}

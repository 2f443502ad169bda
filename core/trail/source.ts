/** The study's tables as trails read them: with their names joined. */
import type { Table } from '../tables';
import { type NamesList, namedTable, namesVersion } from '../names';
import type { Source } from './run';

/** A source over tables that are at hand; each is named once, when it is first asked for. */
export function sourceOf(
  tables: readonly { key: string; version: string }[],
  get: (key: string) => Table,
  lists: readonly NamesList[] = [],
): Source {
  const named = new Map<string, Table>();
  const versions = new Map(tables.map(({ key, version }) => [key, version]));
  return {
    keys: () => [...versions.keys()],
    version: (key) => [versions.get(key), namesVersion(key, lists)].filter(Boolean).join(' · '),
    names: (key) => namesVersion(key, lists),
    table(key) {
      let table = named.get(key);
      if (!table) named.set(key, (table = namedTable(get(key), key, lists)));
      return table;
    },
  };
}

/** The study's tables as trails read them: with their names joined. */
import type { Table } from '../tables';
import { type NamesList, namedTable, namesOfColumns, namesVersion } from '../names';
import { type Trail, readsOf } from './registry';
import type { Source } from './run';
import type { Reads, Shortlist } from './step';

/** Another network of the study: its trail, or why that cannot be read. */
export type OtherNetwork = { id: string; name: string } & (
  { trail: Trail; fault?: undefined } | { trail?: undefined; fault: string }
);

/** Everything of the study that the trail reads, also by way of other networks. */
export function allReads(trail: Trail, network: (id: string) => Trail | undefined): Required<Omit<Reads, 'named'>> {
  const found = { tables: new Set<string>(), shortlists: new Set<string>(), networks: new Set<string>() };
  const visit = (one: Trail): void => {
    for (const step of one.steps) {
      const { tables = [], shortlists = [], networks = [] } = readsOf(step);
      tables.forEach((key) => found.tables.add(key));
      shortlists.forEach((id) => found.shortlists.add(id));
      for (const id of networks) {
        if (found.networks.has(id)) continue;
        found.networks.add(id);
        const other = network(id);
        if (other) visit(other);
      }
    }
  };
  visit(trail);
  return { tables: [...found.tables], shortlists: [...found.shortlists], networks: [...found.networks] };
}

/** A source over tables that are at hand; each is named once, when it is first asked for. */
export function sourceOf(
  tables: readonly { key: string; version: string }[],
  get: (key: string) => Table,
  lists: readonly NamesList[] = [],
  others: {
    shortlists?: readonly Shortlist[];
    networks?: readonly OtherNetwork[];
  } = {},
): Source {
  const named = new Map<string, Table>();
  const versions = new Map(tables.map(({ key, version }) => [key, version]));
  return {
    keys: () => [...versions.keys()],
    version: (key) => [versions.get(key), namesVersion(key, lists)].filter(Boolean).join(' · '),
    names: (key, columns) => namesOfColumns(key, columns, lists),
    shortlist(id) {
      const held = others.shortlists?.find((one) => one.id === id);
      // These fields alone: where a list is filed and who sees it change nothing of what is made with it.
      return held && { id: held.id, name: held.name, version: held.version, nodes: held.nodes };
    },
    network: (id) => others.networks?.find((one) => one.id === id),
    table(key) {
      let table = named.get(key);
      if (!table) named.set(key, (table = namedTable(get(key), key, lists)));
      return table;
    },
  };
}

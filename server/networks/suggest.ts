/** Networks that the study's records could make: offered with what each would give, and made to be changed afterwards. */
import { namedTable } from '@/core/names';
import type { Column, Table } from '@/core/tables';
import { edgeCount, nodeCount } from '@/core/graph';
import {
  type Question,
  type TableOffer,
  makeTies,
  offer,
  questions,
  sampleTies,
  tieWords,
  tiesSchema,
} from '@/core/ties';
import { describing, firstTrail, offeredTable, suggestTrail } from '@/core/trail';
import { column } from '@/core/tables';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { openNames } from '@/server/names';
import { listTables } from '@/server/tables';
import { readTable } from '@/server/tables/read';
import { createNetwork, listNetworks } from '.';

export interface NetworkOffer {
  question: Question;
  title: string;
  /** The table whose records are read: its key, and what it is called. */
  table: string;
  tableName: string;
  /** Settings of the Ties step. */
  ties: object;
  rows: number;
  /** What would come of it; absent for tables that are too large to try. */
  size?: { nodes: number; edges: number };
  example?: string;
}

/** Tables of more rows are not tried beforehand. */
const mostTried = 60_000;
const mostOffers = 12;
/** What would give more ties than this is not offered: a value that nearly everybody shares ties nearly all. */
const mostTies = 500_000;

/** Tables in the order in which they are likely meant: the named one, then the newest first. */
async function tablesOf(studyId: string, first?: string): Promise<{ tables: Table[]; titles: Map<string, string> }> {
  const heads = (await listTables(studyId)).reverse();
  heads.sort((a, b) => Number(b.key === first) - Number(a.key === first));
  const names = await openNames(studyId);
  const tables: Table[] = [];
  for (const { key } of heads) tables.push(namedTable(await readTable(studyId, key), key, names));
  return { tables, titles: new Map(heads.map(({ key, name }) => [key, name])) };
}

/** What can be asked of the study's tables, each with the size of its network and a tie in words. Those of the named table come first. */
export async function networkOffers(studyId: string, first?: string): Promise<NetworkOffer[]> {
  const { tables, titles } = await tablesOf(studyId, first);
  const names = await openNames(studyId);
  const offered: TableOffer[] = tables.map(offeredTable);
  const found: NetworkOffer[] = [];
  for (const table of tables) {
    for (const { key, title } of questions) {
      if (found.length >= mostOffers) return found;
      const asked = offer(key, offered, names, table.name) as { table?: string } | undefined;
      if (asked?.table !== table.name) continue;
      const ties = described(asked, table, tables);
      const one = {
        question: key,
        title,
        table: table.name,
        tableName: titles.get(table.name) ?? table.name,
        ties,
        rows: table.rows,
      };
      if (table.rows > mostTried) found.push(one);
      else {
        const tried = await tryOut(ties, tables);
        if (tried?.size && tried.size.edges <= mostTies) found.push({ ...one, ...tried });
      }
    }
  }
  return found;
}

/** Direct ties with the table that describes their ends, where the offer has found none by headers. */
function described(asked: object, table: Table, tables: readonly Table[]): object {
  if (!('from' in asked) || ('nodes' in asked && asked.nodes)) return asked;
  const { from, to } = asked as { from: string; to: string };
  const [a, b] = [column(table, from), column(table, to)];
  return a && b ? { ...asked, nodes: describing({ table, from: a, to: b }, tables) } : asked;
}

/** How many pairs of records share a value of a column: without making them, whether a network of them would be one of too many ties. */
function sharing(col: Column | undefined): number {
  if (col?.type !== 'text') return 0;
  const counts = new Float64Array(col.dictionary.length);
  for (const code of col.codes) if (code >= 0) counts[code]++;
  return counts.reduce((sum, n) => sum + (n * (n - 1)) / 2, 0);
}

async function tryOut(
  ties: object,
  tables: readonly Table[],
): Promise<Pick<NetworkOffer, 'size' | 'example'> | undefined> {
  const settings = tiesSchema.parse({ id: 'offer', kind: 'ties', on: true, ...ties });
  const from = tables.find(({ name }) => name === settings.table);
  if (from && settings.make === 'incidence' && settings.result === 'left') {
    if (settings.right.some((name) => sharing(column(from, name)) > mostTies)) return undefined;
  }
  try {
    const { network } = await makeTies(settings, {
      step: 'offer',
      table: (key) => tables.find(({ name }) => name === key) as Table,
      breathe: () => new Promise((resolve) => setImmediate(resolve)),
    });
    const edges = edgeCount(network);
    if (!edges) return undefined;
    return {
      size: { nodes: nodeCount(network), edges },
      example: tieWords(network, sampleTies(network, 1)[0]).split(':')[0],
    };
  } catch (error) {
    // A table that cannot answer after all is not offered.
    if (error instanceof Fault) return undefined;
    throw error;
  }
}

/** A network out of the ties that were chosen among the offers; absent: the likeliest of the study. */
export async function createSuggestedNetwork(studyId: string, ties?: object): Promise<{ id: string }> {
  await studyFor(studyId, 'edit');
  const count = (await listNetworks(studyId)).length;
  const name = count ? `Network ${count + 1}` : 'First network';
  if (ties) {
    const settings = tiesSchema.parse({ ...ties, id: 's1', kind: 'ties', on: true });
    const rows = (await listTables(studyId)).find(({ key }) => key === settings.table)?.rows ?? 0;
    return createNetwork(studyId, name, firstTrail(ties, rows));
  }
  const { tables } = await tablesOf(studyId);
  const trail = suggestTrail(tables);
  if (!trail)
    throw new Fault('A network needs a table with two columns at least. Bring one in on the Records page.', 'tables');
  return createNetwork(studyId, name, trail);
}

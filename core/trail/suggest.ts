/** A first trail for tables nobody has described yet. */
import {
  type Column,
  type ColumnSpec,
  type ColumnType,
  type Table,
  bareHeader,
  cellText,
  column,
  namesName,
} from '../tables';
import { type TableOffer, endsByValues, offer, weighed } from '../ties';
import type { Trail } from './registry';
import { trailSchema } from './registry';

interface Ends {
  table: Table;
  from: Column;
  to: Column;
}

/** Larger tables get a first trail without searches from every node: those are offered with their time. */
const large = 20_000;
/** Ties above which the map opens as groups of groups. */
const gatherFrom = 200_000;

/** The two ends in the first table that has some; the tables one comes from stand first. */
function endsIn(tables: readonly Table[]): Ends | undefined {
  for (const table of tables) {
    const found = endsByValues(table);
    const [from, to] = (found ?? []).map((name) => column(table, name));
    if (from && to) return { table, from, to };
  }
  return undefined;
}

/** Share of the first ends that a column's values contain. */
function matched(ends: Ends, col: Column, rows: number): number {
  const values = new Set<string>();
  for (let r = 0; r < rows; r++) values.add(cellText(col, r));
  const sample = Math.min(2000, ends.table.rows);
  let hits = 0;
  for (let r = 0; r < sample; r++) {
    if (values.has(cellText(ends.from, r))) hits++;
    if (values.has(cellText(ends.to, r))) hits++;
  }
  return sample ? hits / (2 * sample) : 0;
}

const specType = (col: Column): ColumnType => (col.type === 'text' && col.as === 'reference' ? 'reference' : col.type);

/** Ties out of lists, or of what belongs to what, for tables without two ends: the first question that they answer. */
function incidence(tables: readonly Table[]): object | undefined {
  const offers = tables.map((table) => ({ key: table.name, columns: specsOf(table) }));
  const matrix = tables.find((table) => table.columns.some(({ name }) => bareHeader(name) === 'belongsto'));
  for (const question of ['together', 'words', 'part'] as const) {
    if (matrix && question !== 'part') continue;
    const asked = offer(question, offers, [], matrix?.name);
    if (asked) return { question, ...asked, ...(matrix && column(matrix, 'weight') ? { weight: 'weight' } : {}) };
  }
  return undefined;
}

/**
 * Ties from the columns that look like two ends, nodes from the table whose column holds most of them (a third at least), then the usual steps.
 * Undefined where no table has two columns.
 */
export function suggestTrail(tables: readonly Table[]): Trail | undefined {
  const ends = endsIn(tables) ?? (incidence(tables) ? undefined : lastPair(tables));
  if (!ends) {
    const listed = incidence(tables);
    return listed && firstTrail(listed, 0);
  }
  const offered = { key: ends.table.name, columns: specsOf(ends.table) };
  const settings = {
    table: ends.table.name,
    from: ends.from.name,
    to: ends.to.name,
    nodes: describing(ends, tables),
    ...weighed(offered),
  };
  return firstTrail(settings, ends.table.rows);
}

/** No telling columns: the last table with two columns, as edges are usually brought in after nodes. */
function lastPair(tables: readonly Table[]): Ends | undefined {
  const table = tables.findLast((candidate) => candidate.columns.length >= 2);
  return table && { table, from: table.columns[0], to: table.columns[1] };
}

/** The table whose column holds most of the ends, a third at least. */
export function describing(
  ends: Ends,
  tables: readonly Table[],
): { table: string; match: string; label?: string } | undefined {
  let nodes: { table: string; match: string; label?: string } | undefined;
  let best = 1 / 3;
  for (const table of tables) {
    if (table === ends.table) continue;
    for (const col of table.columns) {
      if (col.type !== 'text' && col.type !== 'number') continue;
      const share = matched(ends, col, table.rows);
      if (share <= best) continue;
      best = share;
      const label = table.columns.find(({ name }) => namesName(name));
      nodes = { table: table.name, match: col.name, ...(label && label !== col ? { label: label.name } : {}) };
    }
  }
  return nodes;
}

const specsOf = ({ columns, identity }: Table): ColumnSpec[] =>
  columns.map((col) => ({ name: col.name, type: specType(col), id: identity?.includes(col.name) }));

/** A table as questions see it, its ends found by what it holds. */
export const offeredTable = (table: Table): TableOffer => ({
  key: table.name,
  columns: specsOf(table),
  ends: endsByValues(table),
});

/** Ties, and the usual steps after them; of so many rows. */
export function firstTrail(ties: object, rows: number): Trail {
  const gathers = rows > gatherFrom;
  // Of many ties only tight groups can be read; a pull that grows with the length draws all of them over each other. Circles want their room.
  let laidOut = {};
  if (gathers) laidOut = { spread: 130, apart: 64 };
  else if (rows > large) laidOut = { grows: 0 };
  return trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, ...ties },
      {
        id: 's2',
        kind: 'measure',
        on: true,
        measures: rows > large ? ['degree', 'pagerank'] : ['degree', 'betweenness', 'pagerank'],
      },
      { id: 's3', kind: 'groups', on: true },
      ...(gathers ? [{ id: 's6', kind: 'gather', on: true, column: 'group' }] : []),
      { id: 's4', kind: 'arrange', on: true, method: 'force', settings: laidOut },
      {
        id: 's5',
        kind: 'style',
        on: true,
        nodeColour: { by: 'category', column: 'group' },
        nodeSize: gathers ? { by: 'amount', column: 'members', min: 6, max: 30 } : { by: 'amount', column: 'degree' },
      },
    ],
  });
}

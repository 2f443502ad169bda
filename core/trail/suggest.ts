/** A first trail for tables nobody has described yet. */
import { type Column, type ColumnType, type Table, cellText, column } from '../tables';
import { offer } from '../ties';
import type { Trail } from './registry';
import { trailSchema } from './registry';

const fromNames = ['from', 'source', 'sender', 'src', 'start', 'origin', 'caller', 'citing', 'a'];
const toNames = ['to', 'target', 'receiver', 'recipient', 'dst', 'end', 'destination', 'callee', 'cited', 'b'];

interface Ends {
  table: Table;
  from: Column;
  to: Column;
}

function named(table: Table, names: readonly string[]): Column | undefined {
  for (const name of names) {
    const found = table.columns.find(
      (col) =>
        col.name
          .toLowerCase()
          .replace(/[^a-z]/g, '')
          .replace(/id$/, '') === name,
    );
    if (found) return found;
  }
  return undefined;
}

function namedEnds(tables: readonly Table[]): Ends | undefined {
  for (const table of tables) {
    const from = named(table, fromNames);
    const to = named(table, toNames);
    if (from && to && from !== to) return { table, from, to };
  }
  return undefined;
}

function endsOf(tables: readonly Table[]): Ends | undefined {
  const found = namedEnds(tables);
  if (found) return found;
  // No telling names: the last table with two columns, as edges are usually brought in after nodes.
  const table = tables.findLast((candidate) => candidate.columns.length >= 2);
  return table && { table, from: table.columns[0], to: table.columns[1] };
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
  const offers = tables.map(({ name, columns, identity }) => ({
    key: name,
    columns: columns.map((col) => ({ name: col.name, type: specType(col), id: identity?.includes(col.name) })),
  }));
  const matrix = tables.find((table) => named(table, ['belongsto']));
  for (const question of ['together', 'words', 'part'] as const) {
    if (matrix && question !== 'part') continue;
    const asked = offer(question, offers, [], matrix?.name);
    if (asked) return { question, ...asked, ...(matrix && column(matrix, 'weight') ? { weight: 'weight' } : {}) };
  }
  return undefined;
}

/** The weights that a matrix, or a file of edges, brings along. */
const weightOf = (table: Table): { weight?: string } => {
  const col = table.columns.find(({ name, type }) => type === 'number' && /^weight$/i.test(name));
  return col ? { weight: col.name } : {};
};

/**
 * Ties from the columns that look like two ends, nodes from the table whose column holds most of them (a third at least), then the usual steps.
 * Undefined where no table has two columns.
 */
export function suggestTrail(tables: readonly Table[]): Trail | undefined {
  const listed = namedEnds(tables) ? undefined : incidence(tables);
  if (listed) return standard(listed);
  const ends = endsOf(tables);
  if (!ends) return undefined;
  let nodes: { table: string; match: string; label?: string } | undefined;
  let best = 1 / 3;
  for (const table of tables) {
    if (table === ends.table) continue;
    for (const col of table.columns) {
      if (col.type !== 'text' && col.type !== 'number') continue;
      const share = matched(ends, col, table.rows);
      if (share <= best) continue;
      best = share;
      const label = table.columns.find(({ name }) => /^(name|label|title)$/i.test(name));
      nodes = { table: table.name, match: col.name, ...(label && label !== col ? { label: label.name } : {}) };
    }
  }
  return standard({ table: ends.table.name, from: ends.from.name, to: ends.to.name, nodes, ...weightOf(ends.table) });
}

/** The usual steps after ties. */
function standard(ties: object): Trail {
  return trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, ...ties },
      { id: 's2', kind: 'measure', on: true, measures: ['degree', 'betweenness', 'pagerank'] },
      { id: 's3', kind: 'groups', on: true },
      { id: 's4', kind: 'arrange', on: true },
      {
        id: 's5',
        kind: 'style',
        on: true,
        nodeColour: { by: 'category', column: 'group' },
        nodeSize: { by: 'amount', column: 'degree' },
      },
    ],
  });
}

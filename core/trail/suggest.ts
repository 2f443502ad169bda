/** A first trail for tables nobody has described yet. */
import { type Column, type Table, cellText } from '../tables';
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

function endsOf(tables: readonly Table[]): Ends | undefined {
  for (const table of tables) {
    const from = named(table, fromNames);
    const to = named(table, toNames);
    if (from && to && from !== to) return { table, from, to };
  }
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

/**
 * Ties from the columns that look like two ends, nodes from the table whose column holds most of them (a third at least), then the usual steps.
 * Undefined where no table has two columns.
 */
export function suggestTrail(tables: readonly Table[]): Trail | undefined {
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
  return trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: ends.table.name, from: ends.from.name, to: ends.to.name, nodes },
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

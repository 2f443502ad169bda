/** How nodes and edges are shown as tables; it stays while other views are looked at. */
export interface TableState {
  /** Columns after the first, in their order; undefined: all, as they come. */
  columns?: readonly string[];
  /** Of them those that stay at the left. */
  pinned: readonly string[];
  /** Widths given by hand, in pixels. */
  widths: ReadonlyMap<string, number>;
  /** What rows are ordered by first, then by, and so on. */
  sort: readonly { name: string; descending: boolean }[];
}

const fresh: TableState = { pinned: [], widths: new Map(), sort: [] };
export type TableViews = Record<'nodes' | 'edges' | 'records', TableState>;
export const freshTables: TableViews = { nodes: fresh, edges: fresh, records: fresh };

/** The order after a click on a column: numbers begin with the highest, and a third click takes it away; with Shift the others stay before it. */
export function sortedBy(
  sort: TableState['sort'],
  { name, type }: { name: string; type: string },
  adding: boolean,
): TableState['sort'] {
  const down = type === 'number';
  const now = sort.find((one) => one.name === name);
  const next = !now ? { name, descending: down } : now.descending === down ? { name, descending: !down } : undefined;
  if (!adding) return next ? [next] : [];
  if (!now) return next ? [...sort, next] : sort;
  return sort.flatMap((one) => (one.name === name ? (next ?? []) : one));
}

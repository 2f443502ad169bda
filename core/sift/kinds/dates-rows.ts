/** The rows of a sift of dates one by one: a bar for each, from its beginning to its end, in the order of their time. */
import { type Column, cellText } from '../../tables';
import type { Times } from '../dates';
import type { LastingRows, SiftRows } from '../sift';

/** More are not drawn one by one. */
export const mostRows = 2000;

export interface RowsBy {
  /** The column that says what a row is called, and the one whose values rows stand under. */
  label?: string;
  group?: string;
}

/** A function that picks, of the rows in view, those to draw; the order is made once. `inside` says whether a row's time passes the window. */
export function rowsInOrder(
  rows: SiftRows,
  { label, group }: RowsBy,
  times: Times,
  light: Uint8Array,
  all: Uint8Array,
): (inView: Uint8Array, inside: (from: number, until: number) => boolean) => LastingRows {
  const labels = label === undefined ? undefined : rows.column(label);
  const groups = group === undefined ? undefined : rows.column(group);
  const under = (row: number): string => (groups ? cellText(groups, row) : '');
  const order: number[] = [];
  const names = new Map<string, number>();
  const rank = new Float64Array(rows.size);
  for (let r = 0; r < rows.size; r++) if (all[r] && !Number.isNaN(times.from[r])) order.push(r);
  if (groups) {
    const found = [...new Set(order.map(under))].sort((a, b) => (a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1));
    found.forEach((name, i) => names.set(name, i));
    for (const r of order) rank[r] = names.get(under(r)) ?? 0;
  }
  const { from, until } = times;
  const before = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);
  order.sort((a, b) => rank[a] - rank[b] || before(from[a], from[b]) || before(until[a], until[b]) || a - b);
  return (inView, inside) => {
    const here = order.filter((r) => inView[r]);
    const drawn = here.slice(0, mostRows);
    return {
      row: Uint32Array.from(drawn),
      from: Float64Array.from(drawn, (r) => from[r]),
      until: Float64Array.from(drawn, (r) => until[r]),
      light: Uint8Array.from(drawn, (r) => light[r]),
      inside: Uint8Array.from(drawn, (r) => (inside(from[r], until[r]) ? 1 : 0)),
      labels: drawn.map((r) => named(rows, labels, r)),
      groups: groups ? drawn.map(under) : undefined,
      all: here.length,
    };
  };
}

function named(rows: SiftRows, labels: Column | undefined, row: number): string {
  const text = labels ? cellText(labels, row) : rows.labels?.[row];
  return text || `row ${row + 1}`;
}

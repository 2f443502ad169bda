/** Matrices of ties: a square one (adjacency), or one of two kinds of things (incidence), as tables with a row for each tie. */
import { RawBuilder, type RawTable, rawCell, readNumber } from '../tables';

export type Shape = 'table' | 'adjacency' | 'incidence';

/** Cells looked at before it is said what a table is. */
const sample = 200;

/** What the table looks like: names in its first column, and numbers (or nothing) in all others. */
export function shapeOf(raw: RawTable): Shape {
  const [names, ...others] = raw.columns;
  if (others.length < 2 || raw.rows < 2) return 'table';
  const rows = Math.min(raw.rows, sample);
  const rowNames = new Set<string>();
  for (let r = 0; r < raw.rows; r++) rowNames.add(rawCell(names, r).trim());
  if (rowNames.size < raw.rows || rowNames.has('')) return 'table';
  let filled = 0;
  let plain = true;
  let whole = true;
  let noughts = 0;
  for (const column of others) {
    for (let r = 0; r < rows; r++) {
      const text = rawCell(column, r).trim();
      if (text === '' || text === '0') noughts++;
      if (text === '') continue;
      if (Number.isNaN(readNumber(text)) && Number.isNaN(readNumber(text, ','))) return 'table';
      filled++;
      if (text !== '0' && text !== '1') plain = false;
      if (!/^\d{1,9}$/.test(text)) whole = false;
    }
  }
  if (!filled) return 'table';
  const square = others.filter(({ name }) => rowNames.has(name.trim())).length;
  if (square >= Math.max(2, 0.8 * others.length) && square >= 0.8 * raw.rows) return 'adjacency';
  // Many columns of noughts and ones are an incidence matrix, and so are counts most of which are none; other amounts would rather be a table.
  const counts = whole && others.length >= 4 && noughts >= 0.3 * rows * others.length;
  return (plain && others.length >= 3) || counts ? 'incidence' : 'table';
}

export interface Unrolled {
  table: RawTable;
  /** Whether an adjacency matrix is the same on both sides of its diagonal, so that each tie was taken once. */
  symmetric: boolean;
  /** Cells that are no number; they were left out. */
  misfits: number;
}

/** A row for each cell that is neither empty nor 0: `from`, `to`, `weight` (adjacency), or the two names and a weight (incidence). */
export function unrolled(raw: RawTable, shape: 'adjacency' | 'incidence'): Unrolled {
  const [names, ...others] = raw.columns;
  const values = others.map(({ dictionary }) =>
    Float64Array.from(dictionary, (text) => {
      if (text.trim() === '') return 0;
      const point = readNumber(text);
      return Number.isNaN(point) ? readNumber(text, ',') : point;
    }),
  );
  const at = (r: number, c: number): number => values[c][others[c].codes[r]];
  const rowNames = Array.from({ length: raw.rows }, (_, r) => rawCell(names, r).trim());
  const symmetric =
    shape === 'adjacency' &&
    isSymmetric(
      rowNames,
      others.map(({ name }) => name.trim()),
      at,
    );
  const heads = shape === 'adjacency' ? ['from', 'to', 'weight'] : [names.name, 'belongs to', 'weight'];
  const builder = new RawBuilder(heads);
  const place = new Map(rowNames.map((name, r) => [name, r]));
  let misfits = 0;
  for (let r = 0; r < raw.rows; r++) {
    for (let c = 0; c < others.length; c++) {
      const value = at(r, c);
      if (Number.isNaN(value)) misfits++;
      if (Number.isNaN(value) || value === 0) continue;
      const other = others[c].name.trim();
      if (symmetric && (place.get(other) ?? r) < r) continue;
      builder.push([rowNames[r], other, String(value)], raw.lines[r] ?? r + 1);
    }
  }
  return { table: builder.done(), symmetric, misfits };
}

function isSymmetric(
  rows: readonly string[],
  columns: readonly string[],
  at: (r: number, c: number) => number,
): boolean {
  const columnOf = new Map(columns.map((name, c) => [name, c]));
  const rowOf = new Map(rows.map((name, r) => [name, r]));
  if (rows.some((name) => !columnOf.has(name)) || columns.some((name) => !rowOf.has(name))) return false;
  for (let r = 0; r < rows.length; r++) {
    for (let c = 0; c < columns.length; c++) {
      const mirrored = at(rowOf.get(columns[c]) as number, columnOf.get(rows[r]) as number);
      if (at(r, c) !== mirrored && !(Number.isNaN(at(r, c)) && Number.isNaN(mirrored))) return false;
    }
  }
  return true;
}

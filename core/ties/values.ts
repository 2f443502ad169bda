/** The values that stand in a row's cells, as compressed rows over one dictionary. */
import { type Column, type Table, Dictionary, cellText } from '../tables';
import type { Rows } from '../graph';

/** Row r holds the codes of the distinct values of its cells, in the order in which they stand; `texts[code]` is the value. */
export interface RowValues extends Rows {
  texts: string[];
}

/** The values of several columns together; a value that stands twice in a row counts once. Empty cells hold none. */
export function valuesOf(table: Pick<Table, 'rows'>, columns: readonly Column[]): RowValues {
  const words = new Dictionary();
  const parts = columns.map((col) => codesOf(col, table.rows, words));
  const most = parts.reduce((sum, { items }) => sum + items.length, 0);
  const offsets = new Uint32Array(table.rows + 1);
  const items = new Uint32Array(most);
  const last = new Int32Array(words.texts.length).fill(-1);
  let at = 0;
  for (let r = 0; r < table.rows; r++) {
    for (const part of parts) {
      for (let k = part.offsets[r]; k < part.offsets[r + 1]; k++) {
        const code = part.items[k];
        if (last[code] === r) continue;
        last[code] = r;
        items[at++] = code;
      }
    }
    offsets[r + 1] = at;
  }
  return { offsets, items: items.slice(0, at), texts: words.texts };
}

/** The records themselves as values: one for each row. */
export function recordsAsValues(rows: number, name: (row: number) => string): RowValues {
  return {
    offsets: Uint32Array.from({ length: rows + 1 }, (_, r) => r),
    items: Uint32Array.from({ length: rows }, (_, r) => r),
    texts: Array.from({ length: rows }, (_, r) => name(r)),
  };
}

function codesOf(col: Column, rows: number, words: Dictionary): Rows {
  if (col.type === 'list') {
    const map = Uint32Array.from(col.dictionary, (text) => words.code(text));
    return { offsets: col.offsets, items: col.codes.map((code) => map[code]) };
  }
  const offsets = new Uint32Array(rows + 1);
  const items = new Uint32Array(rows);
  let at = 0;
  const map = col.type === 'text' ? Int32Array.from(col.dictionary, (text) => words.code(text)) : undefined;
  for (let r = 0; r < rows; r++) {
    if (col.type === 'text' && map) {
      if (col.codes[r] >= 0) items[at++] = map[col.codes[r]];
    } else {
      const text = cellText(col, r);
      if (text !== '') items[at++] = words.code(text);
    }
    offsets[r + 1] = at;
  }
  return { offsets, items: items.slice(0, at) };
}

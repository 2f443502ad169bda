/** Which rows to show, and in which order: sorting and searching over typed columns. */
import { type Column, type Table, column } from './column';
import { cellText } from './cell';

/** Rank of every dictionary entry in reading order (letters without regard to case and accents, numbers inside by value). */
function dictionaryRanks(dictionary: readonly string[]): Int32Array {
  const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  const order = Array.from(dictionary.keys()).sort((a, b) => collator.compare(dictionary[a], dictionary[b]) || a - b);
  const ranks = new Int32Array(dictionary.length);
  order.forEach((entry, rank) => (ranks[entry] = rank));
  return ranks;
}

/** One sortable number per row; NaN where the cell is empty. */
export function sortKeys(col: Column): Float64Array {
  switch (col.type) {
    case 'number':
      return col.values;
    case 'date':
      return col.day;
    case 'place':
      return col.latitude;
    case 'yesno':
      return Float64Array.from(col.values, (value) => (value < 0 ? NaN : value));
    case 'text': {
      const ranks = dictionaryRanks(col.dictionary);
      return Float64Array.from(col.codes, (code) => (code < 0 ? NaN : ranks[code]));
    }
    case 'list': {
      const ranks = dictionaryRanks(col.dictionary);
      const keys = new Float64Array(col.offsets.length - 1);
      for (let r = 0; r < keys.length; r++) {
        keys[r] = col.offsets[r] === col.offsets[r + 1] ? NaN : ranks[col.codes[col.offsets[r]]];
      }
      return keys;
    }
  }
}

/** Row indices ordered by keys, ties in the given order, empty cells last in both directions. */
export function orderBy(keys: Float64Array, rows: Uint32Array, descending: boolean): Uint32Array {
  const sign = descending ? -1 : 1;
  const filled = rows.filter((row) => !Number.isNaN(keys[row]));
  const empty = rows.filter((row) => Number.isNaN(keys[row]));
  // Typed-array sort is stable; equal keys keep the order they came in.
  filled.sort((a, b) => sign * (keys[a] - keys[b]));
  const all = new Uint32Array(rows.length);
  all.set(filled);
  all.set(empty, filled.length);
  return all;
}

/** Rows with the text anywhere in a cell, without regard to case. Dictionary entries are tested once each. */
export function search(table: Table, text: string): Uint32Array {
  const wanted = text.trim().toLowerCase();
  const hit = new Uint8Array(table.rows);
  if (wanted === '') hit.fill(1);
  else for (const col of table.columns) markHits(table, col, wanted, hit);
  let count = 0;
  for (let r = 0; r < hit.length; r++) count += hit[r];
  const rows = new Uint32Array(count);
  for (let r = 0, i = 0; r < hit.length; r++) if (hit[r]) rows[i++] = r;
  return rows;
}

function markHits(table: Table, col: Column, wanted: string, hit: Uint8Array): void {
  if (col.type === 'text' || col.type === 'list') {
    const found = Uint8Array.from(col.dictionary, (entry) => (entry.toLowerCase().includes(wanted) ? 1 : 0));
    for (let r = 0; r < table.rows; r++) {
      if (col.type === 'text') {
        if (col.codes[r] >= 0 && found[col.codes[r]]) hit[r] = 1;
      } else {
        for (let k = col.offsets[r]; k < col.offsets[r + 1]; k++) if (found[col.codes[k]]) hit[r] = 1;
      }
    }
    return;
  }
  for (let r = 0; r < table.rows; r++) if (!hit[r] && cellText(col, r).toLowerCase().includes(wanted)) hit[r] = 1;
  const misfits = table.misfits.find((entry) => entry.column === col.name);
  misfits?.rows.forEach((row, i) => {
    if (misfits.texts[i].toLowerCase().includes(wanted)) hit[row] = 1;
  });
}

/** The rows to show, in order: by `sort`, equal ones by what is named in `then`, one after the other. */
export function viewRows(
  table: Table,
  view: {
    search?: string;
    sort?: string;
    descending?: boolean;
    then?: readonly { sort: string; descending: boolean }[];
  },
): Uint32Array {
  let rows = search(table, view.search ?? '');
  const first = view.sort === undefined ? [] : [{ sort: view.sort, descending: view.descending ?? false }];
  // Equal rows keep the order that they had: so the last is sorted by first.
  for (const { sort, descending } of [...first, ...(view.then ?? [])].reverse()) {
    const by = column(table, sort);
    if (by) rows = orderBy(sortKeys(by), rows, descending);
  }
  return rows;
}

/** Cells as codes of a dictionary, one or several to a row. */
import { type Column, cellText, rowsOf } from '../tables';

export interface Entries {
  dictionary: readonly string[];
  /** Row r holds `codes[offsets[r]] … codes[offsets[r + 1] - 1]`; where there are no offsets its one code, −1 for an empty cell. */
  offsets?: Uint32Array;
  codes: Int32Array | Uint32Array;
}

const made = new WeakMap<object, Entries>();

/** The entries of a column; those of numbers, dates and places are their texts. Made once for a column. */
export function entriesOf(col: Column): Entries {
  if (col.type === 'text') return col;
  if (col.type === 'list') return col;
  let held = made.get(col);
  if (!held) made.set(col, (held = coded(col)));
  return held;
}

function coded(col: Column): Entries {
  if (col.type === 'yesno') {
    return { dictionary: ['no', 'yes'], codes: Int32Array.from(col.values) };
  }
  const places = new Map<string, number>();
  const codes = Int32Array.from({ length: rowsOf(col) }, (_, row) => {
    const text = cellText(col, row);
    if (text === '') return -1;
    let code = places.get(text);
    if (code === undefined) places.set(text, (code = places.size));
    return code;
  });
  return { dictionary: [...places.keys()], codes };
}

/** Calls for each entry of a row; for −1 where the row has none. */
export function eachEntry({ offsets, codes }: Entries, row: number, call: (code: number) => void): void {
  if (!offsets) return call(codes[row]);
  if (offsets[row] === offsets[row + 1]) call(-1);
  for (let k = offsets[row]; k < offsets[row + 1]; k++) call(codes[k]);
}

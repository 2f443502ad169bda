/** Values of chosen rows, copied in runs: most of what is chosen out of much stands side by side. */

type Values = Int32Array | Uint32Array | Float64Array | Int8Array | Uint8Array;

/** For fewer values a view of them costs more than copying them one by one. */
const longRun = 16;

const alike = <T extends Values>(values: T, length: number): T =>
  new (values.constructor as new (n: number) => T)(length);

function copy(from: Values, start: number, end: number, into: Values, at: number): void {
  if (end - start < longRun) for (let k = start; k < end; k++) into[at++] = from[k];
  else into.set(from.subarray(start, end), at);
}

/** Where the run of rows that stand side by side ends that begins at place i. */
function runEnd(rows: Uint32Array, i: number): number {
  let k = i + 1;
  while (k < rows.length && rows[k] === rows[k - 1] + 1) k++;
  return k;
}

/** The value of each row, in the order of the rows. */
export function picked<T extends Values>(values: T, rows: Uint32Array): T {
  const taken = alike(values, rows.length);
  for (let i = 0; i < rows.length;) {
    const end = runEnd(rows, i);
    copy(values, rows[i], rows[i] + end - i, taken, i);
    i = end;
  }
  return taken;
}

/** Where the items of each row begin, given where they begin for all rows; one more than there are rows. */
export function pickedOffsets(offsets: Uint32Array, rows: Uint32Array): Uint32Array {
  const own = new Uint32Array(rows.length + 1);
  let at = 0;
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i];
    at += offsets[row + 1] - offsets[row];
    own[i + 1] = at;
  }
  return own;
}

/** The items of each row, one row after the other; `own` is what `pickedOffsets` gave for these rows. */
export function pickedItems<T extends Values>(items: T, offsets: Uint32Array, rows: Uint32Array, own: Uint32Array): T {
  const taken = alike(items, own[rows.length]);
  for (let i = 0; i < rows.length;) {
    const end = runEnd(rows, i);
    copy(items, offsets[rows[i]], offsets[rows[end - 1] + 1], taken, own[i]);
    i = end;
  }
  return taken;
}

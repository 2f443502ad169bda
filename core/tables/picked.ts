/** Values of chosen rows. */

type Values = Int32Array | Uint32Array | Float32Array | Float64Array | Int8Array | Uint8Array;

/** Loops over one kind of array each, in functions of their own: those that see several kinds are several times as slow, and what stands behind a long loop is slow the first times. */
function words(from: Uint32Array, rows: Uint32Array, into: Uint32Array): void {
  for (let i = 0; i < rows.length; i++) into[i] = from[rows[i]];
}

function pairs(from: Uint32Array, rows: Uint32Array, into: Uint32Array): void {
  for (let i = 0, k = 0; i < rows.length; i++, k += 2) {
    const at = 2 * rows[i];
    into[k] = from[at];
    into[k + 1] = from[at + 1];
  }
}

function bytes(from: Uint8Array, rows: Uint32Array, into: Uint8Array, each: number): void {
  for (let i = 0, k = 0; i < rows.length; i++) {
    const at = each * rows[i];
    for (let part = 0; part < each; part++) into[k++] = from[at + part];
  }
}

/**
 * The values of each row, in the order of the rows, bit by bit.
 * @param each Values a row.
 */
export function picked<T extends Values>(values: T, rows: Uint32Array, each = 1): T {
  const { buffer, byteOffset, byteLength } = values;
  const taken = new (values.constructor as new (n: number) => T)(each * rows.length);
  const size = each * values.BYTES_PER_ELEMENT;
  if ((size === 4 || size === 8) && byteOffset % 4 === 0) {
    const from = new Uint32Array(buffer, byteOffset, byteLength >> 2);
    (size === 4 ? words : pairs)(from, rows, new Uint32Array(taken.buffer));
  } else bytes(new Uint8Array(buffer, byteOffset, byteLength), rows, new Uint8Array(taken.buffer), size);
  return taken;
}

/** Whether each row has one item, whose place is that of the row. */
function count(offsets: Uint32Array, rows: Uint32Array, into: Uint32Array): boolean {
  let all = 0;
  let others = 0;
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i];
    const at = offsets[row];
    const has = offsets[row + 1] - at;
    others |= (at ^ row) | (has ^ 1);
    all += has;
    into[i + 1] = all;
  }
  return others === 0;
}

function list(offsets: Uint32Array, rows: Uint32Array, into: Uint32Array): void {
  for (let i = 0, k = 0; i < rows.length; i++) {
    const end = offsets[rows[i] + 1];
    for (let at = offsets[rows[i]]; at < end; at++) into[k++] = at;
  }
}

/** Where the items of each row are to begin, one more than there are rows, and the places of these items: from `offsets[row]` to before `offsets[row + 1]`, one row after the other. */
export function pickedItems(
  offsets: Uint32Array,
  rows: Uint32Array,
): { offsets: Uint32Array<ArrayBuffer>; places: Uint32Array } {
  const own = new Uint32Array(rows.length + 1);
  if (count(offsets, rows, own)) return { offsets: own, places: rows };
  const places = new Uint32Array(own[rows.length]);
  list(offsets, rows, places);
  return { offsets: own, places };
}

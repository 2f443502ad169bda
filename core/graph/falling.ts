/** Things by falling value. */
import { bySize } from './components';
import { counting } from './rows';

/** Numbers of this many things and a value of 32 bits fit into one number without loss. */
const mostThings = 2 ** 21;

/**
 * The places of values by falling value, equal ones in their order. Takes linear time for counts, and no comparison of pairs for other values of single
 * precision: orders of 200,000 are made while a picture waits.
 */
export function fallingOrder(values: ArrayLike<number>): Uint32Array<ArrayBuffer> {
  const n = values.length;
  let counts = true;
  let single = n <= mostThings;
  for (let i = 0; i < n; i++) {
    const value = values[i];
    if (!(value >= 0 && value <= 2 * n + 65_536 && Number.isInteger(value))) counts = false;
    if (!(value >= 0 && Math.fround(value) === value)) single = false;
  }
  if (counts) {
    const size = new Uint32Array(n);
    for (let i = 0; i < n; i++) size[i] = values[i];
    return bySize(counting(n), size);
  }
  if (!single) return counting(n).sort((a, b) => values[b] - values[a] || a - b);
  // Bits of numbers of 0 or more are in the order of the numbers; −0 has none of 0.
  const bare = new Float32Array(n);
  for (let i = 0; i < n; i++) bare[i] = values[i] + 0;
  const bits = new Uint32Array(bare.buffer);
  const keys = new Float64Array(n);
  for (let i = 0; i < n; i++) keys[i] = (0x7fff_ffff - bits[i]) * mostThings + i;
  keys.sort();
  const order = new Uint32Array(n);
  for (let i = 0; i < n; i++) order[i] = keys[i] % mostThings;
  return order;
}

/** The places of the `most` greatest values, as `fallingOrder` begins; one pass, for few of many. */
export function foremost(values: ArrayLike<number>, most: number): number[] {
  const found: number[] = [];
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (found.length === most && !(value > values[found[most - 1]])) continue;
    if (found.length === most) found.pop();
    let at = found.length;
    while (at > 0 && value > values[found[at - 1]]) at--;
    found.splice(at, 0, i);
  }
  return found;
}

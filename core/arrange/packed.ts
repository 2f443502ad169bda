/** Places of many nodes as a short text, for a trail to remember. */
import { base64, fromBase64 } from '../base64';

/** Of larger networks no places are remembered. */
export const mostPacked = 10_000;

/** Bytes before the nodes: the lowest x and y and the length of a step, as 32-bit floats, least byte first. */
const head = 12;
/** Bytes of a node: a hash of its id (3), then x and y in steps (12 bits each). */
const each = 6;
const steps = 4095;

/** Letters of the longest text that there can be. */
export const longestPacked = 4 * Math.ceil((head + each * mostPacked) / 3);

/** 24 bits of an id: FNV-1a over its UTF-16 units, folded. */
function hashOf(id: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193);
  return ((hash >>> 24) ^ hash) & 0xffffff;
}

/**
 * Places of the nodes that `wanted` takes, in 4,096 steps along the longer side of the picture. Ids of one hash are left out, all of them: it would not be known whose
 * place it is. Equal networks give equal texts, in whatever order their nodes stand.
 */
export function packPlaces(
  ids: readonly string[],
  positions: Float32Array,
  wanted: (id: string) => boolean = () => true,
): string {
  // Sorted by their hashes, with the node in the lower digits.
  const keys = new Float64Array(ids.length);
  let count = 0;
  for (let v = 0; v < ids.length; v++)
    if (wanted(ids[v]) && Number.isFinite(positions[2 * v] + positions[2 * v + 1]))
      keys[count++] = hashOf(ids[v]) * ids.length + v;
  const sorted = keys.subarray(0, count).sort();
  const hash = (i: number): number => (i >= 0 && i < count ? Math.floor(sorted[i] / ids.length) : -1);
  const taken = new Uint32Array(count);
  const hashes = new Uint32Array(count);
  let [left, top] = [Infinity, Infinity];
  let [right, bottom] = [-Infinity, -Infinity];
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const own = hash(i);
    if (own === hash(i - 1) || own === hash(i + 1)) continue;
    const v = sorted[i] - own * ids.length;
    const x = positions[2 * v];
    const y = positions[2 * v + 1];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
    hashes[kept] = own;
    taken[kept++] = v;
  }
  if (!kept) return '';
  const step = Math.fround(Math.max(right - left, bottom - top) / steps) || 1;
  const bytes = new Uint8Array(head + each * kept);
  const view = new DataView(bytes.buffer);
  view.setFloat32(0, left, true);
  view.setFloat32(4, top, true);
  view.setFloat32(8, step, true);
  for (let i = 0, at = head; i < kept; i++, at += each) {
    const v = taken[i];
    const own = hashes[i];
    const x = Math.min(steps, Math.round((positions[2 * v] - left) / step));
    const y = Math.min(steps, Math.round((positions[2 * v + 1] - top) / step));
    bytes[at] = own >> 16;
    bytes[at + 1] = (own >> 8) & 0xff;
    bytes[at + 2] = own & 0xff;
    bytes[at + 3] = x >> 4;
    bytes[at + 4] = ((x & 15) << 4) | (y >> 8);
    bytes[at + 5] = y & 0xff;
  }
  return base64(bytes);
}

/** x and y of each node, NaN where the text has none; undefined where it is no such text. */
export function placesIn(ids: readonly string[], text: string): Float32Array | undefined {
  let bytes: Uint8Array<ArrayBuffer>;
  try {
    bytes = fromBase64(text);
  } catch {
    return undefined;
  }
  if (bytes.length < head || (bytes.length - head) % each !== 0) return undefined;
  const view = new DataView(bytes.buffer);
  const [x, y, step] = [0, 4, 8].map((at) => view.getFloat32(at, true));
  // A picture is never that large: a layout could not go on from it.
  if (![x, y, step].every((number) => Math.abs(number) < 1e9)) return undefined;
  const places = new Map<number, number>();
  for (let at = head; at < bytes.length; at += each) places.set((view.getUint16(at) << 8) | view.getUint8(at + 2), at);
  const found = new Float32Array(2 * ids.length).fill(NaN);
  ids.forEach((id, v) => {
    const at = places.get(hashOf(id));
    if (at === undefined) return;
    const shared = view.getUint8(at + 4);
    found[2 * v] = x + step * ((view.getUint8(at + 3) << 4) | (shared >> 4));
    found[2 * v + 1] = y + step * (((shared & 15) << 8) | view.getUint8(at + 5));
  });
  return found;
}

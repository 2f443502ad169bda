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
  let low = [Infinity, Infinity];
  let high = [-Infinity, -Infinity];
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const own = hash(i);
    if (own === hash(i - 1) || own === hash(i + 1)) continue;
    const v = sorted[i] - own * ids.length;
    const [x, y] = [positions[2 * v], positions[2 * v + 1]];
    low = [Math.min(low[0], x), Math.min(low[1], y)];
    high = [Math.max(high[0], x), Math.max(high[1], y)];
    taken[kept++] = v;
  }
  if (!kept) return '';
  const step = Math.fround(Math.max(high[0] - low[0], high[1] - low[1]) / steps) || 1;
  const bytes = new Uint8Array(head + each * kept);
  const view = new DataView(bytes.buffer);
  view.setFloat32(0, low[0], true);
  view.setFloat32(4, low[1], true);
  view.setFloat32(8, step, true);
  for (let i = 0, at = head; i < kept; i++, at += each) {
    const v = taken[i];
    const own = hashOf(ids[v]);
    const x = Math.min(steps, Math.round((positions[2 * v] - low[0]) / step));
    const y = Math.min(steps, Math.round((positions[2 * v + 1] - low[1]) / step));
    view.setUint16(at, own >> 8);
    view.setUint8(at + 2, own & 0xff);
    view.setUint8(at + 3, x >> 4);
    view.setUint8(at + 4, ((x & 15) << 4) | (y >> 8));
    view.setUint8(at + 5, y & 0xff);
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

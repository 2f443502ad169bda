/** Memory that threads share: where the browser allows it, what is copied into it once is handed on from thread to thread as it is. Nobody writes into it. */

/** Smaller arrays are as soon copied, in bytes. */
const least = 1 << 16;

/** Browsers share memory only within pages that let nothing in from other sites. */
const mayShare = (): boolean => globalThis.crossOriginIsolated;

export const isShared = (one: ArrayBufferView): boolean => mayShare() && one.buffer instanceof SharedArrayBuffer;

type Numbers = Uint8Array | Uint32Array | Float32Array | Float64Array;

/** A copy that threads share; undefined where they cannot, or it is not worth it. */
export function sharedCopy(one: ArrayBufferView): ArrayBufferView | undefined {
  if (!mayShare() || one.byteLength < least) return undefined;
  const from = one as Numbers;
  const copy = new (from.constructor as new (memory: SharedArrayBuffer) => Numbers)(
    new SharedArrayBuffer(from.byteLength),
  );
  copy.set(from);
  return copy;
}

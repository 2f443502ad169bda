/** PNG files that say how large they are in print. */
import { crc32 } from '../crc';

/** Where the first chunk, IHDR, ends: 8 bytes of signature, then length, kind, 13 bytes and check sum. */
const afterHead = 8 + 4 + 4 + 13 + 4;

/** The same picture with its dots per inch, in a chunk pHYs (W3C PNG, 11.3.4.3), which counts dots per metre. */
export function withDpi(png: Uint8Array, dpi: number): Uint8Array {
  const chunk = new Uint8Array(4 + 4 + 9 + 4);
  const view = new DataView(chunk.buffer);
  const each = Math.round(dpi / 0.0254);
  view.setUint32(0, 9);
  chunk.set([0x70, 0x48, 0x59, 0x73], 4);
  view.setUint32(8, each);
  view.setUint32(12, each);
  chunk[16] = 1;
  view.setUint32(17, crc32(chunk.subarray(4, 17)));
  const out = new Uint8Array(png.length + chunk.length);
  out.set(png.subarray(0, afterHead));
  out.set(chunk, afterHead);
  out.set(png.subarray(afterHead), afterHead + chunk.length);
  return out;
}

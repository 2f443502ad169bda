/** The check sum of PNG and ZIP files (ISO 3309, CRC-32). */

const table = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

/** Of the bytes, going on from the sum of those before them. */
export function crc32(bytes: Uint8Array, before = 0): number {
  let c = before ^ 0xffffffff;
  for (const byte of bytes) c = table[(c ^ byte) & 0xff] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

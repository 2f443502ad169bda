/** The typefaces that files bring along: which files they lie in, and their tables. */
import { unzlibSync } from 'fflate';
import type { Face } from '../letters/faces';

/** A face's files, the one that has most letters first; each has those that the others lack. */
const sets = {
  sans: { name: 'hanken-grotesk', parts: ['latin', 'latin-ext'] },
  serif: { name: 'source-serif-4', parts: ['latin', 'latin-ext', 'greek', 'cyrillic'] },
} as const;
const weights = [400, 600] as const;

/** The letters that a file of a face has come in a few files. */
export const filesOf = ({ weight, serif = false }: Face): string[] => {
  const { name, parts } = sets[serif ? 'serif' : 'sans'];
  return parts.map((part) => `${name}-${part}-${weight}.woff`);
};

export const allFontFiles: readonly string[] = [false, true].flatMap((serif) =>
  weights.flatMap((weight) => filesOf({ weight, serif })),
);

/** Font files by their names. */
export type FontFiles = ReadonlyMap<string, Uint8Array>;

/** A typeface in the plain form of its tables (OpenType) from its packed one (WOFF 1.0, W3C 2012). */
export function unpackedFont(woff: Uint8Array): Uint8Array {
  const view = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  if (view.getUint32(0) !== 0x774f4646) throw new Error('this is no WOFF file');
  const flavour = view.getUint32(4);
  const count = view.getUint16(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [tag, offset, packed, length, sum] = [0, 4, 8, 12, 16].map((k) => view.getUint32(at + k));
    const bytes = woff.subarray(offset, offset + packed);
    return { tag, sum, data: packed < length ? unzlibSync(bytes, { out: new Uint8Array(length) }) : bytes };
  });
  const begin = 12 + 16 * count;
  const padded = (length: number): number => (length + 3) & ~3;
  const size = tables.reduce((sum, { data }) => sum + padded(data.length), begin);
  const out = new Uint8Array(size);
  const to = new DataView(out.buffer);
  const power = Math.floor(Math.log2(count));
  to.setUint32(0, flavour);
  to.setUint16(4, count);
  to.setUint16(6, 16 * 2 ** power);
  to.setUint16(8, power);
  to.setUint16(10, 16 * count - 16 * 2 ** power);
  let at = begin;
  tables.forEach(({ tag, sum, data }, i) => {
    [tag, sum, at, data.length].forEach((value, k) => to.setUint32(12 + 16 * i + 4 * k, value));
    out.set(data, at);
    at += padded(data.length);
  });
  return out;
}

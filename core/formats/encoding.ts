/** Which encoding a text file is in. */
import { Fault } from '../fault';

export type TextEncoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** What is said of a file that is not in UTF-8. */
export const encodingNote = (encoding: TextEncoding): string => `Read as ${encoding}, as it is no UTF-8.`;

/** The encoding, from the file's first bytes: by its mark, by where zeros stand, or by whether it is UTF-8 at all. A Fault where it is no text. */
export function encodingOf(bytes: Uint8Array, name: string): TextEncoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const zeros = [0, 0];
  let controls = 0;
  for (let i = 0; i < bytes.length; i++) {
    if (bytes[i] === 0) zeros[i & 1]++;
    else if (bytes[i] < 9 || (bytes[i] > 13 && bytes[i] < 32)) controls++;
  }
  const half = bytes.length / 2;
  const written = controls <= bytes.length * 0.02;
  if (written && zeros[1] > half * 0.4 && zeros[0] < half * 0.05 && pairedLines(bytes, 0)) return 'utf-16le';
  if (written && zeros[0] > half * 0.4 && zeros[1] < half * 0.05 && pairedLines(bytes, 1)) return 'utf-16be';
  if (written && bytes.length < 4096 && zeros[0] + zeros[1] > bytes.length * 0.02 && stray(bytes)) return 'utf-8';
  if (!written || zeros[0] + zeros[1] > bytes.length * 0.02) {
    throw new Fault(
      `“${name}” is no text, and none of the formats that can be read. Bring in CSV, XLSX, JSON, RIS, BibTeX, GraphML or GeoJSON.`,
      name,
    );
  }
  try {
    // The last few bytes may be a letter cut in two.
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** Whether line ends are characters of two bytes, their filled byte at an even place (0) or an odd one (1): NULs among plain bytes fall anywhere. */
function pairedLines(bytes: Uint8Array, at: 0 | 1): boolean {
  let paired = 0;
  let ends = 0;
  for (let i = 0; i < bytes.length; i++) {
    if (bytes[i] !== 10 && bytes[i] !== 13) continue;
    ends++;
    if ((i & 1) === at && bytes[at ? i - 1 : i + 1] === 0) paired++;
  }
  return paired >= 0.9 * ends;
}

/** Whether the bytes without their NULs are lines of text. */
function stray(bytes: Uint8Array): boolean {
  const text = new TextDecoder().decode(bytes.filter((byte) => byte !== 0));
  return text.includes('\n') && !text.includes('\ufffd') && /[,;\t|]/.test(text);
}

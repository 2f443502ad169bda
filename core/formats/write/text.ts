/** Texts as files have them: as bytes where they are longer than a text may be. */
import { joined } from '../../bytes';

/** Characters of a text that is put together at once. */
const longest = 2 ** 27;

/** The whole of it; its bytes in UTF-8 beyond `most` characters, so that no file is too large for being text. */
export function textOf(pieces: Iterable<string>, most = longest): string | Uint8Array {
  const done: string[] = [];
  let length = 0;
  let open: string[] = [];
  let pending = 0;
  const close = (): void => {
    done.push(open.join(''));
    open = [];
    pending = 0;
  };
  for (const piece of pieces) {
    open.push(piece);
    length += piece.length;
    pending += piece.length;
    if (pending > 2 ** 20) close();
  }
  close();
  if (length <= most) return done.join('');
  const encoder = new TextEncoder();
  // Replaced one by one, so that text and bytes are not both there whole.
  const bytes = done.map((text, i) => {
    done[i] = '';
    return encoder.encode(text);
  });
  return joined(bytes);
}

/** Bodies of lines, each a JSON text. */
import type { Body } from '@/server/body';

/** The body as text in pieces that end where a line does; a Fault by `tooLong` where the first line is longer than `longestHead`. */
export async function* wholeLines(body: Body, longestHead: number, tooLong: () => Error): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let rest = '';
  let first = true;
  for await (const piece of body) {
    const text = decoder.decode(piece, { stream: true });
    // The rest is joined only when a line ends in this piece: a cell may be millions of characters long.
    const end = text.lastIndexOf('\n');
    if (end < 0) {
      rest += text;
      if (first && rest.length > longestHead) throw tooLong();
      continue;
    }
    yield rest + text.slice(0, end);
    rest = text.slice(end + 1);
    first = false;
  }
  if (rest.trim() !== '') yield rest;
}

import { blocks } from './widths';

export type Weight = 400 | 600;

/** Ems of a letter that the typeface does not have: a full square for Chinese, Japanese and Korean signs, else that of a common letter. */
const strange = (code: number): number => (code >= 0x2e80 ? 1 : 0.56);

function read(words: string): Map<number, number> {
  const found = new Map<number, number>();
  let i = 0;
  for (const [from, to] of blocks)
    for (let code = from; code <= to; code++, i += 2) found.set(code, parseInt(words.slice(i, i + 2), 36) / 1000);
  return found;
}

/** Width in pixels by the widths of a typeface; `tables` keeps those that were read. */
export function measured(
  tables: Partial<Record<Weight, ReadonlyMap<number, number>>>,
  widths: Readonly<Record<Weight, string>>,
  text: string,
  size: number,
  weight: Weight,
): number {
  const table = (tables[weight] ??= read(widths[weight]));
  let ems = 0;
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0) ?? 0;
    // Marks that stand on the letter before them take no room.
    if (code >= 0x300 && code <= 0x36f) continue;
    ems += table.get(code) ?? strange(code);
  }
  return ems * size;
}

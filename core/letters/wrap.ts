/** Text broken into lines of a width. */

/**
 * Lines of at most `width` pixels: paragraphs stay apart, words too long for a line are broken, and what lies beyond `most` lines is cut off with an ellipsis. `wide` gives the width of words. Empty text gives no line.
 */
export function wrappedBy(wide: (words: string) => number, text: string, width: number, most = Infinity): string[] {
  const lines: string[] = [];
  for (const paragraph of text
    .replace(/[^\S\n]+/gu, ' ')
    .trim()
    .split('\n')) {
    let line = '';
    for (const word of paragraph.trim().split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (wide(longer) <= width) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      line = '';
      for (const piece of pieces(word, width, wide)) {
        if (line !== '') lines.push(line);
        line = piece;
      }
      if (lines.length > most) return cut(lines, most, width, wide);
    }
    lines.push(line);
    if (lines.length > most) return cut(lines, most, width, wide);
  }
  return lines.length === 1 && lines[0] === '' ? [] : lines;
}

/** A word as it is where it fits, else in pieces that do, at least a letter each. */
function pieces(word: string, width: number, wide: (text: string) => number): string[] {
  if (wide(word) <= width) return [word];
  const found: string[] = [];
  let piece = '';
  let held = 0;
  for (const letter of word) {
    const more = wide(letter);
    if (piece !== '' && held + more > width) {
      found.push(piece);
      piece = '';
      held = 0;
    }
    piece += letter;
    held += more;
  }
  return [...found, piece];
}

function cut(lines: string[], most: number, width: number, wide: (text: string) => number): string[] {
  const kept = lines.slice(0, most);
  let last = Array.from(kept.pop() ?? '');
  while (last.length > 0 && wide(`${last.join('')} …`) > width) last = last.slice(0, -1);
  return [...kept, `${last.join('').trimEnd()} …`];
}

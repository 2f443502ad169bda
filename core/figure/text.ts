/** How wide a text is, where nothing can measure it. */

const narrow = new Set("iIjlt.,:;'|!()[]f ".split(''));
const wide = new Set('mwMW@%—'.split(''));

/** Width in pixels of a text in the interface's typeface: an estimate from narrow, common and wide letters, a little on the generous side. */
export function textWidth(text: string, size: number): number {
  let units = 0;
  for (const letter of text) {
    const code = letter.codePointAt(0) ?? 0;
    if (code > 0x2e80) units += 1;
    else if (narrow.has(letter)) units += 0.32;
    else if (wide.has(letter)) units += 0.86;
    else if (letter >= 'A' && letter <= 'Z') units += 0.67;
    else units += 0.555;
  }
  return units * size;
}

/** Numbers as people write them. */

const pointForm = /^[+-]?(\d+|\d{1,3}([,'’\u00a0\u2009\u202f ]\d{3})+)?(\.\d+)?([eE][+-]?\d+)?$/;
const commaForm = /^[+-]?(\d+|\d{1,3}([.'’\u00a0\u2009\u202f ]\d{3})+)?(,\d+)?([eE][+-]?\d+)?$/;
const plainForm = /^-?\d+$/;
const groupMarks = /[,.'’\u00a0\u2009\u202f ]/g;

/**
 * A number with decimals after a point (or, where asked, a comma) and its thousands apart or not: `1,250.5`, `1.250,5`, `1 250`. NaN where the text is
 * none; infinity and hexadecimal do not count.
 */
export function readNumber(text: string, decimal: '.' | ',' = '.'): number {
  // Most numbers are plain figures.
  if (text.length < 16 && plainForm.test(text)) return Number(text);
  const trimmed = text.trim().replace(/^\u2212/, '-');
  if (trimmed === '' || !(decimal === '.' ? pointForm : commaForm).test(trimmed) || !/\d/.test(trimmed)) return NaN;
  const at = trimmed.indexOf(decimal);
  const plain =
    at < 0
      ? trimmed.replace(groupMarks, '')
      : `${trimmed.slice(0, at).replace(groupMarks, '')}.${trimmed.slice(at + 1)}`;
  const value = Number(plain);
  return Number.isFinite(value) ? value : NaN;
}

/** What a written number says of the mark before its decimals: surely a point or a comma, either, or nothing. */
export function decimalOf(text: string): '.' | ',' | 'either' | undefined {
  const marks = text.replace(/[^.,]/g, '');
  if (marks === '') return undefined;
  const last = marks[marks.length - 1] as '.' | ',';
  const other = last === '.' ? ',' : '.';
  if (marks.includes(other)) return last;
  // Several of one kind can only part thousands.
  if (marks.length > 1) return other;
  return /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/.test(text) ? 'either' : last;
}

/**
 * Whether the text is a whole number that does not keep all its digits as a 64-bit float. Beyond 2⁵³ neighbours become one: such are names of things, not
 * amounts.
 */
export function losesDigits(text: string): boolean {
  if (text.length < 16) return false;
  const digits = text.trim().replace(/^[+-]/, '').replace(groupMarks, '').replace(/^0+/, '');
  return /^\d{16,}$/.test(digits) && !Number.isSafeInteger(Number(digits));
}

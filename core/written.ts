/** Numbers as text. The platform's own formatter takes a page tens of milliseconds to be had. */

/** Digits before the point, with the thousands separated. */
function separated(whole: string): string {
  let text = '';
  let end = whole.length;
  for (; end > 3; end -= 3) text = `,${whole.slice(end - 3, end)}${text}`;
  return whole.slice(0, end) + text;
}

/** All digits of a number, thousands separated by commas: 1234.5 as “1,234.5”, 1e-7 as “0.0000001”. Below 0 with a hyphen. */
export function digits(value: number): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? 'NaN' : value < 0 ? '-∞' : '∞';
  const [whole, part] = unfolded(String(Math.abs(value))).split('.');
  const text = `${separated(whole)}${part ? `.${part}` : ''}`;
  return value < 0 || Object.is(value, -0) ? `-${text}` : text;
}

/** The text of a number without a power of ten. */
function unfolded(text: string): string {
  const [mantissa, power] = text.split('e');
  if (power === undefined) return text;
  const shift = Number(power);
  const [whole, part = ''] = mantissa.split('.');
  if (shift < 0) return `0.${'0'.repeat(-shift - 1)}${whole}${part}`;
  return `${whole}${part.slice(0, shift)}${'0'.repeat(Math.max(0, shift - part.length))}`;
}

/** Numbers, dates and ranks as the interface writes them. */
import { shortNumber } from '@/core/style';
import { type NumberColumn, isYears } from '@/core/tables';
import { counted, grouped } from '@/core/fault';

export { shortNumber, grouped };
export { counted };

/** `1st`, `2nd`, `3rd`, `11th`. */
export function ordinal(n: number): string {
  const tens = n % 100;
  const ending = tens >= 11 && tens <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${grouped(n)}${ending}`;
}

/** `3 packets`, `1 packet`: an amount with what it counts. */
export const amountOf = (value: number, what: string): string =>
  `${shortNumber(value)} ${value === 1 && /^\p{L}+s$/u.test(what) && !/ss$/.test(what) ? what.slice(0, -1) : what}`;

/** The number of a cell as it is shown: years without thousands, else shortened. */
export const cellNumber = (col: NumberColumn, row: number): string =>
  isYears(col) ? String(col.values[row]) : shortNumber(col.values[row]);

/** `132 nodes, 330 ties, 6 groups`. */
export function sizeInWords(nodes: number, edges: number, groups?: number | null): string {
  const parts = [
    `${grouped(nodes)} ${nodes === 1 ? 'node' : 'nodes'}`,
    `${grouped(edges)} ${edges === 1 ? 'tie' : 'ties'}`,
  ];
  if (groups) parts.push(`${grouped(groups)} ${groups === 1 ? 'group' : 'groups'}`);
  return parts.join(', ');
}

/** `about 20 seconds`, `about 4 minutes`, `about 3 hours`. */
export function lasting(seconds: number): string {
  if (seconds <= 90) return `about ${counted(Math.max(1, Math.round(seconds)), 'second')}`;
  if (seconds <= 5400) return `about ${counted(Math.round(seconds / 60), 'minute')}`;
  return `about ${counted(Math.round(seconds / 3600), 'hour')}`;
}

/** What an error says to the user: a Fault's own sentence, across the worker's border too. */
export function sentence(error: unknown): string {
  if (error instanceof Error && error.name === 'Fault') return error.message;
  return 'Something broke on our side. Reload the page; nothing that was saved is lost.';
}

/** `312 kB`, `4.1 MB`; powers of ten. */
export function bytesInWords(bytes: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB'];
  let at = 0;
  let amount = bytes;
  while (amount >= 999.5 && at < units.length - 1) {
    amount /= 1000;
    at++;
  }
  return `${at === 0 || amount >= 9.95 ? Math.round(amount) : amount.toFixed(1)} ${units[at]}`;
}

/** `3 Nov 2026`, as it is in UTC. */
export const dayOf = (at: Date | string): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });

/** `3 Nov 2026, 09:07 UTC`. */
export const momentOf = (at: Date | string): string =>
  `${dayOf(at)}, ${new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: 'UTC' })} UTC`;

/** A part in whole per cent; few are not none, and most are not all. All of nothing is all. */
export function percent(part: number, whole: number): string {
  const rounded = whole ? Math.round((100 * part) / whole) : 100;
  if (rounded === 0 && part > 0) return 'under 1 %';
  return rounded === 100 && part < whole ? 'over 99 %' : `${rounded} %`;
}

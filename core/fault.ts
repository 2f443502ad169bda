import { digits } from './written';

/**
 * Something a user can mend. The message is one sentence that says what is wrong, where, and what to do; it is shown as it is.
 * Anything else that is thrown is a defect of ours.
 */
export class Fault extends Error {
  override readonly name = 'Fault';
  constructor(
    message: string,
    /** Where the fault stands, for the interface to place the sentence: a step's id, a file's name, a column. */
    readonly where?: string,
    /** Nothing is wrong: something that only the user knows has not been said yet. */
    readonly lacking = false,
  ) {
    super(message);
  }
}

/** `1 row`, `2 rows`, `1,900 rows`. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${grouped(count)} ${count === 1 ? one : many}`;
}

/** A whole number with its thousands separated. */
export function grouped(count: number): string {
  return digits(Math.trunc(count) + 0);
}

/** Up to `limit` values in quotes, with the number left out: `“a”, “b” and 3 more`. */
export function listed(values: readonly string[], limit = 5): string {
  const shown = values.slice(0, limit).map((value) => `“${value}”`);
  const rest = values.length - shown.length;
  if (rest > 0) return `${shown.join(', ')} and ${grouped(rest)} more`;
  const last = shown.pop();
  return shown.length ? `${shown.join(', ')} and ${last}` : (last ?? 'none');
}

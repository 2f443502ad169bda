/** What the database says when it cannot do its work now, in sentences. */

const away = 'The database does not answer at the moment. Try again shortly; what is stored stays as it is.';
export const tookTooLong = 'This took too long and was given up; nothing was changed.';
const busy = 'Too much is going on at once at the moment. Try again shortly.';

/** By the codes of PostgreSQL (its manual, appendix A), and of the network. */
const sentences = new Map([
  ['55P03', 'Somebody else is changing this at the moment. Try again shortly.'],
  ['40P01', 'Somebody else is changing this at the moment. Try again shortly.'],
  ['40001', 'Somebody else is changing this at the moment. Try again shortly.'],
  ['57014', tookTooLong],
  ['25P03', tookTooLong],
  ['53300', busy],
  ['57P01', away],
  ['57P02', away],
  ['57P03', away],
  ['ECONNREFUSED', away],
  ['ECONNRESET', away],
  ['EPIPE', away],
  ['ENOENT', away],
]);

const texts: [RegExp, string][] = [
  [/timeout exceeded when trying to connect/, busy],
  [/Connection terminated|connection is closed|not queryable/i, away],
];

/** A sentence for what passes by itself; undefined where the error is another one. */
export function databaseProblem(error: unknown): string | undefined {
  for (let one = error, depth = 0; one instanceof Error && depth < 5; one = one.cause, depth++) {
    const { code = '' } = one as { code?: string };
    const found = sentences.get(code) ?? (code.startsWith('08') ? away : undefined);
    if (found && (code !== 'ENOENT' || (one as { syscall?: string }).syscall === 'connect')) return found;
    const { message } = one;
    const said = texts.find(([pattern]) => pattern.test(message));
    if (said) return said[1];
  }
  return undefined;
}

/** Whether the same work is worth trying again as it is. */
export function passes(error: unknown): boolean {
  const said = databaseProblem(error);
  return said !== undefined && said !== tookTooLong;
}

/** What the database cannot hold, by its codes, as a sentence. */
const unfit = new Map([
  ['22021', 'Something in it has a character that cannot be stored (NUL). Take it out and try again.'],
  ['22P05', 'Something in it has a character that cannot be stored (NUL). Take it out and try again.'],
  ['22003', 'A number in it is larger than can be stored.'],
  ['22P02', 'Something in it is not of the kind that belongs there.'],
  ['54000', 'It is larger than can be stored.'],
]);

/** A sentence where the error is that something cannot be stored as it is. */
export function unstorable(error: unknown): string | undefined {
  for (let one = error, depth = 0; one instanceof Error && depth < 5; one = one.cause, depth++) {
    const found = unfit.get((one as { code?: string }).code ?? '');
    if (found) return found;
  }
  return undefined;
}

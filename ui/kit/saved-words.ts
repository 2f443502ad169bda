import { counted } from './words';

/** Whether all that was typed is stored. */
export function savedWords(steps: { waiting: number; away: boolean; kept?: boolean } | undefined): string {
  if (!steps?.waiting) return 'Saved';
  if (!steps.away) return `Saving ${counted(steps.waiting, 'change')} …`;
  const where = steps.kept ? 'kept in this browser until it is' : 'keep this page open until it is';
  return `The server is not reached; ${counted(steps.waiting, 'change')} ${steps.waiting === 1 ? 'waits' : 'wait'}, ${where}`;
}

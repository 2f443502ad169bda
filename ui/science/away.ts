/** How work stands that the server does, in words. */
import { counted, lasting } from '@/ui/kit';
import type { Away } from '@/worker/client';

/** Seconds that are left, roughly: from what is done so far, or from the estimate. */
function left({ share, since, seconds, at }: Away): number {
  if (share > 0.1 && since > 2) return (since * (1 - share)) / share;
  return Math.max(1, seconds / Math.max(1, at) - since);
}

/** For a tile: who works on it, and the time that is left, as short as can be. */
export function awayInShort(away: Away): { who: string; time: string } {
  if (away.state === 'waiting') return { who: 'server', time: away.before ? `place ${away.before + 1}` : 'next' };
  if (away.at === 0) return { who: 'server, 0 workers', time: 'waits' };
  const seconds = left(away);
  const time =
    seconds < 90
      ? `${Math.round(seconds)} s`
      : seconds < 5400
        ? `${Math.round(seconds / 60)} min`
        : `${Math.round(seconds / 3600)} h`;
  return { who: `server, ${away.at} of ${away.workers}`, time };
}

/** As a sentence. */
export function awayInWords(away: Away): string {
  if (away.workers === 0) return 'Waits on the server: no worker process is running at the moment.';
  if (away.state === 'waiting')
    return away.before
      ? `Waits on the server: ${counted(away.before, 'run comes', 'runs come')} before it.`
      : 'Waits on the server: it is the next to run.';
  if (away.at === 0) return 'Runs on the server: what worked on it has ended, and another worker takes it over.';
  return `Runs on the server, ${away.at} of ${counted(away.workers, 'worker')}, ${lasting(left(away))}.`;
}

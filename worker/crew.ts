/** Threads beside the trail's worker, for work that splits. */
import { type Threads, crewOver } from '@/core/split/crew';

const most = 8;

/** One thread for each core but one, two at least: the page has a thread of its own. */
export function browserCrew(): Threads | undefined {
  if (typeof Worker === 'undefined') return undefined;
  const size = Math.max(2, Math.min(most, (navigator.hardwareConcurrency || 2) - 1));
  return crewOver((listen, broke) => {
    const worker = new Worker(new URL('./crew.worker.ts', import.meta.url), { type: 'module', name: 'crew' });
    worker.onmessage = ({ data }) => listen(data);
    worker.onerror = ({ message }) => broke(message);
    return { post: (message) => worker.postMessage(message), end: () => worker.terminate() };
  }, size);
}

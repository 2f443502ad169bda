/** Threads for work that splits, one for each core. */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { type Threads, crewOver } from '@/core/split/crew';

/** `end` must be called, or the threads keep the process alive. */
export function threads(size = availableParallelism()): Threads {
  return crewOver((listen, broke) => {
    const worker = new Worker(new URL('./crew.start.mjs', import.meta.url));
    worker.on('message', listen);
    worker.on('error', ({ message }) => broke(message));
    return { post: (message) => worker.postMessage(message), end: () => void worker.terminate() };
  }, size);
}

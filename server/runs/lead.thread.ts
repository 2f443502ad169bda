/** The thread of a process that leads runs, one after the other; it is ended where a run is to stop. */
import { parentPort } from 'node:worker_threads';
import { Fault } from '@/core/fault';
import { log } from '@/server/answer';
import { passes } from '@/server/db/problem';
import { actAs } from '@/server/people/person';
import { type Leading, lead } from './lead';
import { BrokenPart } from './parts';

/** What the thread tells: where it is, and how a run ended; `passing` where the same may succeed a little later. */
export type Told = { step: string; share: number } | { ended: true; why?: string; passing?: true };

const tell = (told: Told): void => parentPort?.postMessage(told);

parentPort?.on('message', (run: Leading) => {
  void actAs(run.person, () => lead(run, (step, share) => tell({ step, share }))).then(
    () => tell({ ended: true }),
    (error: unknown) => {
      if (passes(error)) return tell({ ended: true, passing: true });
      if (error instanceof Fault || error instanceof BrokenPart) return tell({ ended: true, why: error.message });
      log.error({ error, run: run.id }, 'a run');
      tell({
        ended: true,
        why: `Something broke on our side: ${error instanceof Error ? error.message : 'an error'}.`,
      });
    },
  );
});

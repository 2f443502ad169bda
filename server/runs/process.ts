/** `npm run worker`: a process that takes runs and reads feeds, and answers no pages; on this machine or another one, any number of them. `DATABASE_URL` names the database. */
import { availableParallelism, constants, setPriority } from 'node:os';
import { pool } from '@/server/db';
import { feedJobs } from '@/server/feeds/kind';
import { endJobs, startJobs } from '@/server/jobs';
import { endListening } from '@/server/together/news';
import { startWorker } from './worker';

if (!process.env.DATABASE_URL) throw new Error('DATABASE_URL says which database the work is of.');
const threads = Number(process.env.NUNATAK_THREADS) || availableParallelism();
// Where pages are answered on the same machine, they go first.
setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
const worker = await startWorker(threads);
await startJobs([feedJobs, worker.kind]);
process.stdout.write(`Work is taken, ${threads === 1 ? 'a part' : `${threads} parts`} at a time.\n`);
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    void (async () => {
      await worker.end();
      await endJobs();
      await endListening();
      await pool().end();
      process.exit(0);
    })();
  });

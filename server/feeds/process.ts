/** `npm run jobs`: a process that takes jobs and answers no pages, on this machine or another one; `DATABASE_URL` names the database. */
import { pool } from '@/server/db';
import { endJobs, startJobs } from './jobs';

if (!process.env.DATABASE_URL) throw new Error('DATABASE_URL says which database the jobs are of.');
await startJobs();
process.stdout.write('Jobs are taken.\n');
// What is read keeps the process; where nothing is, this does.
const alive = setInterval(() => undefined, 60_000);
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(
    signal,
    () =>
      void endJobs().then(async () => {
        clearInterval(alive);
        await pool().end();
        process.exit(0);
      }),
  );

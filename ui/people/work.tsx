'use client';
/** What the server's worker processes do, and how long their results stay. */
import { useRouter } from 'next/navigation';
import { setResultLimits } from '@/server/actions';
import type { ResultLimits } from '@/server/runs/results';
import type { WorkSummary } from '@/server/runs';
import { bytesInWords, counted } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { Form, Input } from './form';

export interface ServerWork extends WorkSummary {
  results: { count: number; bytes: number };
  limits: ResultLimits;
}

export function Work({ workers, waiting, running, results, limits }: ServerWork) {
  const router = useRouter();
  return (
    <section aria-label="Runs on the server">
      <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">Runs on the server</h2>
      <p className="mt-2">
        {workers.length === 0
          ? 'No worker process is running: all is computed in the pages. Start one with npm run worker.'
          : `${counted(workers.length, 'worker process', 'worker processes')}; ${counted(running, 'run')} under way, ${waiting} waiting.`}
      </p>
      <ul aria-label="Worker processes">
        {workers.map(({ host, pid, threads, sameVersion }) => (
          <li key={`${host} ${pid}`} className="flex min-h-9 items-center gap-3 border-b border-rule">
            <span className="grow">{host}</span>
            <span className="text-sm text-quiet">
              process {pid}, {counted(threads, 'part')} at a time
              {!sameVersion && ', of another version: start it anew'}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-3">
        {counted(results.count, 'result is', 'results are')} kept and {results.count === 1 ? 'takes' : 'take'} up{' '}
        {bytesInWords(results.bytes)}. What is let go of is computed anew when it is needed.
      </p>
      <div className="max-w-md">
        <Form
          name="Limits of results"
          button="Set"
          send={(field) => setResultLimits({ days: Number(field('days')), megabytes: Number(field('megabytes')) })}
          done={() => {
            toast('The limits are set, and what is beyond them has gone.');
            router.refresh();
          }}
        >
          <Input
            label="Days without use"
            name="days"
            type="number"
            min={1}
            max={3650}
            required
            defaultValue={limits.days}
          />
          <Input
            label="Room for all, in MB"
            name="megabytes"
            type="number"
            min={16}
            max={1_000_000}
            required
            defaultValue={limits.megabytes}
          />
        </Form>
      </div>
    </section>
  );
}

import type { Happened } from '@/server/happened';
import Link from 'next/link';
import { counted, momentOf } from '@/ui/kit';

/** The log of a study, the newest first. */
export function WhatHappened({ study, happened }: { study: { id: string }; happened: readonly Happened[] }) {
  return (
    <>
      <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">What happened</h2>
      <ol aria-label="What happened" className="pb-6">
        {happened.map(({ id, who, what, times, at, version, place }) => (
          <li key={id} className="border-b border-rule py-1.5 break-words">
            <b className="font-semibold">{who ?? 'Somebody'}</b> {what}
            <span className="text-sm text-quiet">
              {version !== null && place !== null && (
                <>
                  {' · '}
                  <Link className="text-accent hover:underline" href={`/studies/${study.id}/${place}`}>
                    version {version}
                  </Link>
                </>
              )}
              {times > 1 && ` · ${counted(times, 'time')}`} · {momentOf(at)}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

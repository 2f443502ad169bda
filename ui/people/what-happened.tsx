import type { Happened } from '@/server/happened';
import { counted, momentOf } from '@/ui/kit';

/** The log of a study, the newest first. */
export function WhatHappened({ happened }: { happened: readonly Happened[] }) {
  return (
    <>
      <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">What happened</h2>
      <ol aria-label="What happened" className="pb-6">
        {happened.map(({ id, who, what, times, at }) => (
          <li key={id} className="border-b border-rule py-1.5 break-words">
            <b className="font-semibold">{who ?? 'Somebody'}</b> {what}
            <span className="text-sm text-quiet">
              {times > 1 && ` · ${counted(times, 'time')}`} · {momentOf(at)}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

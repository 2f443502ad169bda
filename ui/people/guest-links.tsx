'use client';
import { endLink } from '@/server/actions';
import { counted, dayOf } from '@/ui/kit';
import type { Shown } from './people-page';

/** Links for outsiders that are good now. */
export function GuestLinks({ study, links, done }: Pick<Shown, 'study' | 'links' | 'done'>) {
  return (
    <>
      <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">Links for outsiders</h2>
      {links.length === 0 && <p className="mt-2 text-quiet">None. Take away, of a network or a figure, makes them.</p>}
      <ul aria-label="Links for outsiders">
        {links.map(({ id, kind, name, records, by, endsAt, opened }) => (
          <li key={id} className="flex min-h-9 items-center gap-3 border-b border-rule py-1.5">
            <p className="min-w-0 grow">
              <b className="font-semibold">
                {name}, {kind === 'figure' ? 'to explore' : 'to read'}
              </b>{' '}
              <span className="text-sm text-quiet">
                {records ? 'with' : 'without'} records · until {dayOf(endsAt)} ·{' '}
                {opened ? `opened ${counted(opened, 'time')}` : 'not opened yet'}
                {by !== null && ` · by ${by}`}
              </span>
            </p>
            {study.role !== 'reader' && (
              <button
                type="button"
                aria-label={`End the link to ${name}`}
                className="rounded-md font-medium text-danger hover:underline"
                onClick={() => void endLink(study.id, id).then(done)}
              >
                end it
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

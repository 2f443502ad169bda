'use client';
import { clsx } from 'clsx';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { nothing } from '@/ui/kit/nothing';
import { askToLeave } from '@/ui/kit/stay';

const Together = dynamic(() => import('./together').then((it) => it.Together), { loading: nothing });

const places = [
  { key: 'records', name: 'Records' },
  { key: 'names', name: 'Names' },
  { key: 'networks', name: 'Networks' },
  { key: 'figures', name: 'Figures' },
  { key: 'people', name: 'People' },
] as const;

/** The study's name, its places, and who else is there. */
export function StudyPlaces({
  study,
  here,
}: {
  study: { id: string; name: string };
  here: (typeof places)[number]['key'];
}) {
  return (
    <>
      <span className="max-w-56 truncate text-quiet">{study.name}</span>
      <nav aria-label="Places of the study" className="flex rounded-lg bg-ground p-[3px]">
        {places.map(({ key, name }) => (
          <Link
            key={key}
            href={`/studies/${study.id}/${key}`}
            onNavigate={askToLeave}
            aria-current={key === here ? 'page' : undefined}
            className={clsx(
              'rounded-md px-3 py-[3px] font-medium',
              key === here ? 'bg-panel font-semibold' : 'text-quiet hover:text-ink',
            )}
          >
            {name}
          </Link>
        ))}
      </nav>
      <span className="grow" />
      <Together study={study.id} place={here} />
    </>
  );
}

'use client';
import { clsx } from 'clsx';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import { Initials } from './initials';
import { Mark } from './mark';
import { askToLeave } from './stay';
import { ThemeSwitch } from './theme';
import { nothing } from './nothing';
import { useHouse } from './who';

const Together = dynamic(() => import('@/ui/together/together').then((it) => it.Together), { loading: nothing });

const AccountMenu = dynamic(() => import('./account-menu').then((it) => it.AccountMenu), {
  loading: nothing,
});

/** Who looks; the menu comes with the first click. */
function Account() {
  const { who } = useHouse();
  const [asked, setAsked] = useState(false);
  if (!who) return null;
  if (asked) return <AccountMenu />;
  return (
    <button
      type="button"
      aria-haspopup="menu"
      aria-label={`${who.name}: account`}
      className="rounded-full"
      onClick={() => setAsked(true)}
    >
      <Initials id={who.id} name={who.name} />
    </button>
  );
}

/** The bar across the top of every page. */
export function TopBar({ children }: { children?: ReactNode }) {
  return (
    <header className="flex h-11 shrink-0 items-center gap-3 border-b border-line bg-panel px-3.5">
      <Mark />
      {children}
      <ThemeSwitch />
      <Account />
    </header>
  );
}

const places = [
  { key: 'records', name: 'Records' },
  { key: 'names', name: 'Names' },
  { key: 'networks', name: 'Networks' },
  { key: 'figures', name: 'Figures' },
  { key: 'people', name: 'People' },
] as const;

/** The study's name and its places. */
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

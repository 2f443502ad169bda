'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { Initials } from './initials';
import { Mark } from './mark';
import { ThemeSwitch } from './theme';
import { nothing } from './nothing';
import { useHouse } from './who';

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

'use client';
/** Who looks, and the ways from there: the account, the administration, out; or as whom else, where nobody needs to sign in. */
import { useEffect, useState } from 'react';
import { lookAs, others, signOut } from '@/server/actions';
import { forgetTab } from './in-tab';
import { Initials } from './initials';
import { Menu, type MenuEntry } from './menu';
import { toast } from './toast';
import { useHouse } from './who';

/** Open as it comes. */
export function AccountMenu() {
  const { who, accounts } = useHouse();
  const [more, setMore] = useState<{ id: string; name: string }[]>([]);
  useEffect(() => {
    if (accounts) return;
    void others().then((answer) => answer.ok && setMore(answer.value));
  }, [accounts]);
  if (!who) return null;
  const go = (address: string): void => location.assign(address);
  const leave = (): void => {
    forgetTab();
    go('/sign-in');
  };
  const heads: (MenuEntry | null)[] = [
    ...(accounts ? [{ label: 'Your account', onSelect: () => go('/account') }] : []),
    ...(who.administrator ? [{ label: 'Administration', onSelect: () => go('/administration') }] : []),
  ];
  const asOthers = more.map(({ id, name }) => ({
    label: `Look as ${name}`,
    onSelect: () =>
      void lookAs(id).then((answer) => {
        if (!answer.ok) return void toast.error(answer.fault);
        forgetTab();
        location.reload();
      }),
  }));
  const out = { label: 'Sign out', onSelect: () => void signOut().then(leave) };
  const entries = [...heads, ...(accounts ? [null, out] : asOthers.length ? [null, ...asOthers] : [])];
  return (
    <Menu
      align="end"
      opened
      trigger={
        <button type="button" aria-label={`${who.name}: account`} title={who.name} className="rounded-full">
          <Initials id={who.id} name={who.name} />
        </button>
      }
      entries={entries}
    />
  );
}

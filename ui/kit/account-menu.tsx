'use client';
/** Who looks, and the ways from there: the account, the administration, out; or as whom else, where nobody needs to sign in. */
import { useState } from 'react';
import { lookAs, others, signOut } from '@/server/actions';
import { Initials } from './initials';
import { Menu, type MenuEntry } from './menu';
import { toast } from './toast';
import { useHouse } from './who';

export function AccountMenu() {
  const { who, accounts } = useHouse();
  const [more, setMore] = useState<{ id: string; name: string }[]>([]);
  if (!who) return null;
  const go = (address: string): void => location.assign(address);
  const heads: (MenuEntry | null)[] = [
    ...(accounts ? [{ label: 'Your account', onSelect: () => go('/account') }] : []),
    ...(who.administrator ? [{ label: 'Administration', onSelect: () => go('/administration') }] : []),
  ];
  const asOthers = more.map(({ id, name }) => ({
    label: `Look as ${name}`,
    onSelect: () => void lookAs(id).then((answer) => (answer.ok ? location.reload() : void toast.error(answer.fault))),
  }));
  const out = { label: 'Sign out', onSelect: () => void signOut().then(() => go('/sign-in')) };
  const entries = [...heads, ...(accounts ? [null, out] : asOthers.length ? [null, ...asOthers] : [])];
  return (
    <Menu
      align="end"
      trigger={
        <button
          type="button"
          aria-label={`${who.name}: account`}
          title={who.name}
          className="rounded-full"
          onPointerEnter={() => void load()}
          onFocus={() => void load()}
        >
          <Initials id={who.id} name={who.name} />
        </button>
      }
      entries={entries}
    />
  );

  async function load(): Promise<void> {
    if (accounts || more.length) return;
    const answer = await others();
    if (answer.ok) setMore(answer.value);
  }
}

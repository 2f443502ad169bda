'use client';
import { clsx } from 'clsx';
import { EllipsisVertical } from 'lucide-react';
import { Menu, type MenuEntry } from './menu';

/** What else can be done with the thing of a name, behind three dots; nothing where there is nothing. */
export function MoreMenu({
  name,
  entries,
  small,
}: {
  name: string;
  entries: readonly (MenuEntry | null)[];
  small?: boolean;
}) {
  if (entries.length === 0) return null;
  return (
    <Menu
      align="end"
      trigger={
        <button
          type="button"
          aria-label={`${name}: more`}
          className={clsx(
            'flex shrink-0 items-center justify-center rounded-md hover:bg-ground',
            small ? 'size-6' : 'size-7',
          )}
        >
          <EllipsisVertical size={small ? 14 : 15} aria-hidden />
        </button>
      }
      entries={entries}
    />
  );
}

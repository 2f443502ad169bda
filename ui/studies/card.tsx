'use client';
import { FolderLock, Trash2 } from 'lucide-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { ThingRef } from '@/server/access/things';
import type { Seen } from '@/server/db';
import { openFiling } from '@/ui/filing/open';
import { SeenMark } from '@/ui/filing/seen-mark';
import { toast } from '@/ui/kit/toast';
import type { Answer } from '@/server/answer';
import type { MenuEntry } from '@/ui/kit';
import { Picture } from './picture';
import { MoreMenu } from '@/ui/kit/more-menu';

/** A study or a network: its picture, its name that leads into it, its menu, and lines of words. */
export function Card({
  name,
  href,
  picture,
  naming,
  seen = 'everybody',
  entries,
  children,
}: {
  name: string;
  href: string;
  picture: { address: string | null; name: string };
  /** Stands in the name's place while it is being changed. */
  naming?: ReactNode;
  /** Where not everybody of the study sees it, that is marked. */
  seen?: Seen;
  entries: readonly MenuEntry[];
  children: ReactNode;
}) {
  return (
    <li className="relative rounded-lg border border-line bg-panel p-3 focus-within:border-quiet hover:border-quiet">
      <Picture address={picture.address} name={picture.name} />
      <div className="mt-2.5 flex items-start justify-between gap-2">
        {naming ?? (
          <h2 className="min-w-0 font-serif text-[16px] leading-snug font-semibold break-words">
            <Link href={href} className="after:absolute after:inset-0 after:rounded-lg">
              {name}
            </Link>
          </h2>
        )}
        <span className="relative z-10 flex items-center gap-1">
          <SeenMark seen={seen} />
          <MoreMenu name={name} entries={entries} />
        </span>
      </div>
      {children}
    </li>
  );
}

/** The menu entry that says where a thing lies and who sees it. */
export const filingEntry = (study: string, thing: ThingRef, onDone: () => void): MenuEntry => ({
  label: 'Folder and who sees it',
  icon: <FolderLock size={15} aria-hidden />,
  onSelect: () => void openFiling({ study, things: [thing], onDone }),
});

/** The menu entry that deletes a thing, with a way back for ten seconds. */
export function deleteEntry(
  name: string,
  work: {
    remove: () => Promise<Answer<void>>;
    restore: () => Promise<Answer<void>>;
    gone: () => void;
    back: () => void;
  },
): MenuEntry {
  return {
    label: 'Delete',
    danger: true,
    icon: <Trash2 size={15} aria-hidden />,
    onSelect: () => void deleteWithUndo(name, work),
  };
}

/** Deletes a thing, says so, and offers to bring it back. */
export async function deleteWithUndo(name: string, work: Parameters<typeof deleteEntry>[1]): Promise<void> {
  const answer = await work.remove();
  if (!answer.ok) {
    toast.error(answer.fault);
    return;
  }
  work.gone();
  const bringBack = async (): Promise<void> => {
    const restored = await work.restore();
    if (restored.ok) work.back();
    else toast.error(restored.fault);
  };
  toast(`“${name}” deleted.`, { action: { label: 'Undo', onClick: () => void bringBack() } });
}

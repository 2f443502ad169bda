'use client';
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import { useEffect, useState } from 'react';

const FindDialog = dynamic(() => import('./find-dialog').then((it) => it.FindDialog), { loading: nothing });

/** Finds a node or a step, or does something, by its words. */
export function Find({ onKeys }: { onKeys: () => void }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setOpen(true);
      }
    };
    const asked = (): void => setOpen(true);
    window.addEventListener('keydown', pressed);
    window.addEventListener('nunatak:find', asked);
    return () => {
      window.removeEventListener('keydown', pressed);
      window.removeEventListener('nunatak:find', asked);
    };
  }, []);
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
        className="flex h-7 w-[268px] items-center justify-between rounded-md border border-line bg-panel px-2.5 text-quiet hover:border-quiet"
      >
        Find a node, step or action
        <kbd className="rounded border border-line bg-paper px-1.5 font-sans text-xs">Ctrl K</kbd>
      </button>
      {open && <FindDialog close={() => setOpen(false)} onKeys={onKeys} />}
    </>
  );
}

'use client';
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';

const Found = dynamic(() => import('./find-list').then((it) => it.Found), { loading: nothing });

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
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button
          type="button"
          className="flex h-7 w-[268px] items-center justify-between rounded-md border border-line bg-panel px-2.5 text-quiet hover:border-quiet"
        >
          Find a node, step or action
          <kbd className="rounded border border-line bg-paper px-1.5 font-sans text-xs">Ctrl K</kbd>
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-2 left-1/2 z-50 w-[32rem] -translate-x-1/2 overflow-hidden rounded-lg border border-line bg-panel shadow-lg"
        >
          <Dialog.Title className="sr-only">Find a node, step or action</Dialog.Title>
          <Found close={() => setOpen(false)} onKeys={onKeys} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

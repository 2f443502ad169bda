'use client';
import { Dialog } from 'radix-ui';
import { useEffect } from 'react';
import { isTyping } from '@/ui/kit/typing';
import { keyHelp } from './workbench-keys';

/** The list of keys; `?` opens it. */
export function KeysHelp({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (event.key === '?' && !isTyping(event.target)) onOpen(true);
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [onOpen]);
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-96 -translate-x-1/2 rounded-lg border border-line bg-panel p-5 shadow-lg"
        >
          <Dialog.Title className="font-serif text-lg font-semibold">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[7.5rem_1fr] gap-y-1.5">
            {keyHelp.map(({ keys, does }) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd className="text-quiet">{does}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

'use client';
import { Dialog } from 'radix-ui';
import { Found } from './find-list';

/** What is found, over the page. */
export function FindDialog({ close, onKeys }: { close: () => void; onKeys: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-2 left-1/2 z-50 w-[32rem] -translate-x-1/2 overflow-hidden rounded-lg border border-line bg-panel shadow-lg"
        >
          <Dialog.Title className="sr-only">Find a node, step or action</Dialog.Title>
          <Found close={close} onKeys={onKeys} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

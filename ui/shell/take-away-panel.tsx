'use client';
import { Popover } from 'radix-ui';
import type { RefObject } from 'react';
import { type PageWishes, TakeAwayFiles } from './take-away-files';

/** What can be taken along, below its button. */
export function TakeAwayPanel({
  anchor,
  wishes,
  onWish,
  onClose,
}: {
  anchor: RefObject<HTMLButtonElement | null>;
  wishes: PageWishes;
  onWish: (wish: Partial<PageWishes>) => void;
  onClose: () => void;
}) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Take away"
          className="z-40 max-h-[85vh] w-80 overflow-auto rounded-lg border border-line bg-panel p-4 shadow-lg"
          // The button closes it itself.
          onPointerDownOutside={(event) => anchor.current?.contains(event.target as Node) && event.preventDefault()}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            anchor.current?.focus();
          }}
        >
          <TakeAwayFiles wishes={wishes} onWish={onWish} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

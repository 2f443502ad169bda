'use client';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

/** A small panel that opens beside its button. */
export function Popup({
  name,
  trigger,
  wide = 'w-60',
  open,
  onOpenChange,
  children,
}: {
  name: string;
  trigger: ReactNode;
  /** Class of its width. */
  wide?: string;
  /** Where it is opened and closed from outside. */
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          aria-label={name}
          className={`z-50 flex max-h-[60vh] flex-col overflow-y-auto rounded-lg border border-line bg-panel p-2 shadow-lg ${wide}`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

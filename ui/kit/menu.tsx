'use client';
import { clsx } from 'clsx';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

export interface MenuEntry {
  label: string;
  hint?: string;
  icon?: ReactNode;
  danger?: boolean;
  disabled?: boolean;
  onSelect: () => void;
}

/** A floating menu under its trigger; `null` parts entries with a line. */
export function Menu({
  trigger,
  entries,
  align = 'start',
  opened,
}: {
  trigger: ReactNode;
  entries: readonly (MenuEntry | null)[];
  align?: 'start' | 'end';
  /** It comes open, where the click that asked for it is over already. */
  opened?: boolean;
}) {
  return (
    <DropdownMenu.Root modal={false} defaultOpen={opened}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={5}
          collisionPadding={8}
          onCloseAutoFocus={(event) => {
            // What was chosen may have opened a field and gone there; else the focus goes back to where the menu came from.
            const now = document.activeElement;
            if (now instanceof HTMLInputElement || now instanceof HTMLTextAreaElement) event.preventDefault();
          }}
          className="z-50 max-h-[min(70vh,var(--radix-dropdown-menu-content-available-height))] max-w-[min(32rem,96vw)] min-w-48 overflow-auto rounded-lg border border-line bg-panel p-1 shadow-lg"
        >
          {entries.map((entry, i) =>
            entry ? (
              <DropdownMenu.Item
                key={`${entry.label} ${i}`}
                disabled={entry.disabled}
                onSelect={entry.onSelect}
                className={clsx(
                  'flex min-h-7 items-center gap-2 rounded-md px-2 py-1 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-tint',
                  entry.danger && 'text-danger',
                )}
              >
                {entry.icon}
                <span className="grow">{entry.label}</span>
                {entry.hint && <span className="text-sm text-quiet">{entry.hint}</span>}
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Separator key={`line ${i}`} className="my-1 h-px bg-line" />
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

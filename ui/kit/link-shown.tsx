'use client';
import type { ReactNode } from 'react';
import { Button } from './button';
import { toast } from './toast';

/** A link that is told this once, to be given to somebody. */
export function LinkShown({
  name,
  address,
  onClose,
  children,
}: {
  name: string;
  address: string;
  onClose: () => void;
  /** What it does. */
  children: ReactNode;
}) {
  return (
    <div role="status" className="mt-3 rounded-lg border border-line bg-tint px-3 py-2.5">
      <p>{children}</p>
      <input
        readOnly
        aria-label={name}
        value={address}
        onFocus={(event) => event.target.select()}
        className="mt-2 h-8 w-full min-w-0 rounded-md border border-line bg-panel px-2.5"
      />
      <div className="mt-2 flex gap-2">
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(address).then(
              () => toast('The link is in the clipboard.'),
              () => toast.error('The browser does not let the page write to the clipboard. Copy the link by hand.'),
            )
          }
        >
          Copy
        </Button>
        <Button onClick={onClose}>Done</Button>
      </div>
    </div>
  );
}

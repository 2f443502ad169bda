'use client';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { Button } from '@/ui/kit';

/** Something that is to be decided before it is done: over the grid, or in a panel. */
export function Notice({ label, inset, children }: { label: string; inset?: boolean; children: ReactNode }) {
  return (
    <div
      role="alert"
      aria-label={label}
      className={clsx(
        'flex shrink-0 flex-wrap items-center gap-2 border-amber-line bg-amber px-3.5 py-2',
        inset ? 'mb-3.5 rounded-lg border' : 'border-y',
      )}
    >
      {children}
    </div>
  );
}

export interface Asked {
  /** What would be touched. */
  sentence: string;
  verb: string;
  go: () => void;
}

/** Asks before others' work is touched. */
export function AskFirst({
  asked,
  inset,
  onDone,
}: {
  asked: Asked | undefined;
  /** Within a panel. */
  inset?: boolean;
  onDone: () => void;
}) {
  if (!asked) return null;
  return (
    <Notice label="Before this is done" inset={inset}>
      <span>{asked.sentence}</span>
      <Button
        look="danger"
        onClick={() => {
          onDone();
          asked.go();
        }}
      >
        {asked.verb}
      </Button>
      <Button onClick={onDone}>Leave it</Button>
    </Notice>
  );
}

'use client';
import { X } from 'lucide-react';
import { kindOf, narrows } from '@/core/sift';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { lifted } from './changes';

/** What is sifted by, over every view; each is lifted by its cross. */
export function SiftChips() {
  const sifts = useWorkbench((state) => state.sifting.sifts);
  const store = useWorkbenchStore();
  const on = sifts.filter(narrows);
  if (!on.length) return null;
  return (
    <ul
      aria-label="Sifted by"
      className="flex shrink-0 flex-wrap justify-end gap-1.5 border-b border-line bg-paper px-3 py-1.5"
    >
      {on.map((sift) => {
        const words = kindOf(sift).words(sift);
        return (
          <li key={sift.id} className="flex items-center rounded-md border border-amber-line bg-amber text-sm">
            <span className="max-w-56 truncate py-0.5 pl-2">{words}</span>
            <button
              type="button"
              aria-label={`Lift ${words}`}
              onClick={() => store.getState().sift((sifting) => lifted(sifting, sift.id))}
              className="flex size-6 items-center justify-center rounded-md hover:bg-ink/8"
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        );
      })}
    </ul>
  );
}

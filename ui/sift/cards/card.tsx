'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Sift, Tally } from '@/core/sift';
import { IconButton } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { changed, lifted, moved } from '../changes';

export interface CardProps<S extends Sift, T extends Tally['kind']> {
  sift: S;
  /** Undefined until it has been counted. */
  tally: Extract<Tally, { kind: T }> | undefined;
  set: (change: Partial<S>) => void;
}

/** What all cards have: whose column it is, up, down, aside, lift. */
export function Card({
  sift,
  title,
  whose,
  children,
}: {
  sift: Sift;
  title: string;
  whose: string;
  children: ReactNode;
}) {
  const store = useWorkbenchStore();
  const sifts = useWorkbench((state) => state.sifting.sifts);
  const at = sifts.findIndex(({ id }) => id === sift.id);
  const act = store.getState().sift;
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: sift.id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      aria-label={`Sift by ${title}`}
      className={`relative mt-2 bg-panel ${isDragging ? 'z-10 shadow-lg' : ''} rounded-lg border border-line px-2.5 pt-2 pb-2.5 ${sift.on ? '' : 'opacity-70'}`}
    >
      <div className="flex items-start gap-1">
        <div className="min-w-0 grow cursor-grab touch-none" {...listeners}>
          <h3 className="truncate font-semibold" title={title}>
            {title}
          </h3>
          <p className="truncate text-xs text-quiet">{whose}</p>
        </div>
        <button
          type="button"
          className="h-6 shrink-0 rounded px-1 text-sm text-quiet hover:bg-ground hover:text-ink"
          aria-label={`${sift.on ? 'Set aside' : 'Bring back'} ${title}`}
          onClick={() => act((sifting) => changed(sifting, sift.id, { on: !sift.on }))}
        >
          {sift.on ? 'aside' : 'bring back'}
        </button>
        <IconButton
          name={`${title} further up`}
          disabled={at <= 0}
          onClick={() => act((now) => moved(now, at, at - 1))}
        >
          <ArrowUp size={13} aria-hidden />
        </IconButton>
        <IconButton
          name={`${title} further down`}
          disabled={at >= sifts.length - 1}
          onClick={() => act((now) => moved(now, at, at + 1))}
        >
          <ArrowDown size={13} aria-hidden />
        </IconButton>
        <IconButton name={`Remove the sift by ${title}`} onClick={() => act((now) => lifted(now, sift.id))}>
          <X size={13} aria-hidden />
        </IconButton>
      </div>
      {sift.on && children}
    </li>
  );
}

'use client';
import { Suspense } from 'react';
import { useWorkbench } from '@/ui/state/context';
import { viewOf } from './registry';

/** The views that are open, side by side. */
export function Panes() {
  const panes = useWorkbench((state) => state.panes);
  return (
    <div className="flex min-h-0 grow">
      {panes.map((view, i) => (
        <Suspense key={`${i} ${view}`}>
          <Pane view={view} />
        </Suspense>
      ))}
    </div>
  );
}

function Pane({ view }: { view: string }) {
  const Shown = viewOf(view).component;
  return (
    <div className="relative flex min-w-0 grow flex-col">
      <Shown />
    </div>
  );
}

'use client';
import dynamic from 'next/dynamic';
import { Suspense, useRef } from 'react';
import { nothing } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf as inView } from '@/ui/state/in-view';
import { PaneTabs } from './pane-tabs';
import { viewOf } from './registry';

const Beside = dynamic(() => import('./beside/beside').then((it) => it.Beside), { loading: nothing });
const Divider = dynamic(() => import('./divider').then((it) => it.Divider), { loading: nothing });

/** The views that are open, side by side, with a divider between them that can be moved. */
export function Panes() {
  const panes = useWorkbench((state) => state.panes);
  const share = useWorkbench((state) => state.divide);
  const beside = useWorkbench((state) => state.beside);
  const box = useRef<HTMLDivElement>(null);
  return (
    <div ref={box} className="flex min-h-0 grow">
      {panes.map((view, i) => (
        <Suspense key={`${i} ${view}`}>
          {i > 0 && <Divider box={box} />}
          <Pane view={view} at={i} share={panes.length > 1 || beside ? (i === 0 ? share : 1 - share) : 1} />
        </Suspense>
      ))}
      {beside && panes.length === 1 && (
        <Suspense key={beside.id ?? beside.name}>
          <Divider box={box} />
          <Beside share={1 - share} />
        </Suspense>
      )}
    </div>
  );
}

function Pane({ view, at, share }: { view: string; at: number; share: number }) {
  const Shown = viewOf(view).component;
  const store = useWorkbenchStore();
  const sifted = useWorkbench((state) => inView(state) !== undefined);
  return (
    <section
      aria-label={viewOf(view).title}
      className="relative flex min-w-0 flex-col overflow-hidden"
      style={{ flexGrow: share, flexBasis: 0 }}
      onPointerDownCapture={() => store.getState().pane !== at && store.setState({ pane: at })}
    >
      <Shown />
      {viewOf(view).whole && sifted && (
        <p className="pointer-events-none absolute right-3 bottom-2 z-10 rounded-md border border-amber-line bg-amber px-2 py-0.5 text-sm">
          Of the whole network: sifts narrow nothing here
        </p>
      )}
      <div className="pointer-events-none absolute top-2.5 left-3 z-10 flex items-start gap-1.5">
        <PaneTabs pane={at} />
      </div>
    </section>
  );
}

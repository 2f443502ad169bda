'use client';
import { type KeyboardEvent, type PointerEvent, Suspense, useRef } from 'react';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { PaneTabs } from './pane-tabs';
import { viewOf } from './registry';

/** The views that are open, side by side, with a divider between them that can be moved. */
export function Panes() {
  const panes = useWorkbench((state) => state.panes);
  const share = useWorkbench((state) => state.divide);
  const box = useRef<HTMLDivElement>(null);
  return (
    <div ref={box} className="flex min-h-0 grow">
      {panes.map((view, i) => (
        <Suspense key={`${i} ${view}`}>
          {i > 0 && <Divider box={box} />}
          <Pane view={view} at={i} share={panes.length > 1 ? (i === 0 ? share : 1 - share) : 1} />
        </Suspense>
      ))}
    </div>
  );
}

function Pane({ view, at, share }: { view: string; at: number; share: number }) {
  const Shown = viewOf(view).component;
  const store = useWorkbenchStore();
  return (
    <section
      aria-label={viewOf(view).title}
      className="relative flex min-w-0 flex-col overflow-hidden"
      style={{ flexGrow: share, flexBasis: 0 }}
      onPointerDownCapture={() => store.getState().pane !== at && store.setState({ pane: at })}
    >
      <Shown />
      <div className="pointer-events-none absolute top-2.5 left-3 z-10 flex items-start gap-1.5">
        <PaneTabs pane={at} />
      </div>
    </section>
  );
}

/** Neither view is made narrower than this share. */
const least = 0.2;

function Divider({ box }: { box: React.RefObject<HTMLDivElement | null> }) {
  const share = useWorkbench((state) => state.divide);
  const store = useWorkbenchStore();
  const put = (next: number): void => store.setState({ divide: Math.max(least, Math.min(1 - least, next)) });
  const move = (event: PointerEvent<HTMLDivElement>): void => {
    const at = box.current?.getBoundingClientRect();
    if (at && event.currentTarget.hasPointerCapture(event.pointerId)) put((event.clientX - at.left) / at.width);
  };
  const key = (event: KeyboardEvent): void => {
    const by = new Map([['ArrowLeft', -0.05], ['ArrowRight', 0.05]]).get(event.key); // prettier-ignore
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    put(share + by);
  };
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label="Between the two views"
      aria-valuenow={Math.round(100 * share)}
      aria-valuemin={100 * least}
      aria-valuemax={100 * (1 - least)}
      tabIndex={0}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={move}
      onKeyDown={key}
      className="w-1.5 shrink-0 cursor-col-resize touch-none border-x border-line bg-ground hover:bg-tint"
    />
  );
}
